/** Reports may run ahead of the clock by this much: a report travels, and players start a little early. */
export const SLACK_MS = 2500;

/** A stretch of the programme that a player says was played, in microseconds. */
export interface ClaimedPlay {
  readonly start: number;
  readonly end: number;
  /** 0.5 to 2 */
  readonly speed: number;
}

/** The wall time it takes to play these stretches, in milliseconds. */
export const wallTimeOf = (plays: readonly ClaimedPlay[]): number =>
  plays.reduce((sum, play) => sum + (play.end - play.start) / play.speed / 1000, 0);

/** Whether a visit that began at `startedAt` and has claimed `claimedMs` can have played these stretches too by `now`. */
export function isBelievable(
  visit: { startedAt: Date; claimedMs: number },
  plays: readonly ClaimedPlay[],
  now: Date,
): boolean {
  if (!plays.every((play) => play.end > play.start)) return false;
  return visit.claimedMs + wallTimeOf(plays) <= now.getTime() - visit.startedAt.getTime() + SLACK_MS;
}
