/* The device's side: what is up in the room, and what was written here that the room has not shown yet. */
import type { Mark, Pen, Stroke } from '@oakbell/core/log';
import { isStroke } from '@oakbell/core/log';
import type { DevicePoint, FromDevice, FromRoom, PenAct, Standing, ToDevice } from '@oakbell/core/companion';
import { Line, SentActs, type LineState } from '../../kits/companion/index.ts';

export type UpNow = Extract<FromRoom, { kind: 'page' }> & { readonly marks: readonly Mark[] };
export interface PadView {
  readonly line: LineState;
  /** Whether the teacher has said yes; null before it is known. */
  readonly standing: Standing | null;
  /** Its number in the room. */
  readonly device: string;
  readonly up: UpNow | null;
  /** The room was closed: the take is over. */
  readonly over: boolean;
}
interface Local {
  readonly stroke: Stroke & { points: number[] };
  readonly page: string;
  /** The number of its last act, once the pen is up. */
  done: number | null;
}

export class CompanionPad {
  #view: PadView = { line: 'opening', standing: null, device: '', up: null, over: false };
  readonly #sent = new SentActs();
  #local: Local[] = [];
  readonly #line: Line<ToDevice, FromDevice>;
  readonly #listeners = new Set<() => void>();
  #drag = 0;
  #serial = 0;

  constructor() {
    this.#line = new Line<ToDevice, FromDevice>(
      {},
      { message: (message) => this.#hear(message), state: (line) => this.#set({ line }) },
    );
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };
  readonly getView = (): PadView => this.#view;

  get canWrite(): boolean {
    return this.#view.up?.state === 'recording' || this.#view.up?.state === 'paused';
  }
  /** Everything on the page that is up, with what was written here last. */
  get marks(): readonly Mark[] {
    return this.#view.up?.marks ?? [];
  }
  get local(): readonly Stroke[] {
    return this.#local.filter((one) => one.page === this.#view.up?.page.id).map((one) => one.stroke);
  }
  get settled(): readonly Stroke[] {
    return this.marks.filter(isStroke);
  }

  down(pen: Pen, point: DevicePoint): void {
    const page = this.#view.up?.page.id;
    if (!page || !this.canWrite) return;
    this.#serial += 1;
    const [x, y, pressure] = point;
    const points = [Math.round(x * 10), Math.round(y * 10), Math.round(pressure * 255), 0];
    const stroke = { id: `here${this.#serial}`, page, pen, at: 0 as Stroke['at'], points };
    this.#local.push({ stroke, page, done: null });
    this.#do({ act: 'down', page, pen, point });
  }
  move(points: readonly DevicePoint[]): void {
    const local = this.#writing;
    if (!local) return;
    for (const [x, y, pressure] of points)
      local.stroke.points.push(Math.round(x * 10), Math.round(y * 10), Math.round(pressure * 255), 0);
    this.#do({ act: 'move', points });
  }
  up(): void {
    const local = this.#writing;
    if (!local) return;
    local.done = this.#do({ act: 'up' });
  }
  beginErasing(): void {
    this.#drag += 1;
  }
  erase(point: DevicePoint): void {
    const page = this.#view.up?.page.id;
    if (page) this.#do({ act: 'erase', page, drag: this.#drag, point });
  }
  undo(): void {
    this.#do({ act: 'undo' });
  }
  close(): void {
    this.#line.close();
  }

  get #writing(): Local | undefined {
    return this.#local.find((one) => one.done === null);
  }

  #do(act: PenAct): number {
    const numbered = this.#sent.add(act);
    this.#line.send({ kind: 'pen', ...numbered });
    return numbered.n;
  }

  #hear(message: ToDevice): void {
    switch (message.kind) {
      case 'standing':
        return this.#set({ standing: message.standing, device: message.device });
      case 'page':
        return this.#set({ up: { ...message, marks: [] } });
      case 'marks': {
        const { up } = this.#view;
        if (up) this.#set({ up: { ...up, marks: [...up.marks, ...message.marks] } });
        return;
      }
      case 'taken':
        this.#sent.taken(message.n);
        // What the room has is among its marks by now: they are sent before the number is.
        this.#local = this.#local.filter((one) => one.done === null || one.done > message.n);
        if (this.#again) for (const one of this.#sent.waiting) this.#line.send({ kind: 'pen', ...one });
        this.#again = false;
        return this.#set({});
      case 'ping':
        return this.#line.send({ kind: 'pong', t: message.t, here: performance.now() });
      case 'closed':
        this.#line.close();
        return this.#set({ over: true });
    }
  }
  /** Set while the line is lost: what waits is said again once the room has told what it has. */
  #again = false;

  #set(change: Partial<PadView>): void {
    if (change.line === 'lost') this.#again = true;
    this.#view = { ...this.#view, ...change };
    for (const listener of this.#listeners) listener();
  }
}
