import { fromMillis, LATEST_REPORT_MS, toMillis } from '@oakbell/core/clock';
import { coveredLength, union, type RangeSet } from '@oakbell/core/intervals';

/** Reports may run ahead of the clock by this much in a sitting: a report travels, and players start a little early. */
export const SLACK_MS = 2500;
/** What a learner opens again within this time is the same sitting, whatever it is opened on. */
const ONE_SITTING_MS = 10 * 60_000;
/** A visit lasts no longer: a page that stood open for days gives no more time. */
const LONGEST_VISIT_MS = 12 * 3_600_000;
/** More times apart than this are not kept one by one. */
const MOST_APART = 100;

/** A stretch of the programme that a player says was played, in microseconds. */
export interface ClaimedPlay {
  readonly start: number;
  readonly end: number;
  /** `SLOWEST` to `FASTEST` */
  readonly speed: number;
}

/** The time a learner had a lesson open, over all visits and devices, and how much of it was claimed to be watched. */
export interface Sitting {
  /** When it was open: microseconds since 1970. What is too old for a late report is told in `pastMs` alone. */
  readonly open: RangeSet;
  readonly pastMs: number;
  readonly claimedMs: number;
}
export const NEVER_SAT: Sitting = { open: [], pastMs: 0, claimedMs: 0 };

/** The wall time it takes to play these stretches, in milliseconds. */
export const wallTimeOf = (plays: readonly ClaimedPlay[]): number =>
  plays.reduce((sum, play) => sum + (play.end - play.start) / play.speed / 1000, 0);

/**
 * A learner's time with a lesson once a report counts, told by `now` in a visit that began at `startedAt`. Null when more
 * is claimed than there was time for: nobody watches two hours in one, on however many devices.
 */
export function withClaim(
  { open, pastMs, claimedMs }: Sitting,
  startedAt: Date,
  plays: readonly ClaimedPlay[],
  now: Date,
): Sitting | null {
  if (!plays.every((play) => play.end > play.start)) return null;
  const begun = startedAt.getTime();
  const until = Math.min(now.getTime(), begun + LONGEST_VISIT_MS);
  const visit = { start: fromMillis(begun), end: fromMillis(Math.max(begun, until)) };
  const sitting = { open: union(open, [visit]), pastMs, claimedMs: Math.round(claimedMs + wallTimeOf(plays)) };
  return sitting.claimedMs <= timeOf(sitting) ? folded(sitting, now) : null;
}

/** How much can have been watched, in milliseconds. */
const timeOf = ({ open, pastMs }: Sitting): number =>
  pastMs + lengthMs(open) + SLACK_MS * Math.max(1, sittingsIn(open));
const lengthMs = (open: RangeSet): number => toMillis(coveredLength(open));

/** How often somebody sat down to it. */
const sittingsIn = (open: RangeSet): number =>
  open.filter(({ start }, i) => i === 0 || toMillis(start) - toMillis(open[i - 1]!.end) > ONE_SITTING_MS).length;

function folded({ open, pastMs, claimedMs }: Sitting, now: Date): Sitting {
  const recent = open.filter(({ end }) => toMillis(end) > now.getTime() - LATEST_REPORT_MS).slice(-MOST_APART);
  const past = open.slice(0, open.length - recent.length);
  return { open: recent, pastMs: Math.round(pastMs + lengthMs(past) + SLACK_MS * sittingsIn(past)), claimedMs };
}
