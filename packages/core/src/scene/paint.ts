import { outlineOf, samplesOf, type Point } from '../ink/index.ts';
import { backdropLines, PAGE_WIDTH, type Page } from '../pages/index.ts';
import type { Scene, VisibleStroke } from './scene.ts';
import type { Picture, Surface } from './surface.ts';

/** Colours of the painted page: they belong to the lesson, not to the screen around it. */
const PAPER = '#fffdf7';
const FAINT_LINE = '#dfe6e1';
const STRONG_LINE = '#bccac3';
const POINTER = '#b23a22';

/** The pictures by asset; one that is not there yet leaves plain paper. */
export type Assets<P extends Picture> = ReadonlyMap<string, P>;

/** Where to paint: the page fills a width of `widthPx` pixels from the surface's origin. */
export interface Target<P extends Picture> {
  readonly surface: Surface<P>;
  readonly widthPx: number;
  readonly assets: Assets<P>;
}

/** Paints a whole scene. Nothing outside the page is touched. */
export function paint<P extends Picture>(target: Target<P>, scene: Scene): void {
  paintPage(target, scene.page);
  for (const stroke of scene.strokes) paintStroke(target, stroke);
  if (scene.pointer) paintPointer(target, scene.pointer);
}

/** Paints a page without ink. */
export function paintPage<P extends Picture>(target: Target<P>, page: Page): void {
  inPageUnits(target, (surface) => {
    surface.fillStyle = PAPER;
    surface.fillRect(0, 0, PAGE_WIDTH, page.height);
    if (page.kind !== 'board') {
      const picture = target.assets.get(page.picture);
      if (picture) surface.drawImage(picture, 0, 0, PAGE_WIDTH, page.height);
      return;
    }
    for (const line of backdropLines(page.backdrop, page.height)) {
      surface.strokeStyle = line.strong ? STRONG_LINE : FAINT_LINE;
      surface.lineWidth = 1.5;
      surface.beginPath();
      surface.moveTo(line.x1, line.y1);
      surface.lineTo(line.x2, line.y2);
      surface.stroke();
    }
  });
}

/** Paints one stroke as far as it was drawn. */
export function paintStroke<P extends Picture>(target: Target<P>, visible: VisibleStroke): void {
  const { points, pen } = visible.stroke;
  const outline = outlineOf(samplesOf(points, pen.width, visible.untilMs));
  if (outline.length === 0) return;
  inPageUnits(target, (surface) => {
    surface.fillStyle = pen.colour;
    traceSmoothly(surface, outline);
    surface.fill();
  });
}

/** A ring with a dot: seen on dark and on light, and not mistaken for ink. */
export function paintPointer<P extends Picture>(target: Target<P>, place: Point): void {
  inPageUnits(target, (surface) => {
    surface.globalAlpha = 0.9;
    surface.strokeStyle = POINTER;
    surface.lineWidth = 4;
    surface.beginPath();
    surface.arc(place.x / 10, place.y / 10, 16, 0, Math.PI * 2);
    surface.stroke();
    surface.fillStyle = POINTER;
    surface.beginPath();
    surface.arc(place.x / 10, place.y / 10, 4, 0, Math.PI * 2);
    surface.fill();
  });
}

function inPageUnits<P extends Picture>(target: Target<P>, draw: (surface: Surface<P>) => void): void {
  const { surface } = target;
  surface.save();
  surface.scale(target.widthPx / PAGE_WIDTH, target.widthPx / PAGE_WIDTH);
  draw(surface);
  surface.restore();
}

function traceSmoothly(surface: Surface, outline: readonly Point[]): void {
  const middle = (a: Point, b: Point) => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });
  const start = middle(outline[outline.length - 1]!, outline[0]!);
  surface.beginPath();
  surface.moveTo(start.x, start.y);
  outline.forEach((corner, i) => {
    const end = middle(corner, outline[(i + 1) % outline.length]!);
    surface.quadraticCurveTo(corner.x, corner.y, end.x, end.y);
  });
  surface.closePath();
}
