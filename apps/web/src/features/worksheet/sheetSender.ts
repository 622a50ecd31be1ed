/*
 * What is written is kept in this browser at once and goes to the school within a second, part after part. Nothing here
 * gives up while the school is away; what it refuses is told, and is not sent again.
 */
import { partText, SEND_MS, type SheetEvent } from '@oakbell/core/worksheets';
import type { KeptPart, PartStore } from './sheetParts.ts';

/** What the school said to a part: `away` when it cannot be reached now. */
export type PartAnswer = 'saved' | 'away' | { readonly refused: string };
export type SendPart = (part: KeptPart) => Promise<PartAnswer>;
/** Timers, so that a test can put its own in their place. */
export interface Later {
  readonly after: (ms: number, work: () => void) => () => void;
}
export type SheetState =
  | { readonly kind: 'nothing-new' }
  | { readonly kind: 'saving' }
  | { readonly kind: 'saved'; readonly at: Date }
  /** It waits in this browser, so many parts. `kept`: it would be there after the browser was closed. */
  | { readonly kind: 'away'; readonly waiting: number; readonly kept: boolean }
  | { readonly kind: 'refused'; readonly why: string };

/** What is written is kept after so long, in ms. */
const KEEP_MS = 200;
/** Waits between tries while the school is away, in ms; the last one again and again. */
const WAITS_MS = [500, 1000, 2000, 5000];

interface Parts {
  readonly whose: Pick<KeptPart, 'person' | 'assignment' | 'visit'>;
  readonly store: PartStore;
  readonly send: SendPart;
  readonly later: Later;
  readonly now: () => Date;
  readonly onState: (state: SheetState) => void;
}

export class SheetSender {
  #open: SheetEvent[] = [];
  #number = 0;
  #waiting: KeptPart[] = [];
  #sending = false;
  #tries = 0;
  #kept = true;
  #refused: string | null = null;
  #stopKeeping: (() => void) | null = null;
  #stopSending: (() => void) | null = null;
  #stopWaiting: (() => void) | null = null;
  #settled: (() => void)[] = [];
  readonly #parts: Parts;

  constructor(parts: Parts) {
    this.#parts = parts;
  }

  /** Something was written. */
  write(event: SheetEvent): void {
    this.#open.push(event);
    this.#tell({ kind: 'saving' });
    const { later } = this.#parts;
    this.#stopKeeping ??= later.after(KEEP_MS, () => this.#keepOpen());
    this.#stopSending ??= later.after(SEND_MS, () => this.#close());
  }

  /** Sends all there is, and resolves once it has arrived, or cannot now: true when nothing waits any more. */
  async flush(): Promise<boolean> {
    this.#close();
    this.wake();
    if (this.#waiting.length > 0 && this.#refused === null)
      await new Promise<void>((resolve) => this.#settled.push(resolve));
    return this.#waiting.length === 0;
  }

  /** Tries again at once: the line may be back. */
  wake(): void {
    this.#stopWaiting?.();
    this.#stopWaiting = null;
    void this.#run();
  }

  /** Keeps what is open, and ends; what waits is sent when the sheet is opened again. */
  stop(): void {
    this.#close();
    this.#stopWaiting?.();
  }

  /** What is open is kept while it grows: its number is the same until it is sent. */
  #keepOpen(): void {
    this.#stopKeeping = null;
    if (this.#open.length > 0) this.#keep(this.#part());
  }

  #part(): KeptPart {
    return { ...this.#parts.whose, number: this.#number, events: partText(this.#open) };
  }

  #keep(part: KeptPart): void {
    this.#parts.store.keep(part).then(
      () => (this.#kept = true),
      () => (this.#kept = false),
    );
  }

  #close(): void {
    this.#stopKeeping?.();
    this.#stopSending?.();
    this.#stopKeeping = this.#stopSending = null;
    if (this.#open.length === 0) return;
    const part = this.#part();
    this.#keep(part);
    this.#open = [];
    this.#number += 1;
    this.#waiting.push(part);
    if (!this.#stopWaiting) void this.#run();
  }

  async #run(): Promise<void> {
    if (this.#sending || this.#refused !== null) return;
    this.#sending = true;
    for (let next = this.#waiting[0]; next; next = this.#waiting[0]) {
      // Whatever else goes wrong on the way is no word of the school: it is tried again.
      const answer = await this.#parts.send(next).catch(() => 'away' as const);
      if (answer === 'away') {
        this.#waitAWhile();
        break;
      }
      if (answer !== 'saved') {
        this.#refused = answer.refused;
        break;
      }
      this.#tries = 0;
      this.#waiting.shift();
      await this.#parts.store.forget(next).catch(() => undefined);
    }
    this.#sending = false;
    this.#tellHow();
    for (const resolve of this.#settled.splice(0)) resolve();
  }

  #waitAWhile(): void {
    const ms = WAITS_MS[Math.min(this.#tries, WAITS_MS.length - 1)]!;
    this.#tries += 1;
    this.#stopWaiting = this.#parts.later.after(ms, () => this.wake());
  }

  #tellHow(): void {
    if (this.#refused !== null) this.#tell({ kind: 'refused', why: this.#refused });
    else if (this.#waiting.length > 0) this.#tell({ kind: 'away', waiting: this.#waiting.length, kept: this.#kept });
    else if (this.#open.length === 0) this.#tell({ kind: 'saved', at: this.#parts.now() });
  }

  #tell(state: SheetState): void {
    // What cannot be reached stays said until it is reached.
    if (state.kind === 'saving' && (this.#stopWaiting || this.#refused !== null)) return;
    this.#parts.onState(state);
  }
}
