import { outlineOf, samplesOf, type Point } from '../ink/index.ts';
import type { WrittenStroke } from '../pages/index.ts';
import { inkOn } from './colours.ts';
import type { Surface } from './surface.ts';

/** How much of the paper a highlighter lets through. */
const HIGHLIGHT_ALPHA = 0.4;

/** What of a stroke is drawn; its pen may be one that is of a take alone. */
interface Drawn extends Omit<WrittenStroke, 'pen'> {
  readonly pen: { readonly colour: string; readonly width: number; readonly kind?: string };
}

/** Draws a stroke in page units, as far as it was written `untilMs` after it began. */
export function drawStroke(
  surface: Surface,
  { points, pen, form }: Drawn,
  {
    dark,
    untilMs = Infinity,
    opacity = 1,
  }: { readonly dark: boolean; readonly untilMs?: number; readonly opacity?: number },
): void {
  surface.globalAlpha = opacity * (pen.kind === 'highlighter' ? HIGHLIGHT_ALPHA : 1);
  const colour = inkOn(dark, pen.colour);
  if (form === 'straight') return drawStraight(surface, { points, width: pen.width, untilMs }, colour);
  const outline = outlineOf(samplesOf(points, pen.width, untilMs));
  if (outline.length === 0) return;
  surface.fillStyle = colour;
  traceSmoothly(surface, outline);
  surface.fill();
}

function drawStraight(
  surface: Surface,
  { points, width, untilMs }: { readonly points: readonly number[]; readonly width: number; readonly untilMs: number },
  colour: string,
): void {
  const places: number[] = [];
  for (let i = 0; i + 3 < points.length && points[i + 3]! <= untilMs; i += 4) {
    places.push(points[i]! / 10, points[i + 1]! / 10);
  }
  if (places.length < 4) return;
  surface.strokeStyle = colour;
  surface.lineWidth = width;
  surface.lineCap = 'round';
  surface.lineJoin = 'round';
  polyline(surface, places);
}

/** A line from place to place: x and y in turn. */
export function polyline(surface: Surface, places: readonly number[]): void {
  surface.beginPath();
  surface.moveTo(places[0]!, places[1]!);
  for (let i = 2; i + 1 < places.length; i += 2) surface.lineTo(places[i]!, places[i + 1]!);
  surface.stroke();
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
