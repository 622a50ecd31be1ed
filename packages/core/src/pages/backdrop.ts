import type { Backdrop } from './page.ts';
import { PAGE_WIDTH } from './page.ts';

/** A straight hairline of a backdrop, in page units. */
export interface Line {
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
  readonly strong: boolean;
}

/** Squares of a squared board, in page units: 40 across the page. */
export const SQUARE = 40;

/** The lines of a backdrop for a page `height` units high; none for a blank one. Every fifth square is strong. */
export function backdropLines(backdrop: Backdrop, height: number): readonly Line[] {
  if (backdrop === 'blank') return [];
  const lines: Line[] = [];
  for (let x = SQUARE; x < PAGE_WIDTH; x += SQUARE) {
    lines.push({ x1: x, y1: 0, x2: x, y2: height, strong: (x / SQUARE) % 5 === 0 });
  }
  for (let y = SQUARE; y < height; y += SQUARE) {
    lines.push({ x1: 0, y1: y, x2: PAGE_WIDTH, y2: y, strong: (y / SQUARE) % 5 === 0 });
  }
  return lines;
}
