/*
 * The pages as they stand while someone writes on them. Every act becomes an event of the log; what is visible is
 * kept beside it, so that the stage never has to read the log back. Several hands may write at once: the one in this
 * room and those of pen companions.
 */
import { present } from '@oakbell/core/present';
import type { Micros } from '@oakbell/core/clock';
import {
  liesWithin,
  rubbedOut,
  shapeCorners,
  straightPoints,
  strokeHit,
  type Bounds,
  type Point,
  type Shape,
} from '@oakbell/core/ink';
import {
  isStroke,
  pieceOf,
  type Mark,
  type Pen,
  type Piece,
  type Stroke,
  type StrokeManner,
  type TakeEvent,
} from '@oakbell/core/log';
import type { PictureThing, TextThing } from '@oakbell/core/pages';
import { ActHistory } from './actHistory.ts';

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
/** The hand in this room. */
export const HERE = 'here';

type Drawn = Omit<Stroke, 'points'> & { points: number[] };
interface Drawing {
  readonly stroke: Drawn;
  waiting: number[];
  waitingAt: Micros;
  /** Of a shape: where it began; it is written when it is done. */
  readonly shape?: { readonly kind: Shape; readonly from: PenPoint };
}
export interface NewStroke {
  readonly page: string;
  readonly pen: Pen;
  readonly manner?: StrokeManner;
  readonly hand?: string;
}

export class LiveInk {
  readonly #pages = new Map<string, Mark[]>();
  readonly #drawings = new Map<string, Drawing>();
  #fading: readonly Stroke[] = [];
  readonly #history: ActHistory;
  #serial = 0;
  readonly #prefix: string;
  readonly #write: (event: TakeEvent) => void;

  /** @param prefix makes ids of strokes unlike those of any other take */
  constructor(prefix: string, write: (event: TakeEvent) => void) {
    this.#prefix = prefix;
    this.#write = write;
    this.#history = new ActHistory(write, (page, gone, come) => this.#change(page, gone, come));
  }

  /** Puts what earlier takes left on a page. */
  begin(page: string, marks: readonly Mark[]): void {
    this.#pages.set(page, [...marks]);
  }

  /** What lies on a page and is done, oldest first. */
  marksOn(page: string): readonly Mark[] {
    return this.#pages.get(page) ?? [];
  }
  /** The fading strokes on a page that may not have gone yet: looked at in every frame, so they are kept apart. */
  fadingOn(page: string): readonly Stroke[] {
    return this.#fading.filter((stroke) => stroke.page === page && this.marksOn(page).includes(stroke));
  }
  /** Forgets fading strokes that have gone. */
  forgetFading(gone: (stroke: Stroke) => boolean): void {
    if (this.#fading.some(gone)) this.#fading = this.#fading.filter((stroke) => !gone(stroke));
  }
  /** The strokes being drawn on a page. */
  drawingOn(page: string): readonly Stroke[] {
    return [...this.#drawings.values()].filter(({ stroke }) => stroke.page === page).map(({ stroke }) => stroke);
  }
  /** Everything to be seen of ink on a page, what is being drawn last. */
  strokesOn(page: string): readonly Stroke[] {
    return [...this.marksOn(page).filter(isStroke), ...this.drawingOn(page)];
  }

  get canUndo(): boolean {
    return this.#history.canUndo;
  }
  get canRedo(): boolean {
    return this.#history.canRedo;
  }
  isWriting(hand = HERE): boolean {
    return this.#drawings.has(hand);
  }

  penDown({ page, pen, manner = {}, hand = HERE }: NewStroke, point: PenPoint): void {
    this.penUp(hand);
    const points = [tenths(point.x), tenths(point.y), pressureByte(point.pressure), 0];
    const stroke: Drawn = { id: this.#id('s'), page, pen, at: point.at, points: [...points], ...manner };
    this.#drawings.set(hand, { stroke, waiting: [], waitingAt: point.at });
    this.#write({ kind: 'stroke', at: point.at, stroke: stroke.id, page, pen, points, ...manner });
  }

  penMove(points: readonly PenPoint[], hand = HERE): void {
    const drawing = this.#drawings.get(hand);
    if (!drawing || drawing.shape) return;
    for (const point of points) {
      const [x, y, pressure] = [tenths(point.x), tenths(point.y), pressureByte(point.pressure)];
      const all = drawing.stroke.points;
      if (all[all.length - 4] === x && all[all.length - 3] === y && all[all.length - 2] === pressure) continue;
      if (drawing.waiting.length === 0) drawing.waitingAt = point.at;
      // Several points may carry one moment, and a companion's may come a little late: time never runs back.
      const sinceDown = Math.max(all[all.length - 1]!, Math.round((point.at - drawing.stroke.at) / 1000));
      all.push(x, y, pressure, sinceDown);
      drawing.waiting.push(x, y, pressure, Math.max(0, Math.round((point.at - drawing.waitingAt) / 1000)));
      if (point.at - drawing.waitingAt >= WRITE_MS * 1000) this.#writeWaiting(drawing);
    }
  }

  /** Begins a shape; it is seen as it is dragged, and written when it is done. */
  shapeDown({ page, pen, manner = {} }: NewStroke, kind: Shape, from: PenPoint): void {
    this.penUp();
    const stroke: Drawn = { id: this.#id('s'), page, pen, at: from.at, points: [], ...manner, form: 'straight' };
    this.#drawings.set(HERE, { stroke, waiting: [], waitingAt: from.at, shape: { kind, from } });
  }
  shapeMove(to: Point & { readonly at: Micros }): void {
    const drawing = this.#drawings.get(HERE);
    if (!drawing?.shape) return;
    const lastsMs = Math.max(1, Math.round((to.at - drawing.stroke.at) / 1000));
    drawing.stroke.points = [...straightPoints(shapeCorners(drawing.shape.kind, drawing.shape.from, to), lastsMs)];
  }

  penUp(hand = HERE): void {
    const drawing = this.#drawings.get(hand);
    if (!drawing) return;
    this.#drawings.delete(hand);
    const { stroke, shape } = drawing;
    if (shape) {
      if (stroke.points.length < 8) return;
      const { id, page, pen, at, points, form, paused } = stroke;
      this.#write({
        kind: 'stroke',
        at,
        stroke: id,
        page,
        pen,
        points,
        ...(form ? { form } : {}),
        ...(paused ? { paused } : {}),
      });
    } else this.#writeWaiting(drawing);
    this.#marks(stroke.page).push(stroke);
    if (stroke.pen.kind === 'fading') this.#fading = [...this.#fading, stroke];
    this.#history.did({ id: stroke.id, page: stroke.page, at: stroke.at, gone: [], come: [stroke] });
  }

  /** Rubs out whole strokes and texts under the place. Acts of one `group` are taken back together. */
  erase(page: string, point: PenPoint, group?: string): boolean {
    const hit = this.marksOn(page).filter((mark) => touches(mark, point, ERASER_REACH));
    this.#remove(page, hit, point.at, group);
    return hit.length > 0;
  }

  /** Rubs out what lies within `reach` page units of the place and leaves the rest of the strokes. */
  rub(page: string, point: PenPoint, reach: number, group?: string): boolean {
    const out: Mark[] = [];
    const pieces: Piece[] = [];
    for (const mark of this.marksOn(page)) {
      if (!isStroke(mark)) continue;
      const left = rubbedOut(mark.points, point, reach + mark.pen.width / 2);
      if (!left) continue;
      out.push(mark);
      pieces.push(...left.map((range) => ({ stroke: this.#id('s'), of: mark.id, ...range })));
    }
    this.#replace(page, out, pieces, point.at, group);
    return out.length > 0;
  }

  /** Takes everything off a page. */
  clear(page: string, at: Micros): void {
    this.#remove(page, this.marksOn(page), at);
  }

  /** The marks that lie wholly within a rectangle. */
  within(page: string, box: Bounds): readonly Mark[] {
    return this.marksOn(page).filter((mark) => {
      if (isStroke(mark)) return mark.pen.kind !== 'fading' && liesWithin(mark.points, box);
      const { x, y, width, height } = mark.thing;
      return x >= box.left && y >= box.top && x + width <= box.right && y + height <= box.bottom;
    });
  }

  /** Moves marks by page units; they get new ids, which come back. */
  move(page: string, marks: readonly Mark[], by: Point, at: Micros): readonly Mark[] {
    const pieces = marks.map((mark) => ({ stroke: this.#id('s'), of: mark.id, dx: tenths(by.x), dy: tenths(by.y) }));
    return this.#replace(page, marks, pieces, at);
  }

  remove(page: string, marks: readonly Mark[], at: Micros): void {
    this.#remove(page, marks, at);
  }

  /** Gives the id of the text. */
  addText(page: string, thing: Omit<TextThing, 'id'>, at: Micros, group?: string): string {
    const id = this.#id('t');
    const text = { id, page, at, thing: { ...thing, id } };
    this.#write({ kind: 'text', at, text: id, page, thing: text.thing });
    this.#put(text, group);
    return id;
  }

  /** Gives the id of the picture. */
  addPicture(page: string, thing: Omit<PictureThing, 'id'>, at: Micros, group?: string): string {
    const id = this.#id('p');
    const picture = { id, page, at, thing: { ...thing, id } };
    this.#write({ kind: 'placed', at, placed: id, page, thing: picture.thing });
    this.#put(picture, group);
    return id;
  }

  /** Puts a text or picture in the place of another, which one undo brings back, and gives its id; null takes it away. */
  change(
    mark: Exclude<Mark, Stroke>,
    thing: Omit<TextThing, 'id'> | Omit<PictureThing, 'id'> | null,
    at: Micros,
  ): string | null {
    const group = this.#id('g');
    this.#remove(mark.page, [mark], at, group);
    if (!thing) return null;
    return thing.kind === 'text'
      ? this.addText(mark.page, thing, at, group)
      : this.addPicture(mark.page, thing, at, group);
  }

  #put(mark: Exclude<Mark, Stroke>, group?: string): void {
    const { id, page, at } = mark;
    this.#marks(page).push(mark);
    this.#history.did({ id, page, at, gone: [], come: [mark], ...(group ? { group } : {}) });
  }

  /** Takes the newest act back; says on which page, or null when there is none. */
  undo(at: Micros): string | null {
    this.penUp();
    return this.#history.undo(at);
  }
  redo(at: Micros): string | null {
    return this.#history.redo(at);
  }
  /** Brings all pages back to how they stood at `time`; what was done since cannot be done again. */
  backTo(time: Micros, at: Micros): void {
    for (const hand of this.#drawings.keys()) this.penUp(hand);
    this.#history.backTo(time, at);
  }

  #remove(page: string, marks: readonly Mark[], at: Micros, group?: string): void {
    if (marks.length === 0) return;
    const act = this.#id('e');
    this.#write({ kind: 'erased', at, act, strokes: marks.map((mark) => mark.id) });
    this.#change(page, marks, []);
    this.#history.did({ id: act, page, at, gone: marks, come: [], ...(group ? { group } : {}) });
  }

  #replace(page: string, gone: readonly Mark[], pieces: readonly Piece[], at: Micros, group?: string): readonly Mark[] {
    if (gone.length === 0) return [];
    const byId = new Map(gone.map((mark) => [mark.id, mark]));
    const come = pieces.flatMap((piece) => pieceOf(present(byId.get(piece.of)), piece) ?? []);
    const act = this.#id('r');
    this.#write({ kind: 'replaced', at, act, out: gone.map((mark) => mark.id), pieces });
    this.#change(page, gone, come);
    this.#history.did({ id: act, page, at, gone, come, ...(group ? { group } : {}) });
    return come;
  }

  #change(page: string, gone: readonly Mark[], come: readonly Mark[]): void {
    const away = new Set(gone);
    const rest = this.marksOn(page).filter((mark) => !away.has(mark));
    this.#pages.set(page, come.length === 0 ? rest : [...rest, ...come].sort((a, b) => a.at - b.at));
  }

  #marks(page: string): Mark[] {
    if (!this.#pages.has(page)) this.#pages.set(page, []);
    return present(this.#pages.get(page));
  }

  #writeWaiting(drawing: Drawing): void {
    if (drawing.waiting.length === 0) return;
    this.#write({ kind: 'more', at: drawing.waitingAt, stroke: drawing.stroke.id, points: drawing.waiting });
    drawing.waiting = [];
  }

  #id(kind: string): string {
    this.#serial += 1;
    return `${this.#prefix}${kind}${this.#serial}`;
  }
}

function touches(mark: Mark, place: Point, reach: number): boolean {
  if (isStroke(mark)) return strokeHit(mark.points, place, reach + mark.pen.width / 2);
  const { x, y, width, height } = mark.thing;
  return place.x >= x && place.x <= x + width && place.y >= y && place.y <= y + height;
}

const tenths = (units: number): number => Math.round(units * 10);
const pressureByte = (pressure: number): number => Math.round(Math.max(0, Math.min(1, pressure)) * 255);
