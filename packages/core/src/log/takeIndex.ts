/*
 * Why this exists: the state of a take at a moment (which page, which strokes are visible, where the pointer
 * is) has to be had at once for any moment of an hour-long log. Replaying from the beginning costs more with
 * every minute, so the log is read once into an index. Page turns and pointer places are found by halving.
 * For ink, each page keeps the list of its appearances and disappearances with a checkpoint of the visible
 * strokes every few changes: a seek is one halving plus a short replay, however long the log is.
 */
import type { Micros } from '../clock/index.ts';
import { ZERO } from '../clock/index.ts';
import { lastAtOrBefore } from '../intervals/index.ts';
import type { Pen, PointerMoved, TakeEvent } from './events.ts';

/** Changes between two checkpoints. */
const CHECKPOINT_EVERY = 32;

/** A stroke with all its points. Groups of four: x, y (tenths of a unit), pressure (0…255), ms after `at`. */
export interface Stroke {
  readonly id: string;
  readonly page: string;
  readonly pen: Pen;
  /** When the pen went down; before every moment of this take (−1) for ink of earlier takes. */
  readonly at: Micros;
  readonly points: readonly number[];
}
/** A place on a page, in tenths of a page unit. */
export interface PointerPlace {
  readonly x: number;
  readonly y: number;
}

interface Change {
  readonly at: number;
  readonly stroke: Stroke;
  readonly shows: boolean;
}
interface PageInk {
  readonly changes: readonly Change[];
  readonly checkpoints: readonly {
    readonly at: number;
    readonly next: number;
    readonly visible: ReadonlySet<Stroke>;
  }[];
}
interface PointerSample extends PointerPlace {
  readonly at: number;
  readonly page: string;
  readonly shown: boolean;
}

/** A moment before every take: ink that earlier takes left is there from here on. */
const BEFORE = -1;

export class TakeIndex {
  readonly #turns: readonly { readonly at: number; readonly page: string }[];
  readonly #ink: ReadonlyMap<string, PageInk>;
  readonly #pointer: readonly PointerSample[];

  /**
   * @param events the log of the take, in rising time
   * @param earlier the logs of the takes whose ink was on the pages when this take began, oldest first
   */
  constructor(events: readonly TakeEvent[], earlier: readonly (readonly TakeEvent[])[] = []) {
    this.#turns = events.flatMap((event) => (event.kind === 'page' ? [{ at: event.at, page: event.page }] : []));
    const before = earlier.flat().map((event) => ({ ...event, at: BEFORE as Micros }));
    this.#ink = indexInk([...before, ...events]);
    this.#pointer = events.flatMap((event) => (event.kind === 'pointer' ? samplesOf(event) : []));
  }

  /** The page that was up: the last turn at or before `time`, else the first page of the log, else null. */
  pageAt(time: Micros): string | null {
    const found = this.#turns[lastAtOrBefore(this.#turns, time, (turn) => turn.at)] ?? this.#turns[0];
    return found?.page ?? null;
  }

  /** All page turns in rising time. */
  get turns(): readonly { readonly at: Micros; readonly page: string }[] {
    return this.#turns as readonly { at: Micros; page: string }[];
  }

  /** The strokes to be seen on `page` at `time`, in the order they were drawn; one being drawn is among them. */
  strokesAt(page: string, time: Micros): readonly Stroke[] {
    const ink = this.#ink.get(page);
    if (!ink) return [];
    const checkpoint = ink.checkpoints[lastAtOrBefore(ink.checkpoints, time, (one) => one.at)];
    if (!checkpoint) return [];
    const visible = new Set(checkpoint.visible);
    for (let i = checkpoint.next; i < ink.changes.length && ink.changes[i]!.at <= time; i += 1) {
      apply(visible, ink.changes[i]!);
    }
    return [...visible].sort((a, b) => a.at - b.at);
  }

  /** When a stroke began, in rising time: the ticks of the timeline. */
  inkMoments(): readonly Micros[] {
    const moments: Micros[] = [];
    for (const ink of this.#ink.values()) {
      for (const change of ink.changes) if (change.shows && change.at >= 0) moments.push(change.at as Micros);
    }
    return moments.sort((a, b) => a - b);
  }

  /** Where the pointer stands on `page`, or null when it is not shown there. */
  pointerAt(page: string, time: Micros): PointerPlace | null {
    const i = lastAtOrBefore(this.#pointer, time, (sample) => sample.at);
    const sample = this.#pointer[i];
    return sample && sample.shown && sample.page === page ? { x: sample.x, y: sample.y } : null;
  }

  /** How the pages stand when the take is over: what a following take begins with. */
  finalStrokes(page: string): readonly Stroke[] {
    return this.strokesAt(page, Number.MAX_SAFE_INTEGER as Micros);
  }
}

function apply(visible: Set<Stroke>, change: Change): void {
  if (change.shows) visible.add(change.stroke);
  else visible.delete(change.stroke);
}

interface GrowingStroke extends Omit<Stroke, 'points'> {
  readonly points: number[];
}

function indexInk(events: readonly TakeEvent[]): ReadonlyMap<string, PageInk> {
  const strokes = new Map<string, GrowingStroke>();
  const erasures = new Map<string, readonly string[]>();
  /** How many erasures in force hide a stroke; and whether the stroke itself was taken back. */
  const hiddenBy = new Map<string, number>();
  const takenBack = new Set<string>();
  const changes = new Map<string, Change[]>();
  const isSeen = (id: string) => !takenBack.has(id) && (hiddenBy.get(id) ?? 0) === 0;
  const note = (at: Micros, id: string, act: () => void) => {
    const stroke = strokes.get(id);
    if (!stroke) return;
    const was = isSeen(id);
    act();
    if (isSeen(id) === was) return;
    changes.get(stroke.page)!.push({ at, stroke, shows: !was });
  };
  const hide = (at: Micros, ids: readonly string[], by: 1 | -1) => {
    for (const id of ids) note(at, id, () => hiddenBy.set(id, Math.max(0, (hiddenBy.get(id) ?? 0) + by)));
  };
  for (const event of events) {
    switch (event.kind) {
      case 'stroke': {
        if (strokes.has(event.stroke)) break;
        const { stroke: id, page, pen, at } = event;
        const stroke: GrowingStroke = { id, page, pen, at, points: [...event.points] };
        strokes.set(id, stroke);
        if (!changes.has(page)) changes.set(page, []);
        changes.get(page)!.push({ at, stroke, shows: true });
        break;
      }
      case 'more': {
        const stroke = strokes.get(event.stroke);
        if (!stroke) break;
        const laterMs = (event.at - stroke.at) / 1000;
        event.points.forEach((value, i) => stroke.points.push(i % 4 === 3 ? value + laterMs : value));
        break;
      }
      case 'erased':
        if (erasures.has(event.act)) break;
        erasures.set(event.act, event.strokes);
        hide(event.at, event.strokes, 1);
        break;
      case 'undone':
      case 'redone': {
        const back = event.kind === 'redone';
        const erased = erasures.get(event.act);
        if (erased) hide(event.at, erased, back ? 1 : -1);
        else note(event.at, event.act, () => (back ? takenBack.delete(event.act) : takenBack.add(event.act)));
        break;
      }
      default:
    }
  }
  return new Map([...changes].map(([page, list]) => [page, withCheckpoints(list)]));
}

function withCheckpoints(changes: readonly Change[]): PageInk {
  const checkpoints: PageInk['checkpoints'][number][] = [{ at: -Infinity, next: 0, visible: new Set() }];
  const visible = new Set<Stroke>();
  changes.forEach((change, i) => {
    apply(visible, change);
    const next = changes[i + 1];
    if ((i + 1) % CHECKPOINT_EVERY !== 0 || next?.at === change.at) return;
    checkpoints.push({ at: change.at, next: i + 1, visible: new Set(visible) });
  });
  return { changes, checkpoints };
}

function samplesOf(event: PointerMoved): readonly PointerSample[] {
  const samples: PointerSample[] = [];
  for (let i = 0; i + 2 < event.points.length; i += 3) {
    const at = event.at + event.points[i + 2]! * 1000;
    samples.push({ at, page: event.page, x: event.points[i]!, y: event.points[i + 1]!, shown: true });
  }
  const last = samples[samples.length - 1];
  if (event.gone) {
    samples.push({ at: last?.at ?? event.at, page: event.page, x: last?.x ?? ZERO, y: last?.y ?? ZERO, shown: false });
  }
  return samples;
}
