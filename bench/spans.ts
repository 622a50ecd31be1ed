/** A stretch of time: start in, end out. */
export type Span = readonly [start: number, end: number];

/** Spans that touch as one; in rising order. */
export function joined(spans: readonly Span[]): readonly Span[] {
  const all: [number, number][] = [];
  for (const [start, end] of [...spans].sort((a, b) => a[0] - b[0])) {
    const last = all.at(-1);
    if (last && start <= last[1]) last[1] = Math.max(last[1], end);
    else all.push([start, end]);
  }
  return all;
}
export const lengthOf = (spans: readonly Span[]): number =>
  joined(spans).reduce((sum, [start, end]) => sum + end - start, 0);

/** How much is in one of both and not in the other. */
export const apart = (a: readonly Span[], b: readonly Span[]): number =>
  2 * lengthOf([...a, ...b]) - lengthOf(a) - lengthOf(b);

/** Numbers from 0 to 1, the same for the same seed. */
export function randomFrom(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}

/** In seconds, as they stand in a print of what was measured. */
export const asTimes = (spans: readonly Span[]): string =>
  spans.map(([start, end]) => `${start.toFixed(2)}–${end.toFixed(2)}`).join(' ');
