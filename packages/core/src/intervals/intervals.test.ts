import { micros, type TimeRange } from '../clock/index.ts';
import { coveredLength, intersect, lastAtOrBefore, leftOut, longestOf, subtract, union } from './index.ts';

const range = (start: number, end: number): TimeRange => ({ start: micros(start), end: micros(end) });

/** Small repeatable pseudo-random numbers, so that a failing case can be had again. */
function seeded(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 1103515245 + 12345) % 2147483648) / 2147483648;
}
function randomSet(next: () => number): readonly TimeRange[] {
  return union(
    Array.from({ length: Math.floor(next() * 8) }, () => {
      const start = Math.floor(next() * 1000);
      return range(start, start + Math.floor(next() * 120));
    }),
  );
}

describe('sets of ranges', () => {
  it('join where they touch and drop what is empty', () => {
    expect(union([range(5, 9), range(0, 5), range(20, 20)])).toEqual([range(0, 9)]);
  });
  it('leave the ranges given to them as they were', () => {
    const given = Object.freeze([Object.freeze(range(3, 9)), Object.freeze(range(1, 4))]);
    expect(union(given)).toEqual([range(1, 9)]);
    expect(given[0]).toEqual(range(3, 9));
  });
  it('obey the algebra of sets for a thousand random pairs', () => {
    const next = seeded(7);
    for (let i = 0; i < 1000; i += 1) {
      const [a, b] = [randomSet(next), randomSet(next)];
      expect(coveredLength(union(a, b))).toBe(coveredLength(a) + coveredLength(b) - coveredLength(intersect(a, b)));
      expect(coveredLength(subtract(a, b))).toBe(coveredLength(a) - coveredLength(intersect(a, b)));
      expect(union(subtract(a, b), intersect(a, b))).toEqual(a);
      expect(union(b, a)).toEqual(union(a, b));
    }
  });
});

it('halving finds the last item at or before a key, and −1 before the first', () => {
  const items = [1, 3, 3, 8];
  expect([0, 1, 3, 7, 9].map((key) => lastAtOrBefore(items, key, (item) => item))).toEqual([-1, 0, 2, 2, 3]);
});

it('what is left out is told from a length on, and the longest of it is the first of equals', () => {
  const seen = [range(2, 4), range(5, 8)];
  expect(leftOut(seen, micros(10), 1)).toEqual([range(0, 2), range(4, 5), range(8, 10)]);
  expect(leftOut(seen, micros(10), 2)).toEqual([range(0, 2), range(8, 10)]);
  expect(longestOf(leftOut(seen, micros(10), 1))).toEqual(range(0, 2));
  expect(longestOf([])).toBeNull();
});
