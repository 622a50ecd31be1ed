import { micros, ZERO, type Micros, type TimeRange } from '@oakbell/core/clock';
import { quietStretches } from '@oakbell/core/audio';
import { lastPauseBefore } from '@oakbell/core/log';

/** One report of the sound thread covers so much: 2,048 frames at 48 kHz. */
const HOP = micros(42_667);
/** A pause this long lets one begin anew: 0.35 s. */
const SHORTEST = micros(350_000);
/** Pressing again within this time of going on goes one sentence further back, in microseconds. */
const STILL_JOINING = 1_200_000;
/** So much of the last minutes is kept: ten minutes. */
const MOST_LEVELS = 14_000;

/** Where a voice paused while it was recorded, so that the last sentence can be said again. */
export class SpeechPauses {
  #levels: number[] = [];
  #times: Micros[] = [];
  #dropped: TimeRange[] = [];

  /** @param energy the mean square of the last 43 ms, which ended at take time `at` */
  heard(energy: number, at: Micros): void {
    this.#levels.push(Math.max(-120, 10 * Math.log10(energy + 1e-12)));
    this.#times.push(at);
    if (this.#levels.length < MOST_LEVELS * 1.2) return;
    this.#levels = this.#levels.slice(-MOST_LEVELS);
    this.#times = this.#times.slice(-MOST_LEVELS);
  }

  /** Everything that was said again so far. */
  get dropped(): readonly TimeRange[] {
    return this.#dropped;
  }
  get droppedLength(): Micros {
    return micros(this.#dropped.reduce((sum, { start, end }) => sum + end - start, 0));
  }

  /** Where the last sentence before `now` began: after a pause of 0.35 s, or the beginning. */
  joinBefore(now: Micros): Micros {
    const last = this.#dropped.at(-1);
    const from = last && now - last.end < STILL_JOINING ? micros(last.start - 1) : now;
    const quiet = quietStretches(this.#levels, { shortest: SHORTEST, hop: HOP })
      .map(({ start, end }) => ({ start: this.#timeOf(start), end: this.#timeOf(end) }))
      .filter(({ end }) => !this.#dropped.some((gone) => end > gone.start && end <= gone.end));
    return lastPauseBefore(quiet, from, SHORTEST);
  }

  /** Notes that what lies between is said again; stretches that lie within it are part of it. */
  drop(start: Micros, end: Micros): void {
    this.#dropped = [...this.#dropped.filter((one) => one.start < start), { start, end }];
  }

  #timeOf(levelTime: Micros): Micros {
    const index = Math.round(levelTime / HOP);
    return this.#times[Math.min(index, this.#times.length - 1)] ?? ZERO;
  }
}
