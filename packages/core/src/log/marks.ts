/*
 * Why this exists: what lies on a page at a moment follows from everything that was written, rubbed out, moved,
 * taken back and done again before it. The log is read once into appearances and disappearances per page, with a
 * checkpoint of what is visible every few changes: a seek is one halving plus a short replay, however long the log.
 */
import { present } from '../present/index.ts';
import type { Micros } from '../clock/index.ts';
import { lastAtOrBefore } from '../intervals/index.ts';
import type { PictureThing, TextThing } from '../pages/index.ts';
import type { Pen, Piece, StrokeManner, TakeEvent } from './events.ts';

/** Changes between two checkpoints. */
const CHECKPOINT_EVERY = 32;
/** Fading ink stays whole for so long after its last point, in ms … */
export const FADE_AFTER_MS = 2000;
/** … and then goes within so many ms. */
export const FADE_MS = 600;

interface Written {
  readonly id: string;
  readonly page: string;
  /** When it was begun; before every moment of this take (−1) for what earlier takes left. */
  readonly at: Micros;
}
/** A stroke with all its points. Groups of four: x, y (tenths of a unit), pressure (0…255), ms after `at`. */
export interface Stroke extends Written, StrokeManner {
  readonly pen: Pen;
  readonly points: readonly number[];
  /** Of a piece: the stroke that the hand wrote. */
  readonly origin?: string;
}
/** Text that was typed onto the page while recording. */
export interface WrittenText extends Written {
  readonly thing: TextThing;
}
/** A picture that was put onto the page. */
export interface PlacedPicture extends Written {
  readonly thing: PictureThing;
}
export type Mark = Stroke | WrittenText | PlacedPicture;

/** The name under which the hand wrote a stroke, of which it may be a piece. */
export const writtenAs = ({ id, origin }: Stroke): string => origin ?? id;

export const isStroke = (mark: Mark): mark is Stroke => 'points' in mark;
export const isWritten = (mark: Mark): mark is WrittenText => !isStroke(mark) && mark.thing.kind === 'text';

interface Change {
  readonly at: number;
  readonly mark: Mark;
  readonly shows: boolean;
}
export interface PageMarks {
  readonly changes: readonly Change[];
  readonly checkpoints: readonly { readonly at: number; readonly next: number; readonly visible: ReadonlySet<Mark> }[];
}

/** What is to be seen of `marks` at `time`, in the order it was begun. */
export function marksAt(marks: PageMarks | undefined, time: Micros): readonly Mark[] {
  const checkpoint = marks?.checkpoints[lastAtOrBefore(marks.checkpoints, time, (one) => one.at)];
  if (!marks || !checkpoint) return [];
  const visible = new Set(checkpoint.visible);
  for (let i = checkpoint.next; i < marks.changes.length && marks.changes[i]!.at <= time; i += 1) {
    apply(visible, marks.changes[i]!);
  }
  return [...visible].sort((a, b) => a.at - b.at);
}

function apply(visible: Set<Mark>, change: Change): void {
  if (change.shows) visible.add(change.mark);
  else visible.delete(change.mark);
}

/** A piece of a stroke, or a text or picture elsewhere, or null where it is not of that. */
export function pieceOf(mark: Mark, { stroke: id, from = 0, to, dx = 0, dy = 0 }: Piece): Mark | null {
  if (!isStroke(mark)) {
    const thing = { ...mark.thing, id, x: mark.thing.x + dx / 10, y: mark.thing.y + dy / 10 };
    return { ...mark, id, thing } as Mark;
  }
  const part = mark.points.slice(from * 4, (to ?? mark.points.length / 4) * 4);
  if (part.length === 0) return null;
  const points = part.map((value, i) => (i % 4 === 0 ? value + dx : i % 4 === 1 ? value + dy : value));
  return { ...mark, id, points, origin: writtenAs(mark) };
}

/** How long after its beginning the last point of a stroke came, in ms. */
export const lastMs = (stroke: Pick<Stroke, 'points'>): number => stroke.points[stroke.points.length - 1] ?? 0;

/** An act other than writing: what it took out of sight and what it put there instead. */
interface Act {
  readonly out: readonly string[];
  readonly put: readonly string[];
}

/** Reads events, in rising time, into the marks of each page. Events before the take carry a time below 0. */
export function indexMarks(events: readonly TakeEvent[]): ReadonlyMap<string, PageMarks> {
  const reader = new MarkReader();
  for (const event of events) reader.read(event);
  return reader.pages();
}

class MarkReader {
  readonly #marks = new Map<string, Mark>();
  readonly #acts = new Map<string, Act>();
  /** How many acts in force hide a mark; and whether the mark itself was taken back. */
  readonly #hiddenBy = new Map<string, number>();
  readonly #takenBack = new Set<string>();
  readonly #changes = new Map<string, Change[]>();

  read(event: TakeEvent): void {
    const { at } = event;
    switch (event.kind) {
      case 'stroke': {
        const { stroke: id, page, pen, form, paused } = event;
        const manner = { ...(form ? { form } : {}), ...(paused ? { paused } : {}) };
        return this.#add({ id, page, pen, at, points: [...event.points], ...manner }, at);
      }
      case 'more':
        return this.#grow(event.stroke, event.points, at);
      case 'text':
        return this.#add({ id: event.text, page: event.page, at, thing: event.thing }, at);
      case 'placed':
        return this.#add({ id: event.placed, page: event.page, at, thing: event.thing }, at);
      case 'erased':
        return this.#act(event.act, { out: event.strokes, put: [] }, at);
      case 'replaced': {
        for (const piece of event.pieces) {
          const mark = this.#marks.get(piece.of);
          const made = mark && pieceOf(mark, piece);
          if (made) this.#add(made, at);
        }
        return this.#act(event.act, { out: event.out, put: event.pieces.map((piece) => piece.stroke) }, at);
      }
      case 'undone':
      case 'redone':
        return this.#turnBack(event.act, event.kind === 'undone', at);
      default:
    }
  }

  pages(): ReadonlyMap<string, PageMarks> {
    for (const mark of this.#marks.values()) {
      if (!isStroke(mark) || mark.pen.kind !== 'fading') continue;
      const gone = mark.at < 0 ? mark.at : mark.at + (lastMs(mark) + FADE_AFTER_MS + FADE_MS) * 1000;
      present(this.#changes.get(mark.page)).push({ at: gone, mark, shows: false });
    }
    return new Map([...this.#changes].map(([page, list]) => [page, withCheckpoints(list)]));
  }

  #add(mark: Mark, at: number): void {
    if (this.#marks.has(mark.id)) return;
    this.#marks.set(mark.id, mark);
    if (!this.#changes.has(mark.page)) this.#changes.set(mark.page, []);
    present(this.#changes.get(mark.page)).push({ at, mark, shows: true });
  }

  #grow(id: string, points: readonly number[], at: number): void {
    const mark = this.#marks.get(id);
    if (!mark || !isStroke(mark)) return;
    const laterMs = (at - mark.at) / 1000;
    const all = mark.points as number[];
    points.forEach((value, i) => all.push(i % 4 === 3 ? value + laterMs : value));
  }

  #act(id: string, act: Act, at: number): void {
    if (this.#acts.has(id)) return;
    this.#acts.set(id, act);
    this.#hide(act.out, 1, at);
  }

  #turnBack(id: string, back: boolean, at: number): void {
    const act = this.#acts.get(id);
    if (!act) return this.#note(id, at, () => (back ? this.#takenBack.add(id) : this.#takenBack.delete(id)));
    this.#hide(act.out, back ? -1 : 1, at);
    for (const put of act.put) {
      this.#note(put, at, () => (back ? this.#takenBack.add(put) : this.#takenBack.delete(put)));
    }
  }

  #hide(ids: readonly string[], by: 1 | -1, at: number): void {
    for (const id of ids) {
      this.#note(id, at, () => this.#hiddenBy.set(id, Math.max(0, (this.#hiddenBy.get(id) ?? 0) + by)));
    }
  }

  #isSeen(id: string): boolean {
    return !this.#takenBack.has(id) && (this.#hiddenBy.get(id) ?? 0) === 0;
  }

  /** Does something to a mark and notes whether it came or went by it. */
  #note(id: string, at: number, act: () => void): void {
    const mark = this.#marks.get(id);
    if (!mark) return;
    const was = this.#isSeen(id);
    act();
    if (this.#isSeen(id) !== was) present(this.#changes.get(mark.page)).push({ at, mark, shows: !was });
  }
}

function withCheckpoints(unordered: readonly Change[]): PageMarks {
  const changes = [...unordered].sort((a, b) => a.at - b.at);
  const checkpoints: PageMarks['checkpoints'][number][] = [{ at: -Infinity, next: 0, visible: new Set() }];
  const visible = new Set<Mark>();
  changes.forEach((change, i) => {
    apply(visible, change);
    const next = changes[i + 1];
    if ((i + 1) % CHECKPOINT_EVERY !== 0 || next?.at === change.at) return;
    checkpoints.push({ at: change.at, next: i + 1, visible: new Set(visible) });
  });
  return { changes, checkpoints };
}
