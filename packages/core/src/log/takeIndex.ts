/*
 * The state of a take at a moment (which page, what is written, where the pointer is, how it is framed), had at
 * once for any moment of an hour-long log: every kind of state is a rising list that is found by halving.
 */
import { micros, ZERO, type Micros, type TimeRange } from '../clock/index.ts';
import { lastAtOrBefore } from '../intervals/index.ts';
import type { PointerMoved, RubricChosen, TakeEvent } from './events.ts';
import { clipStretches, filmRuns, OPEN_END, type ClipStretch, type FilmRun } from './films.ts';
import { FIRST_INSET, type Framing, type Inset } from './framing.ts';
import {
  indexMarks,
  isStroke,
  isWritten,
  marksAt,
  type Mark,
  type PageMarks,
  type Stroke,
  type WrittenText,
} from './marks.ts';

/** A place on a page, in tenths of a page unit. */
export interface PointerPlace {
  readonly x: number;
  readonly y: number;
}
/** A state that began at `at`, and what it was before. */
export interface Since<T> {
  readonly at: Micros;
  readonly now: T;
  readonly before: T;
}
interface PointerSample extends PointerPlace {
  readonly at: number;
  readonly page: string;
  readonly shown: boolean;
}
type Timed<T> = { readonly at: Micros; readonly value: T };

/** A moment before every take: what earlier takes left is there from here on. */
const BEFORE = -1;

export class TakeIndex {
  readonly #turns: readonly { readonly at: Micros; readonly page: string }[];
  readonly #marks: ReadonlyMap<string, PageMarks>;
  readonly #pointer: readonly PointerSample[];
  readonly #heights: ReadonlyMap<string, readonly Timed<number>[]>;
  readonly #tops: ReadonlyMap<string, readonly Timed<number>[]>;
  readonly #framings: readonly Timed<Framing>[];
  readonly #insets: readonly Timed<Inset>[];
  /** The films of the take, and the clips it plays, in rising time. */
  readonly films: readonly FilmRun[];
  readonly clips: readonly ClipStretch[];
  /** When lines of a rubric were given a level, in rising time. */
  readonly rubric: readonly RubricChosen[];

  /**
   * @param events the log of the take, in rising time
   * @param earlier the logs of the takes whose ink was on the pages when this take began, oldest first
   */
  constructor(events: readonly TakeEvent[], earlier: readonly (readonly TakeEvent[])[] = []) {
    this.#turns = events.flatMap((event) => (event.kind === 'page' ? [{ at: event.at, page: event.page }] : []));
    this.rubric = events.filter((event) => event.kind === 'rubric');
    const before = earlier.flat().map((event) => ({ ...event, at: micros(BEFORE) }));
    const all = [...before, ...events];
    this.#marks = indexMarks(all);
    this.#pointer = events.flatMap((event) => (event.kind === 'pointer' ? samplesOf(event) : []));
    this.#heights = perPage(all, (event) => (event.kind === 'grown' ? event.height : null));
    // A board stays as long as it grew; every take begins at its top, as the room does.
    this.#tops = perPage(events, (event) => (event.kind === 'scrolled' ? event.top : null));
    this.#framings = events.flatMap((event) =>
      event.kind === 'framing' ? [{ at: event.at, value: event.framing }] : [],
    );
    this.#insets = events.flatMap((event) => (event.kind === 'inset' ? [{ at: event.at, value: event.inset }] : []));
    this.films = filmRuns(events);
    this.clips = clipStretches(events);
  }

  /** The page that was up: the last turn at or before `time`, else the first page of the log, else null. */
  pageAt(time: Micros): string | null {
    const found = this.#turns[lastAtOrBefore(this.#turns, time, (turn) => turn.at)] ?? this.#turns[0];
    return found?.page ?? null;
  }

  /** All page turns in rising time. */
  get turns(): readonly { readonly at: Micros; readonly page: string }[] {
    return this.#turns;
  }

  /** Strokes, typed texts and pictures to be seen on `page` at `time`, in the order they were begun. */
  marksAt(page: string, time: Micros): readonly Mark[] {
    return marksAt(this.#marks.get(page), time);
  }
  /** The strokes among them; one being drawn is there too. */
  strokesAt(page: string, time: Micros): readonly Stroke[] {
    return this.marksAt(page, time).filter(isStroke);
  }
  textsAt(page: string, time: Micros): readonly WrittenText[] {
    return this.marksAt(page, time).filter(isWritten);
  }

  /** When a stroke began, in rising time: the ticks of the timeline. */
  inkMoments(): readonly Micros[] {
    const moments: Micros[] = [];
    for (const { changes } of this.#marks.values()) {
      for (const { shows, at, mark } of changes) if (shows && at >= 0 && mark.at === at) moments.push(micros(at));
    }
    return moments.sort((a, b) => a - b);
  }

  /** Where the pointer stands on `page`, or null when it is not shown there. */
  pointerAt(page: string, time: Micros): PointerPlace | null {
    const i = lastAtOrBefore(this.#pointer, time, (sample) => sample.at);
    const sample = this.#pointer[i];
    return sample && sample.shown && sample.page === page ? { x: sample.x, y: sample.y } : null;
  }

  /** How far down `page` had grown, in page units; null where it never grew. */
  heightAt(page: string, time: Micros): number | null {
    return valueAt(this.#heights.get(page) ?? [], time);
  }
  /** The place of `page` that is at the top of the view, in page units. */
  topAt(page: string, time: Micros): number {
    return valueAt(this.#tops.get(page) ?? [], time) ?? 0;
  }

  /** The framing in force, with the one before it; the page alone until told otherwise. */
  framingAt(time: Micros): Since<Framing> {
    return sinceAt(this.#framings, time, 'page');
  }
  insetAt(time: Micros): Since<Inset> {
    return sinceAt(this.#insets, time, FIRST_INSET);
  }

  /** The stretches in which the camera picture is to be seen; a change away from it takes `fade` to be over. */
  cameraShown(fade: Micros): readonly TimeRange[] {
    return this.#framings.flatMap(({ at, value }, i) => {
      const next = this.#framings[i + 1];
      const end = next ? next.at + (next.value === 'page' ? fade : 0) : OPEN_END;
      return value === 'page' ? [] : [{ start: at, end: micros(end) }];
    });
  }
  /** The stretches in which one of these pages is up. */
  shownRanges(isIt: (page: string) => boolean): readonly TimeRange[] {
    return this.#turns.flatMap(({ at, page }, i) =>
      isIt(page) ? [{ start: i === 0 ? ZERO : at, end: this.#turns[i + 1]?.at ?? OPEN_END }] : [],
    );
  }

  /** How the pages stand when the take is over: what a following take begins with. */
  finalMarks(page: string): readonly Mark[] {
    return this.marksAt(page, micros(Number.MAX_SAFE_INTEGER));
  }
  finalStrokes(page: string): readonly Stroke[] {
    return this.finalMarks(page).filter(isStroke);
  }
}

function valueAt<T>(list: readonly Timed<T>[], time: Micros): T | null {
  return list[lastAtOrBefore(list, time, (one) => one.at)]?.value ?? null;
}

function sinceAt<T>(list: readonly Timed<T>[], time: Micros, first: T): Since<T> {
  const i = lastAtOrBefore(list, time, (one) => one.at);
  const now = list[i];
  if (!now) return { at: micros(BEFORE), now: first, before: first };
  return { at: now.at, now: now.value, before: list[i - 1]?.value ?? first };
}

function perPage(
  events: readonly TakeEvent[],
  valueOf: (event: TakeEvent) => number | null,
): ReadonlyMap<string, readonly Timed<number>[]> {
  const lists = new Map<string, Timed<number>[]>();
  for (const event of events) {
    const value = valueOf(event);
    if (value === null || !('page' in event)) continue;
    lists.set(event.page, [...(lists.get(event.page) ?? []), { at: event.at, value }]);
  }
  return lists;
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
