import type { PenAct } from '@oakbell/core/companion';

export interface NumberedAct {
  readonly n: number;
  readonly act: PenAct;
}

/** What a device did and the room has not yet taken in. */
export class SentActs {
  #waiting: NumberedAct[] = [];
  #next = 1;

  /** Numbers an act and keeps it until the room has it. */
  add(act: PenAct): NumberedAct {
    const numbered = { n: this.#next, act };
    this.#next += 1;
    this.#waiting.push(numbered);
    return numbered;
  }
  /** The room has everything up to `n`. */
  taken(n: number): void {
    this.#waiting = this.#waiting.filter((one) => one.n > n);
  }
  /** What has to be said again after the line was lost, in order. */
  get waiting(): readonly NumberedAct[] {
    return this.#waiting;
  }
}

/** What the room has taken in from one device: each act once, in order. */
export class TakenActs {
  #last = 0;

  get last(): number {
    return this.#last;
  }
  /** Whether this act is the next one: one that was there before, or that others must precede, is not. */
  isNext(n: number): boolean {
    if (n !== this.#last + 1) return false;
    this.#last = n;
    return true;
  }
}
