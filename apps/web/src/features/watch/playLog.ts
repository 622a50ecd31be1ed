/** A stretch of the programme that was played, in microseconds: start in, end out. */
export interface Play {
  readonly start: number;
  readonly end: number;
  readonly speed: number;
}
/** Where a player stands, at a moment of a clock that nobody sets. */
export interface Tick {
  /** Microseconds of programme time. */
  readonly time: number;
  /** Milliseconds of the clock. */
  readonly now: number;
  readonly speed: number;
  /** It is running, and can be seen or heard. */
  readonly counts: boolean;
  /** It was taken there, and did not play. */
  readonly leapt?: boolean;
}
/** A sound is told in steps: it may be ahead of the clock by so much, in milliseconds. */
const AHEAD_MS = 300;

/**
 * Gathers what was really played from the ticks of a player: only while it runs and can be seen or heard, and only
 * where time moves on no faster than the clock lets it. A seek begins a new stretch.
 */
export class PlayLog {
  #plays: Play[] = [];
  #last: Tick | null = null;

  tick(tick: Tick): void {
    const { time: end, now, speed, counts, leapt = false } = tick;
    if (counts && !leapt && this.#last) {
      const { time: start, now: before } = this.#last;
      const most = (now - before + AHEAD_MS) * speed * 1000;
      if (end > start && end - start <= most) this.#add({ start, end, speed });
    }
    this.#last = counts ? tick : null;
  }

  /** What was played since the last time this was asked. */
  take(): readonly Play[] {
    const taken = this.#plays;
    this.#plays = [];
    return taken;
  }

  #add(play: Play): void {
    this.#plays = joined(this.#plays, play);
  }
}

/** Stretches with one more: as one with the last where they go on from it. */
export function joined(plays: readonly Play[], play: Play): Play[] {
  const last = plays.at(-1);
  if (last && last.end === play.start && last.speed === play.speed)
    return [...plays.slice(0, -1), { ...last, end: play.end }];
  return [...plays, play];
}
