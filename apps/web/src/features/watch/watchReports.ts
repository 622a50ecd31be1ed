import { LATEST_REPORT_MS } from '@oakbell/core/clock';
import { joined, PlayLog, type Play } from './playLog.ts';

/** How it went with what was sent: `away` is sent again; what is refused never is, and why is in its words. */
export type Sent = 'counted' | 'away' | { readonly refused: string };
export interface Begun {
  readonly resumeAt: number;
  readonly seen: readonly { readonly start: number; readonly end: number }[];
}
export interface NumberedReport {
  readonly number: number;
  readonly plays: readonly Play[];
  /** Where the player stood, in microseconds of programme time. */
  readonly position: number;
  /** When it was played, in ms since 1970. */
  readonly at: number;
}
/** A visit with what was played in it and is not counted yet. It is kept in the browser until it is. */
export interface KeptVisit {
  readonly id: string;
  readonly editionId: string;
  readonly title: string;
  /** In ms since 1970. */
  readonly startedAt: number;
  readonly begun: boolean;
  /** The number of the next report. */
  readonly next: number;
  /** The report that was sent last and not answered: nothing overtakes it, and nothing is added to it. */
  readonly open: NumberedReport | null;
  /** What was played since. */
  readonly waiting: Omit<NumberedReport, 'number'> | null;
}
/** The way to the server. `last`: the page is being left, and the request has to outlive it. */
export interface WatchLine {
  begin(visit: { readonly id: string; readonly editionId: string; readonly agoMs: number }): Promise<Begun | Sent>;
  report(visit: string, report: NumberedReport & { readonly agoMs: number }, last: boolean): Promise<Sent>;
}
/** How it stands with what was played: told, waiting for the network, or refused with these words. */
export type Telling = 'told' | 'waiting' | { readonly refused: string };

interface Watcher {
  /** Keeps what is not counted yet; null once nothing is left. */
  keep(visit: KeptVisit | null): void;
  onBegun?(begun: Begun): void;
  onTelling?(telling: Telling): void;
}

/** A visit that begins now. */
export const newVisit = (editionId: string, title: string, now: number): KeptVisit => ({
  id: crypto.randomUUID(),
  editionId,
  title,
  startedAt: now,
  begun: false,
  next: 0,
  open: null,
  waiting: null,
});

/**
 * Tells the server what was played in one visit. Every report has a number, so that one that is sent again is counted
 * once; a visit that could not be begun is begun later, with everything that was played meanwhile. What is not counted
 * yet is kept outside of the page, and another page can go on with it.
 */
export class WatchReports {
  readonly log = new PlayLog();
  #visit: KeptVisit;
  #refused = false;
  #going: Promise<void> | null = null;

  constructor(
    visit: KeptVisit,
    private readonly line: WatchLine,
    /** Milliseconds since 1970. */
    private readonly clock: () => number,
    private readonly watcher: Watcher,
  ) {
    this.#visit = visit;
  }

  /** Takes down what was played until now: from here on it outlives the page. */
  hold(position: number): void {
    const plays = this.log.take();
    if (plays.length === 0 || this.#refused) return;
    const before = this.#visit.waiting?.plays ?? [];
    this.#become({
      waiting: {
        plays: plays.reduce<readonly Play[]>(joined, before),
        position: Math.round(position),
        at: this.clock(),
      },
    });
  }

  /** Begins the visit where that has not been done, then sends what was played. One at a time. */
  send(position: number, last = false): Promise<void> {
    this.hold(position);
    return this.sendHeld(last);
  }

  /** Sends what was taken down before. */
  sendHeld(last = false): Promise<void> {
    const before = this.#going ?? Promise.resolve();
    // Whoever leaves cannot wait for an answer: the number keeps the two from being counted twice.
    const mine = last ? this.#sendOn(true) : before.then(() => this.#sendOn(false));
    this.#going = mine;
    return mine.finally(() => {
      if (this.#going === mine) this.#going = null;
    });
  }

  async #sendOn(last: boolean): Promise<void> {
    if (this.#refused || (!this.#visit.begun && !(await this.#begin()))) return;
    for (;;) {
      const sent = this.#opened();
      if (!sent) return;
      const agoMs = this.#ago(sent.at);
      const answer = await this.line.report(this.#visit.id, { ...sent, agoMs }, last);
      if (answer === 'away') return this.watcher.onTelling?.('waiting');
      this.watcher.onTelling?.(answer === 'counted' ? 'told' : answer);
      if (this.#visit.open === sent) this.#become({ open: null });
    }
  }

  async #begin(): Promise<boolean> {
    const { id, editionId, startedAt } = this.#visit;
    const answer = await this.line.begin({ id, editionId, agoMs: this.#ago(startedAt) });
    if (typeof answer === 'string' || 'refused' in answer) {
      this.watcher.onTelling?.(answer === 'away' ? 'waiting' : (answer as Telling));
      this.#refused = answer !== 'away';
      if (this.#refused) this.#become({ open: null, waiting: null });
      return false;
    }
    if (!this.#visit.begun) this.watcher.onBegun?.(answer);
    this.#become({ begun: true });
    return true;
  }

  /** The report that is to be sent: one that was sent before, or what was played since under a number of its own. */
  #opened(): NumberedReport | null {
    const { open, waiting, next } = this.#visit;
    if (open || !waiting) return open;
    const opened = { ...waiting, number: next };
    this.#become({ open: opened, waiting: null, next: next + 1 });
    return opened;
  }

  #become(change: Partial<KeptVisit>): void {
    this.#visit = { ...this.#visit, ...change };
    const { open, waiting } = this.#visit;
    this.watcher.keep(open || waiting ? this.#visit : null);
  }

  #ago(moment: number): number {
    return Math.max(0, Math.min(LATEST_REPORT_MS, Math.round(this.clock() - moment)));
  }
}
