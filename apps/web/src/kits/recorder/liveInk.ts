/*
 * The pages as they stand while someone writes on them. Every act becomes an event of the log; what is visible is
 * kept beside it, so that the stage never has to read the log back.
 */
import type { Micros } from '@oakbell/core/clock';
import { strokeHit } from '@oakbell/core/ink';
import type { Pen, Stroke, TakeEvent } from '@oakbell/core/log';

/** A place on the page in page units, with pressure 0…1 and the moment in take time. */
export interface PenPoint {
  readonly x: number;
  readonly y: number;
  readonly pressure: number;
  readonly at: Micros;
}
/** Points are written to the log at least this often while the pen is down, in ms. */
const WRITE_MS = 60;
/** How near the eraser must come to a stroke, in page units. */
const ERASER_REACH = 12;

interface Act {
  readonly id: string;
  readonly page: string;
  /** The strokes that the act put there, or took away. */
  readonly strokes: readonly Stroke[];
  readonly erased: boolean;
}
type Drawn = Omit<Stroke, 'points'> & { readonly points: number[] };

export class LiveInk {
  #pages = new Map<string, readonly Stroke[]>();
  #drawing: { stroke: Drawn; waiting: number[]; waitingAt: Micros } | null = null;
  #done: Act[] = [];
  #undone: Act[] = [];
  #serial = 0;
  readonly #prefix: string;
  readonly #write: (event: TakeEvent) => void;

  /** @param prefix makes ids of strokes unlike those of any other take */
  constructor(prefix: string, write: (event: TakeEvent) => void) {
    this.#prefix = prefix;
    this.#write = write;
  }

  /** Puts the ink of earlier takes on a page. */
  begin(page: string, strokes: readonly Stroke[]): void {
    this.#pages.set(page, strokes);
  }

  /** What is to be seen on a page, oldest first, the stroke being drawn last. */
  strokesOn(page: string): readonly Stroke[] {
    const there = this.#pages.get(page) ?? [];
    return this.#drawing?.stroke.page === page ? [...there, this.#drawing.stroke] : there;
  }

  get canUndo(): boolean {
    return this.#done.length > 0;
  }
  get canRedo(): boolean {
    return this.#undone.length > 0;
  }

  penDown(page: string, pen: Pen, point: PenPoint): void {
    this.penUp();
    const points = [tenths(point.x), tenths(point.y), pressureByte(point.pressure), 0];
    const stroke: Drawn = { id: this.#id('s'), page, pen, at: point.at, points: [...points] };
    this.#drawing = { stroke, waiting: [], waitingAt: point.at };
    this.#write({ kind: 'stroke', at: point.at, stroke: stroke.id, page, pen, points });
  }

  penMove(points: readonly PenPoint[]): void {
    const drawing = this.#drawing;
    if (!drawing) return;
    for (const point of points) {
      const [x, y, pressure] = [tenths(point.x), tenths(point.y), pressureByte(point.pressure)];
      drawing.stroke.points.push(x, y, pressure, Math.round((point.at - drawing.stroke.at) / 1000));
      if (drawing.waiting.length === 0) drawing.waitingAt = point.at;
      drawing.waiting.push(x, y, pressure, Math.round((point.at - drawing.waitingAt) / 1000));
      if (point.at - drawing.waitingAt >= WRITE_MS * 1000) this.#writeWaiting();
    }
  }

  penUp(): void {
    if (!this.#drawing) return;
    this.#writeWaiting();
    const { stroke } = this.#drawing;
    this.#drawing = null;
    this.#pages.set(stroke.page, [...(this.#pages.get(stroke.page) ?? []), stroke]);
    this.#did({ id: stroke.id, page: stroke.page, strokes: [stroke], erased: false });
  }

  /** Rubs out the strokes under the place: one act, when there are any. */
  erase(page: string, point: PenPoint): void {
    const there = this.#pages.get(page) ?? [];
    const hit = there.filter((stroke) => strokeHit(stroke.points, point, ERASER_REACH + stroke.pen.width / 2));
    if (hit.length === 0) return;
    const act = this.#id('e');
    this.#pages.set(
      page,
      there.filter((stroke) => !hit.includes(stroke)),
    );
    this.#write({ kind: 'erased', at: point.at, act, strokes: hit.map((stroke) => stroke.id) });
    this.#did({ id: act, page, strokes: hit, erased: true });
  }

  /** Takes the newest act back; says on which page, or null when there is none. */
  undo(at: Micros): string | null {
    this.penUp();
    const act = this.#done.pop();
    if (!act) return null;
    this.#undone.push(act);
    this.#write({ kind: 'undone', at, act: act.id });
    this.#show(act, act.erased);
    return act.page;
  }

  redo(at: Micros): string | null {
    const act = this.#undone.pop();
    if (!act) return null;
    this.#done.push(act);
    this.#write({ kind: 'redone', at, act: act.id });
    this.#show(act, !act.erased);
    return act.page;
  }

  #did(act: Act): void {
    this.#done.push(act);
    this.#undone = [];
  }

  #show(act: Act, seen: boolean): void {
    const rest = (this.#pages.get(act.page) ?? []).filter((stroke) => !act.strokes.includes(stroke));
    this.#pages.set(act.page, seen ? [...rest, ...act.strokes].sort((a, b) => a.at - b.at) : rest);
  }

  #writeWaiting(): void {
    const drawing = this.#drawing;
    if (!drawing || drawing.waiting.length === 0) return;
    this.#write({ kind: 'more', at: drawing.waitingAt, stroke: drawing.stroke.id, points: drawing.waiting });
    drawing.waiting = [];
  }

  #id(kind: string): string {
    this.#serial += 1;
    return `${this.#prefix}${kind}${this.#serial}`;
  }
}

const tenths = (units: number): number => Math.round(units * 10);
const pressureByte = (pressure: number): number => Math.round(Math.max(0, Math.min(1, pressure)) * 255);
