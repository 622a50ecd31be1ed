/* What a learner needs, and how somebody likes to read. */

/** So much more time, as a share of what all have: none, a quarter, a half, twice as much. */
export const EXTRA_TIMES = [0, 0.25, 0.5, 1] as const;
export const TEXT_SIZES = ['usual', 'large', 'larger'] as const;
export type TextSize = (typeof TEXT_SIZES)[number];
/** Of letters, to those of `usual`. */
export const TEXT_SCALES: Readonly<Record<TextSize, number>> = { usual: 1, large: 1.15, larger: 1.3 };

/** How large letters are for somebody: as they chose, or larger where they need it and have not chosen. */
export const textSizeFor = (chosen: TextSize | null, needsLarger: boolean): TextSize =>
  chosen ?? (needsLarger ? 'large' : 'usual');
