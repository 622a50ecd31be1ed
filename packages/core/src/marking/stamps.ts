import type { Point } from '../ink/index.ts';

/** Marks that are put down whole. `query` asks; `wave` underlines what is not right yet. */
export const STAMPS = ['tick', 'cross', 'query', 'wave'] as const;
export type Stamp = (typeof STAMPS)[number];

/** How wide a stamp is, in page units. */
const SIZE = 72;

/** Corners in hundredths of the size, from the middle; each list is a stroke. */
const SHAPES: Readonly<Record<Stamp, readonly (readonly (readonly [x: number, y: number])[])[]>> = {
  tick: [
    [
      [-50, 5],
      [-35, 18],
      [-18, 42],
      [2, 5],
      [22, -22],
      [50, -50],
    ].map(pair),
  ],
  cross: [
    [
      [-40, -40],
      [0, 0],
      [40, 40],
    ].map(pair),
    [
      [40, -40],
      [0, 0],
      [-40, 40],
    ].map(pair),
  ],
  query: [
    [
      [-25, -28],
      [-14, -44],
      [4, -50],
      [22, -42],
      [28, -26],
      [18, -8],
      [2, 4],
      [0, 22],
    ].map(pair),
    [
      [-1, 42],
      [2, 44],
      [1, 47],
    ].map(pair),
  ],
  wave: [Array.from({ length: 25 }, (_, i) => [-150 + i * 12.5, Math.sin((i * Math.PI) / 3) * 12] as const)],
};

function pair([x = 0, y = 0]: readonly number[]): readonly [number, number] {
  return [x, y];
}

/** The strokes of a stamp around a place, in page units. */
export const stampStrokes = (stamp: Stamp, at: Point): readonly (readonly Point[])[] =>
  SHAPES[stamp].map((stroke) => stroke.map(([x, y]) => ({ x: at.x + (x * SIZE) / 100, y: at.y + (y * SIZE) / 100 })));
