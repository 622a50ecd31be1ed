import { micros, type Micros } from '@oakbell/core/clock';
import { isSheetEvent, marksOf, readParts, sheetEnd } from '@oakbell/core/worksheets';
import { InkHand, LiveInk } from '../../kits/ink/index.ts';
import { learnMedia, personHere, type Api } from '../../shared/api/index.ts';
import { holdVisit, noteSheet, sendPart } from './keptParts.ts';
import { browserParts, type PartStore } from './sheetParts.ts';
import { SheetSender, type Later, type SendPart, type SheetState } from './sheetSender.ts';

type Sheet = Api['SheetDto'];

const timers: Later = {
  after(ms, work) {
    const timer = setTimeout(work, ms);
    return () => clearTimeout(timer);
  },
};

/** A sheet that is written on: its ink, the hand, and the way of what is written to the school. */
export class OpenSheet {
  readonly ink: LiveInk;
  readonly hand: InkHand;
  readonly sender: SheetSender;
  #version = 0;
  #state: SheetState = { kind: 'nothing-new' };
  #let: () => void = () => undefined;
  readonly #heard = new Set<() => void>();
  readonly #begun: number;
  readonly #openedAt: number;

  constructor(
    sheet: Pick<Sheet, 'assignmentId' | 'log' | 'pages'>,
    { store = browserParts(), send = sendPart }: { readonly store?: PartStore; readonly send?: SendPart } = {},
  ) {
    const visit = crypto.randomUUID();
    const written = readParts([sheet.log]);
    this.#begun = sheetEnd(written) + 1000;
    this.#openedAt = performance.now();
    this.ink = new LiveInk(`${visit.slice(0, 8)}-`, (event) => {
      if (isSheetEvent(event)) this.sender.write(event);
    });
    this.hand = new InkHand(this.ink);
    const pages = sheet.pages.map(({ id }) => id);
    for (const [page, marks] of marksOf(written, pages)) this.ink.begin(page, marks);
    this.sender = new SheetSender({
      whose: { person: personHere() ?? '', assignment: sheet.assignmentId, visit },
      ...{ store, send, later: timers, now: () => new Date() },
      onState: (state) => {
        this.#state = state;
        this.#tell();
      },
    });
    noteSheet();
    holdVisit(visit, new Promise((resolve) => (this.#let = resolve)));
  }

  /** The moment in the time of the sheet, after everything that was on it when it was opened. */
  get now(): Micros {
    return this.timeOf(performance.now());
  }
  /** @param at as `performance.now()` and the events of the browser tell it, in ms */
  timeOf(at: number): Micros {
    return micros(this.#begun + Math.max(0, Math.round((at - this.#openedAt) * 1000)));
  }

  /** What is settled has changed. */
  changed(): void {
    this.#version += 1;
    this.#tell();
  }
  readonly subscribe = (heard: () => void): (() => void) => {
    this.#heard.add(heard);
    return () => this.#heard.delete(heard);
  };
  readonly version = (): number => this.#version;
  readonly state = (): SheetState => this.#state;

  /** Leaves it: what waits is sent by whoever opens it next. */
  close(): void {
    this.sender.stop();
    this.#let();
  }

  #tell(): void {
    for (const heard of this.#heard) heard();
  }
}

export const learned = (sheet: Sheet): Sheet => learnMedia(sheet);
