import type { Play } from './playLog.ts';
import { PlayLog } from './playLog.ts';

/** How it went with what was sent: `away` is sent again, `refused` never is. */
export type Sent = 'counted' | 'away' | 'refused';
export interface Begun {
  readonly resumeAt: number;
  readonly seen: readonly { readonly start: number; readonly end: number }[];
}
export interface NumberedReport {
  readonly number: number;
  readonly plays: readonly Play[];
  /** Where the player stood, in microseconds of programme time. */
  readonly position: number;
}
/** The way to the server. `last`: the page is being left, and the request has to outlive it. */
export interface WatchLine {
  begin(visit: { readonly id: string; readonly agoMs: number }): Promise<Begun | Exclude<Sent, 'counted'>>;
  report(visit: string, report: NumberedReport, last: boolean): Promise<Sent>;
}

/**
 * Tells the server what was played in one visit. Every report has a number, so that one that is sent again is counted
 * once; a visit that could not be begun is begun later, with everything that was played meanwhile.
 */
export class WatchReports {
  readonly log = new PlayLog();
  readonly #begunAt: number;
  #begun = false;
  #refused = false;
  #number = 0;
  /** The report that was sent last and not answered: nothing overtakes it. */
  #open: NumberedReport | null = null;
  #going: Promise<void> | null = null;

  constructor(
    readonly visit: string,
    private readonly line: WatchLine,
    /** Milliseconds that only rise. */
    private readonly clock: () => number,
    private readonly onBegun: (begun: Begun) => void,
  ) {
    this.#begunAt = clock();
  }

  /** Begins the visit where that has not been done, then sends what was played. One at a time. */
  send(position: number, last = false): Promise<void> {
    const before = this.#going ?? Promise.resolve();
    // Whoever leaves cannot wait for an answer: the number keeps the two from being counted twice.
    const mine = last ? this.#sendOn(position, true) : before.then(() => this.#sendOn(position, false));
    this.#going = mine;
    return mine.finally(() => {
      if (this.#going === mine) this.#going = null;
    });
  }

  async #sendOn(position: number, last: boolean): Promise<void> {
    if (!this.#begun && !(await this.#begin())) return;
    for (;;) {
      this.#open ??= this.#next(position);
      const sent = this.#open;
      if (!sent || (await this.line.report(this.visit, sent, last)) === 'away') return;
      if (this.#open === sent) this.#open = null;
    }
  }

  async #begin(): Promise<boolean> {
    if (this.#refused) return false;
    const answer = await this.line.begin({ id: this.visit, agoMs: Math.round(this.clock() - this.#begunAt) });
    this.#refused = answer === 'refused';
    if (typeof answer === 'string') return false;
    if (!this.#begun) this.onBegun(answer);
    this.#begun = true;
    return true;
  }

  #next(position: number): NumberedReport | null {
    const plays = this.log.take();
    return plays.length === 0 ? null : { number: this.#number++, plays, position: Math.round(position) };
  }
}
