/** What is given up so that the voice gets through: nothing; the camera's pictures a second; its inset; live painting. */
export type Shed = 0 | 1 | 2 | 3;

/** Sound that is handed over later than this is a sign that the machine is busy, in ms. */
const LATE_MS = 100;
/** Signs so far apart are two, and two within so long are a state. */
const APART_MS = 200;
const WITHIN_MS = 3000;
/** What a step does is waited for, before the next one. */
const STEP_MS = 1000;
/** Without a sign for so long, one step is taken back. */
const CALM_MS = 20_000;

/** Watches how late sound is handed over: what competes with it gives way before a sample is lost. */
export class LoadWatch {
  #level: Shed = 0;
  #signs: readonly number[] = [];
  #steppedAt = -Infinity;

  /** @param lateMs how much later than usual sound came @param atMs now, by any one clock; gives what is to be given up */
  heard(lateMs: number, atMs: number): Shed {
    const last = this.#signs.at(-1) ?? -Infinity;
    if (lateMs > LATE_MS && atMs - last >= APART_MS)
      this.#signs = [...this.#signs.filter((sign) => sign > atMs - WITHIN_MS), atMs];
    const isBusy = this.#signs.filter((sign) => sign > atMs - WITHIN_MS).length >= 2;
    if (isBusy && atMs - this.#steppedAt >= STEP_MS) this.#step(1, atMs);
    const calmFor = atMs - Math.max(this.#signs.at(-1) ?? -Infinity, this.#steppedAt);
    if (this.#level > 0 && calmFor >= CALM_MS) this.#step(-1, atMs);
    return this.#level;
  }

  /** Something was lost all the same. */
  lost(atMs: number): Shed {
    this.#signs = [...this.#signs, atMs];
    if (atMs - this.#steppedAt >= STEP_MS) this.#step(1, atMs);
    return this.#level;
  }

  #step(by: 1 | -1, atMs: number): void {
    this.#level = Math.max(0, Math.min(3, this.#level + by)) as Shed;
    this.#steppedAt = atMs;
  }
}
