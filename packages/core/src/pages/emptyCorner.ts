import { PAGE_WIDTH } from './size.ts';
import type { Rect } from './placed.ts';

export interface CornerChoice {
  readonly corner: 'upper-left' | 'upper-right' | 'lower-left' | 'lower-right';
  readonly rect: Rect;
  /** Share of the corner's area that something lies on, 0…1. */
  readonly covered: number;
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
    return { corner, rect, covered: shareTaken({ ...rect, y: y + view.top }, isTaken) };
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
