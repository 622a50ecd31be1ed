import { PAGE_WIDTH } from './size.ts';
import type { Rect } from './placed.ts';

export interface CornerChoice {
  readonly corner: 'upper-left' | 'upper-right' | 'lower-left' | 'lower-right';
  readonly rect: Rect;
  /** Share of the corner's area that something lies on, 0…1. */
  readonly covered: number;
}
/** The share of a place in the view that something lies on, 0…1. */
export function coveredShare(view: { readonly top: number }, place: Rect, isTaken: (cell: Rect) => boolean): number {
  const { x, y, width, height } = place;
  return shareTaken({ x, y: y + view.top, width, height }, isTaken);
}

/** Free paper between the inset and the edge of the page. */
const EDGE = 24;
/** Cells along each side of a corner that are looked at. */
const CELLS = 12;

/**
 * The corner of the view where an inset of this size hides least.
 * @param view the part of the page that is seen, in page units
 * @param isTaken whether something lies on the cell around a place (page units)
 */
export function emptiestCorner(
  view: { readonly top: number; readonly height: number },
  inset: { readonly width: number; readonly height: number },
  isTaken: (cell: Rect) => boolean,
): CornerChoice {
  const right = PAGE_WIDTH - EDGE - inset.width;
  const foot = view.height - EDGE - inset.height;
  const corners: readonly (readonly [CornerChoice['corner'], number, number])[] = [
    ['lower-right', right, foot],
    ['upper-right', right, EDGE],
    ['lower-left', EDGE, foot],
    ['upper-left', EDGE, EDGE],
  ];
  const choices = corners.map(([corner, x, y]): CornerChoice => {
    const rect = { x, y, width: inset.width, height: inset.height };
    return { corner, rect, covered: coveredShare(view, rect, isTaken) };
  });
  return choices.reduce((best, one) => (one.covered < best.covered - 0.01 ? one : best));
}

function shareTaken(rect: Rect, isTaken: (cell: Rect) => boolean): number {
  const width = rect.width / CELLS;
  const height = rect.height / CELLS;
  let taken = 0;
  for (let row = 0; row < CELLS; row += 1) {
    for (let column = 0; column < CELLS; column += 1) {
      if (isTaken({ x: rect.x + column * width, y: rect.y + row * height, width, height })) taken += 1;
    }
  }
  return taken / (CELLS * CELLS);
}

/** A painted view, four bytes a pixel. */
export interface PaintedView {
  readonly data: ArrayLike<number>;
  readonly width: number;
  readonly height: number;
}
/** A pixel that differs from the paper by more than this in one colour is something; a faint line of a board is not. */
const SOMETHING = 48;

/** Tells where something lies on a painted view: anything that is not its commonest colour. Cells in page units. */
export function takenOn(view: PaintedView): (cell: Rect) => boolean {
  const paper = commonest(view);
  const scale = view.width / PAGE_WIDTH;
  return ({ x, y, width, height }) => {
    const [left, right] = [Math.max(0, Math.floor(x * scale)), Math.min(view.width, Math.ceil((x + width) * scale))];
    const [top, foot] = [Math.max(0, Math.floor(y * scale)), Math.min(view.height, Math.ceil((y + height) * scale))];
    for (let row = top; row < foot; row += 1) {
      for (let column = left; column < right; column += 1) {
        const at = (row * view.width + column) * 4;
        for (let i = 0; i < 3; i += 1) if (Math.abs(view.data[at + i]! - paper[i]!) > SOMETHING) return true;
      }
    }
    return false;
  };
}

/** The commonest colour, to a sixteenth of each channel. */
function commonest({ data, width, height }: PaintedView): readonly [number, number, number] {
  const counts = new Map<number, number>();
  for (let at = 0; at < width * height * 4; at += 4) {
    const key = ((data[at]! >> 4) << 8) | ((data[at + 1]! >> 4) << 4) | (data[at + 2]! >> 4);
    counts.set(key, (counts.get(key) ?? 0) + 1);
  }
  const [key = 0] = [...counts].reduce((best, one) => (one[1] > best[1] ? one : best), [0xfff, 0]);
  return [((key >> 8) << 4) + 8, (((key >> 4) & 15) << 4) + 8, ((key & 15) << 4) + 8];
}
