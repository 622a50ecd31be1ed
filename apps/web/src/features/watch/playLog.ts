import { present } from '@oakbell/core/present';
/** A stretch of the programme that was played, in microseconds: start in, end out. */
export interface Play {
  readonly start: number;
  readonly end: number;
  readonly speed: number;
}
/** A step of the clock longer than this is a seek, not playing, in microseconds of programme time. */
const LONGEST_STEP = 1_000_000;

/**
 * Gathers what was really played from the ticks of a player: only while it runs, only in view, and only where
 * time moves on as playing does. A seek begins a new stretch.
 */
export class PlayLog {
  #plays: Play[] = [];
  #last: number | null = null;

  /** The player stands at `time`. `counts`: it is running and can be seen. `leapt`: it was taken there, and did not play. */
  tick(time: number, speed: number, counts: boolean, leapt = false): void {
    const step = this.#last === null || leapt ? 0 : time - this.#last;
    if (counts && step > 0 && step <= LONGEST_STEP * speed) this.#add({ start: present(this.#last), end: time, speed });
    this.#last = counts ? time : null;
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
