/**
 * Before whom a published lesson is open: nobody but those who make it, those it was given to, or everybody at the
 * school who has its link.
 */
export const OPEN_TO = ['me', 'assigned', 'school'] as const;
export type OpenTo = (typeof OPEN_TO)[number];

/** Before whom and when. Moments are in ms since 1970; null: there is no such end. */
export interface Opening {
  readonly to: OpenTo;
  /** Range start, in. */
  readonly from: number | null;
  /** Range end, out. */
  readonly until: number | null;
}
/** How a lesson begins. */
export const USUAL_OPENING: Opening = { to: 'assigned', from: null, until: null };

export const isSameOpening = (a: Opening, b: Opening): boolean =>
  a.to === b.to && a.from === b.from && a.until === b.until;

/** How it stands at a moment before those it is for. */
export const STANDINGS = ['open', 'closed', 'to-come', 'over'] as const;
export type Standing = (typeof STANDINGS)[number];

/** @param now in ms since 1970 */
export function standingOf({ to, from, until }: Opening, now: number): Standing {
  if (to === 'me') return 'closed';
  if (until !== null && now >= until) return 'over';
  return from !== null && now < from ? 'to-come' : 'open';
}

/** Whether somebody who could watch before may not any more, now or from an earlier moment on. */
export function isNarrower(after: Opening, before: Opening, now: number): boolean {
  if (standingOf(before, now) !== 'open') return false;
  if ((after.until ?? Infinity) < (before.until ?? Infinity)) return true;
  return standingOf(after, now) !== 'open' || OPEN_TO.indexOf(after.to) < OPEN_TO.indexOf(before.to);
}

/** The moments to come at which it opens or closes by itself, the first of them first. */
export const turnsToCome = ({ to, from, until }: Opening, now: number): readonly number[] =>
  to === 'me' ? [] : [from, until].filter((at): at is number => at !== null && at > now);

/** Whether its times fit each other: it ends after it begins. */
export const endsAfterItBegins = ({ from, until }: Opening): boolean => from === null || until === null || from < until;
