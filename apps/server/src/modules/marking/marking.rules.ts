/** What is wrong with points given for an assignment worth `most`; null when nothing is. */
export function pointsFault(points: number | null, most: number | null): 'no-points-here' | 'too-many-points' | null {
  if (points === null) return null;
  if (most === null) return 'no-points-here';
  return points > most ? 'too-many-points' : null;
}

/** Whoever has handed something back may take it back again for so long, in ms. */
export const TAKE_BACK_MS = 60_000;
/** The word of it is some time on its way. */
const ON_THE_WAY_MS = 5000;

/** Whether what was handed back then may be taken back now. */
export const mayTakeBack = (handedBackAt: Date, now: Date): boolean =>
  now.getTime() - handedBackAt.getTime() <= TAKE_BACK_MS + ON_THE_WAY_MS;

/** The furthest ahead that a time to hand back can be set, in ms. */
export const FURTHEST_BACK_MS = 366 * 86_400_000;
