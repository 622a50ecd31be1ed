/* What a learner needs, and how somebody likes to read. */

/** So much more time, as a share of what all have: none, a quarter, a half, twice as much. */
export const EXTRA_TIMES = [0, 0.25, 0.5, 1] as const;
const MINUTE_MS = 60_000;

/**
 * When work is due for somebody who needs extra time: so much later as that share of the time that all have, ending on a
 * whole minute. @param extra a share of the time from `since`, when it was given, to `due`; both in ms since 1970
 */
export function dueWith(extra: number, { since, due }: { readonly since: number; readonly due: number }): number {
  const more = extra * Math.max(0, due - since);
  return more > 0 ? Math.ceil((due + more) / MINUTE_MS) * MINUTE_MS : due;
}

export const TEXT_SIZES = ['usual', 'large', 'larger'] as const;
export type TextSize = (typeof TEXT_SIZES)[number];
/** Of letters, to those of `usual`. */
export const TEXT_SCALES: Readonly<Record<TextSize, number>> = { usual: 1, large: 1.15, larger: 1.3 };

/** How large letters are for somebody: as they chose, or larger where they need it and have not chosen. */
export const textSizeFor = (chosen: TextSize | null, needsLarger: boolean): TextSize =>
  chosen ?? (needsLarger ? 'large' : 'usual');
