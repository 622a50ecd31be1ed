import { micros, ZERO, type Micros, type TimeRange } from '../clock/index.ts';

/** Disjoint, non-empty, half-open ranges in rising order; touching ranges are joined. */
export type RangeSet = readonly TimeRange[];

/** The set of all moments that at least one of `ranges` holds. Empty ranges vanish; order does not matter. */
export function union(...ranges: readonly RangeSet[]): RangeSet {
  const sorted = ranges
    .flat()
    .filter((range) => range.end > range.start)
    .sort((a, b) => a.start - b.start);
  const joined: { start: Micros; end: Micros }[] = [];
  for (const range of sorted) {
    const last = joined[joined.length - 1];
    if (last && range.start <= last.end) last.end = micros(Math.max(last.end, range.end));
    else joined.push({ start: range.start, end: range.end });
  }
  return joined;
}

/** The moments that both sets hold. */
export function intersect(a: RangeSet, b: RangeSet): RangeSet {
  const found: TimeRange[] = [];
  for (let i = 0, j = 0; i < a.length && j < b.length;) {
    const start = micros(Math.max(a[i]!.start, b[j]!.start));
    const end = micros(Math.min(a[i]!.end, b[j]!.end));
    if (start < end) found.push({ start, end });
    if (a[i]!.end < b[j]!.end) i += 1;
    else j += 1;
  }
  return found;
}

/** The moments of `a` that `b` does not hold. */
export function subtract(a: RangeSet, b: RangeSet): RangeSet {
  const left: TimeRange[] = [];
  for (const range of a) {
    let start = range.start;
    for (const hole of b) {
      if (hole.end <= start) continue;
      if (hole.start >= range.end) break;
      if (hole.start > start) left.push({ start, end: hole.start });
      start = micros(Math.max(start, hole.end));
    }
    if (start < range.end) left.push({ start, end: range.end });
  }
  return left;
}

/** The summed length in microseconds, 0 for the empty set. */
export function coveredLength(set: RangeSet): Micros {
  return micros(set.reduce((sum, range) => sum + range.end - range.start, 0));
}

/** What is left of `0 … length`, where gaps shorter than `least` are none; in rising order. All in microseconds. */
export const leftOut = (set: RangeSet, length: Micros, least: number): RangeSet =>
  subtract([{ start: ZERO, end: length }], set).filter(({ start, end }) => end - start >= least);

/** The longest range, the first of equals; null for none. */
export const longestOf = (set: RangeSet): TimeRange | null =>
  set.reduce<TimeRange | null>(
    (best, one) => (best && one.end - one.start <= best.end - best.start ? best : one),
    null,
  );
