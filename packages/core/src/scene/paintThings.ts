import {
  PAGE_WIDTH,
  backdropDrawing,
  isFilmed,
  LABEL_SIZE,
  linesOf,
  type FieldThing,
  type Page,
  type ShapeThing,
  type TextThing,
  type Thing,
} from '../pages/index.ts';
import { inkOn, paperOf } from './colours.ts';
import { drawStroke, polyline } from './drawStroke.ts';
import { PAGE_FONT, type Picture, type Surface, type Target } from './surface.ts';

/** From one line of text to the next, as a multiple of its size. */
const LINE_SPACING = 1.3;
const WEIGHTS = { faint: 1.5, strong: 1.5, bold: 3 } as const;
const HEAD = 26;
/** The letters of what a field says, in page units. */
const FIELD_LABEL = 26;

/** Whether light ink is needed on a page. */
export const isDark = (page: Page): boolean => page.kind === 'board' && page.backdrop.dark === true;

/** A picture of a film at a moment, with its own size in pixels. */
export interface FilmPicture<P extends Picture> {
  readonly picture: P;
  readonly width: number;
  readonly height: number;
}

/** Paints the paper, picture or backdrop, and what is placed on it; down to `height` page units. In page units. */
export function drawPage<P extends Picture>(
  target: Target<P>,
  page: Page,
  height: number,
  film?: FilmPicture<P>,
): void {
  const { surface, assets } = target;
  const dark = isDark(page);
  const paper = paperOf(dark);
  surface.fillStyle = paper.paper;
  surface.fillRect(0, 0, PAGE_WIDTH, height);
  if (isFilmed(page)) {
    surface.fillStyle = paperOf(true).paper;
    surface.fillRect(0, 0, PAGE_WIDTH, height);
    const poster = page.kind === 'clip' ? assets.get(page.poster) : undefined;
    const moves = page.kind === 'window' || page.moving;
    if (film && moves) drawWhole(surface, film, page.height);
    else if (poster) surface.drawImage(poster, 0, 0, PAGE_WIDTH, page.height);
  } else if (page.kind !== 'board') {
    const picture = assets.get(page.picture);
    if (picture) surface.drawImage(picture, 0, 0, PAGE_WIDTH, page.height);
  } else if (page.backdrop.kind === 'picture') {
    const picture = assets.get(page.backdrop.picture);
    if (picture) surface.drawImage(picture, 0, 0, PAGE_WIDTH, page.height);
  } else {
    const { lines, labels, dots } = backdropDrawing(page.backdrop, height);
    for (const line of lines) {
      surface.strokeStyle = paper[line.weight];
      surface.lineWidth = WEIGHTS[line.weight];
      polyline(surface, [line.x1, line.y1, line.x2, line.y2]);
    }
    surface.fillStyle = paper.strong;
    for (const { x, y } of dots) surface.fillRect(x - 2, y - 2, 4, 4);
    surface.fillStyle = paper.bold;
    for (const label of labels) {
      surface.font = `${LABEL_SIZE}px "${PAGE_FONT}"`;
      surface.textAlign = label.align;
      surface.fillText(label.text, label.x, label.y);
    }
  }
  for (const thing of page.things ?? []) drawThing(target, thing, dark);
}

/** A film as large as the page allows, in its middle, with nothing cut off. */
function drawWhole<P extends Picture>(
  surface: Surface<P>,
  { picture, width, height }: FilmPicture<P>,
  pageHeight: number,
): void {
  if (width <= 0 || height <= 0) return;
  const scale = Math.min(PAGE_WIDTH / width, pageHeight / height);
  const [w, h] = [width * scale, height * scale];
  surface.drawImage(picture, (PAGE_WIDTH - w) / 2, (pageHeight - h) / 2, w, h);
}

/** Paints one placed thing, in page units. */
export function drawThing<P extends Picture>({ surface, assets }: Target<P>, thing: Thing, dark: boolean): void {
  switch (thing.kind) {
    case 'text':
      return drawText(surface, thing, dark);
    case 'picture':
    case 'formula': {
      const picture = assets.get(thing.picture);
      if (picture) surface.drawImage(picture, thing.x, thing.y, thing.width, thing.height);
      return;
    }
    case 'field':
      return drawField(surface, thing, dark);
    case 'ink': {
      const beneath = thing.strokes.filter(({ pen }) => pen.kind === 'highlighter');
      const above = thing.strokes.filter(({ pen }) => pen.kind !== 'highlighter');
      for (const stroke of [...beneath, ...above]) {
        surface.save();
        drawStroke(surface, stroke, { dark });
        surface.restore();
      }
      return;
    }
    default:
      return drawShape(surface, thing, dark);
  }
}

/** A place to write in: a thin frame with its words small in the upper corner. */
function drawField(surface: Surface, { x, y, width, height, label }: FieldThing, dark: boolean): void {
  const paper = paperOf(dark);
  surface.strokeStyle = paper.bold;
  surface.lineWidth = 1.5;
  polyline(surface, [x, y, x + width, y, x + width, y + height, x, y + height, x, y]);
  surface.fillStyle = paper.bold;
  surface.textAlign = 'left';
  surface.font = `${FIELD_LABEL}px "${PAGE_FONT}"`;
  surface.fillText(label, x, y - FIELD_LABEL * 0.35);
}

/** Text broken to its width, from the top of its place downwards. */
export function drawText(surface: Surface, thing: TextThing, dark: boolean): void {
  surface.fillStyle = inkOn(dark, thing.colour);
  surface.textAlign = 'left';
  textLines(surface, thing).forEach((line, i) => {
    surface.fillText(line, thing.x, thing.y + thing.size * (1 + i * LINE_SPACING));
  });
}

/** The lines a text is broken into; a word longer than the width keeps a line of its own. Sets the surface's font. */
export function textLines(
  surface: Pick<Surface, 'font' | 'measureText'>,
  { text, size, width }: Pick<TextThing, 'text' | 'size' | 'width'>,
): readonly string[] {
  surface.font = `${size}px "${PAGE_FONT}"`;
  return linesOf(text, (line) => surface.measureText(line).width <= width);
}

/** How high a text of so many lines stands, in page units. */
export const textHeight = (size: number, lines: number): number => Math.ceil(size * (lines * LINE_SPACING + 0.1));

function drawShape(surface: Surface, thing: ShapeThing, dark: boolean): void {
  const { x, y, width, height, rising, backwards } = thing;
  surface.strokeStyle = inkOn(dark, thing.colour);
  surface.lineWidth = thing.stroke;
  surface.lineCap = 'round';
  surface.lineJoin = 'round';
  if (thing.kind === 'box') return polyline(surface, [x, y, x + width, y, x + width, y + height, x, y + height, x, y]);
  if (thing.kind === 'ellipse') {
    surface.beginPath();
    surface.ellipse(x + width / 2, y + height / 2, width / 2, height / 2, 0, 0, Math.PI * 2);
    return surface.stroke();
  }
  const left = { x, y: rising ? y + height : y };
  const right = { x: x + width, y: rising ? y : y + height };
  polyline(surface, [left.x, left.y, right.x, right.y]);
  if (thing.kind === 'line') return;
  const [tail, tip] = backwards ? [right, left] : [left, right];
  const angle = Math.atan2(tip.y - tail.y, tip.x - tail.x);
  const side = (turn: number) =>
    [tip.x - Math.cos(angle + turn) * HEAD, tip.y - Math.sin(angle + turn) * HEAD] as const;
  polyline(surface, [...side(0.45), tip.x, tip.y, ...side(-0.45)]);
}
