/*
 * What of a log is given to those who watch. A log tells everything that happened in a take: what was rubbed out, what
 * was cut away, what was said before. Whoever watches gets a log of their own, made from what is to be seen in the
 * stretches that are played and from nothing else: each mark as it stands there, under its own name and at its own
 * time, with the ink of earlier takes written in. Played, it looks the same at every moment of those stretches.
 */
import { present } from '../present/index.ts';
import { micros, ZERO } from '../clock/index.ts';
import { lastAtOrBefore, type RangeSet } from '../intervals/index.ts';
import type { PointerMoved, TakeEvent } from './events.ts';
import { indexMarks, isStroke, type Mark, type PageMarks, type Stroke } from './marks.ts';

interface Played {
  /** The stretches of take time that are played, in order and apart; nothing is given out when there are none. */
  readonly ranges: RangeSet;
  /** The events of earlier takes whose ink this one began with, oldest first. */
  readonly earlier?: readonly (readonly TakeEvent[])[];
  /** The colour a stroke has now; null when it was removed, undefined when it is as it was drawn. */
  readonly colourOf?: (stroke: Stroke) => string | null | undefined;
  /** Whether a mark lies beneath something else whenever its page is up. */
  readonly isHidden?: (mark: Mark) => boolean;
}

/** The events to be given out, in rising time. @param events of one take, in rising time */
export function playedLog(
  events: readonly TakeEvent[],
  { ranges, earlier = [], colourOf = () => undefined, isHidden = () => false }: Played,
): readonly TakeEvent[] {
  if (ranges.length === 0) return [];
  const before = earlier.flat().map((event) => ({ ...event, at: micros(BEFORE) }));
  const all = [...before, ...events];
  const turns = turnsPlayed(events, ranges);
  const pages = new Set(turns.map((turn) => turn.page));
  const given: TakeEvent[] = [...turns];
  for (const [page, marks] of indexMarks(all)) {
    if (!pages.has(page)) continue;
    for (const [mark, seen] of appearances(marks))
      if (!isHidden(mark)) given.push(...markEvents(mark, inRanges(seen, ranges), { ranges, colourOf }));
  }
  given.push(...pointerEvents(events, ranges, pages));
  given.push(...stateEvents(all, ranges, pages));
  return given
    .map((event, i) => ({ event, i }))
    .sort((a, b) => a.event.at - b.event.at || a.i - b.i)
    .map(({ event }) => event);
}

const BEFORE = -1;

/** The pages that are up in these stretches of a take. */
export const pagesUp = (events: readonly TakeEvent[], ranges: RangeSet): ReadonlySet<string> =>
  new Set(turnsPlayed(events, ranges).map((turn) => turn.page));

type Turn = Extract<TakeEvent, { kind: 'page' }>;

/** For each stretch the turn to the page it begins with, and those within. */
function turnsPlayed(events: readonly TakeEvent[], ranges: RangeSet): readonly Turn[] {
  const turns = events.filter((event): event is Turn => event.kind === 'page');
  const played = new Set<Turn>();
  for (const { start, end } of ranges) {
    const first =
      turns[
        Math.max(
          0,
          lastAtOrBefore(turns, start, (turn) => turn.at),
        )
      ];
    if (first) played.add(first);
    for (const turn of turns) if (turn.at > start && turn.at < end) played.add(turn);
  }
  return turns.filter((turn) => played.has(turn));
}

interface Seen {
  readonly start: number;
  readonly end: number;
}

/** When each mark of a page is to be seen: from `start`, in, to `end`, out. */
function appearances({ changes }: PageMarks): ReadonlyMap<Mark, readonly Seen[]> {
  const seen = new Map<Mark, Seen[]>();
  for (const { at, mark, shows } of changes) {
    const list = seen.get(mark) ?? [];
    seen.set(mark, list);
    const last = list.at(-1);
    if (shows && last?.end !== Infinity) list.push({ start: at, end: Infinity });
    else if (!shows && last?.end === Infinity) list[list.length - 1] = { start: last.start, end: at };
  }
  return seen;
}

const touches = ({ start, end }: Seen, ranges: RangeSet): boolean =>
  ranges.some((range) => start < range.end && end > range.start);
const inRanges = (seen: readonly Seen[], ranges: RangeSet): readonly Seen[] =>
  seen.filter((one) => touches(one, ranges));

/** The last moment of these stretches in which something that is seen until `end` is seen. */
function lastSeen(end: number, ranges: RangeSet): number {
  return ranges.reduce((last, range) => (range.start < end ? Math.max(last, Math.min(end, range.end)) : last), 0);
}

function markEvents(
  mark: Mark,
  seen: readonly Seen[],
  { ranges, colourOf }: { ranges: RangeSet; colourOf: NonNullable<Played['colourOf']> },
): readonly TakeEvent[] {
  const [first] = seen;
  if (!first) return [];
  const begun = isStroke(mark)
    ? strokeEvent(mark, first, { colour: colourOf(mark), last: lastSeen(present(seen.at(-1)).end, ranges) })
    : thingEvent(mark, first);
  if (!begun) return [];
  const events: TakeEvent[] = [begun];
  seen.forEach(({ end }, i) => {
    const next = seen[i + 1];
    const act = `${mark.id}~${i}`;
    const hidden = end === Infinity ? Infinity : Math.max(0, end);
    // What comes after everything that is played is nobody's to know.
    if (next === undefined && hidden >= lastSeen(Infinity, ranges)) return;
    events.push({ kind: 'erased', at: micros(hidden), act, strokes: [mark.id] });
    if (next) events.push({ kind: 'undone', at: micros(Math.max(0, next.start)), act });
  });
  return events;
}

function thingEvent(mark: Exclude<Mark, Stroke>, { start }: Seen): TakeEvent {
  const { id, page, thing } = mark;
  const at = micros(Math.max(0, start));
  return thing.kind === 'text'
    ? { kind: 'text', at, text: id, page, thing }
    : { kind: 'placed', at, placed: id, page, thing };
}

/** A stroke as far as it is seen; null where it was removed. */
function strokeEvent(
  stroke: Stroke,
  { start }: Seen,
  { colour, last }: { colour: string | null | undefined; last: number },
): TakeEvent | null {
  if (colour === null) return null;
  const { id, page, form, paused } = stroke;
  const pen = colour === undefined ? stroke.pen : { ...stroke.pen, colour };
  const isFading = pen.kind === 'fading';
  // What a hand draws while it plays is drawn there; a piece, or ink that was there before, is there at once.
  const isDrawn = stroke.at >= 0 && (isFading || (stroke.origin === undefined && start === stroke.at));
  const whole = { kind: 'stroke', stroke: id, page, pen, ...(form ? { form } : {}) } as const;
  const at = isDrawn ? stroke.at : micros(Math.max(0, start));
  const isWhole = paused === true || stroke.at < 0;
  const points = isWhole ? stroke.points : laterBy(stroke.points, (at - stroke.at) / 1000);
  const drawn = isFading || isWhole ? points : drawnUntil(points, (last - at) / 1000);
  if (drawn.length === 0) return null;
  return { ...whole, at, points: drawn, ...(isWhole || (!isDrawn && drawn.at(-1) === 0) ? { paused: true } : {}) };
}

/** The points of a stroke that is told of so many ms after it was begun: what was drawn by then is there at once. */
const laterBy = (points: readonly number[], ms: number): readonly number[] =>
  ms === 0 ? points : points.map((value, i) => (i % 4 === 3 ? Math.max(0, value - ms) : value));

function drawnUntil(points: readonly number[], untilMs: number): readonly number[] {
  let count = 0;
  while (count * 4 < points.length && points[count * 4 + 3]! <= untilMs) count += 1;
  return points.slice(0, count * 4);
}

interface Sample {
  readonly event: PointerMoved;
  /** Which of its points; the number of points for its going. */
  readonly i: number;
  readonly at: number;
}

/** Where the pointer went in these stretches, and where it stood when each began. */
function pointerEvents(
  events: readonly TakeEvent[],
  ranges: RangeSet,
  pages: ReadonlySet<string>,
): readonly TakeEvent[] {
  const moves = events.filter((event): event is PointerMoved => event.kind === 'pointer');
  const samples = moves.flatMap((event): readonly Sample[] => {
    const count = Math.floor(event.points.length / 3);
    const own = Array.from({ length: count }, (_, i) => ({ event, i, at: event.at + event.points[i * 3 + 2]! * 1000 }));
    return event.gone ? [...own, { event, i: count, at: own.at(-1)?.at ?? event.at }] : own;
  });
  const kept = new Map<PointerMoved, Set<number>>();
  const keep = ({ event, i }: Sample) => kept.set(event, (kept.get(event) ?? new Set()).add(i));
  for (const { start, end } of ranges) {
    const standing = samples[lastAtOrBefore(samples, start, (sample) => sample.at)];
    if (standing) keep(standing);
    for (const sample of samples) if (sample.at > start && sample.at < end) keep(sample);
  }
  return moves.flatMap((event): readonly PointerMoved[] => {
    const which = kept.get(event);
    if (!which) return [];
    // On a page that is never up, all there is to know is that the pointer is not on those that are.
    if (!pages.has(event.page))
      return [{ kind: 'pointer', at: event.at, page: [...pages][0] ?? '', points: [], gone: true } as const];
    const count = Math.floor(event.points.length / 3);
    const gone = which.has(count);
    const shown = Array.from({ length: count }, (_, i) => i).filter((i) => which.has(i) || (gone && i === count - 1));
    const points = shown.flatMap((i) => event.points.slice(i * 3, i * 3 + 3));
    return [{ kind: 'pointer', at: event.at, page: event.page, points, ...(gone ? { gone } : {}) } as const];
  });
}

/** How far boards had grown and were scrolled, how the teacher was framed, which films and clips ran: no words in them. */
function stateEvents(all: readonly TakeEvent[], ranges: RangeSet, pages: ReadonlySet<string>): readonly TakeEvent[] {
  const end = present(ranges.at(-1)).end;
  return all.flatMap((event): readonly TakeEvent[] => {
    if (event.at >= end) return [];
    switch (event.kind) {
      case 'grown':
        return pages.has(event.page) ? [{ ...event, at: micros(Math.max(0, event.at)) }] : [];
      case 'scrolled':
      case 'clip':
        return event.at >= 0 && pages.has(event.page) ? [event] : [];
      case 'framing':
      case 'inset':
      case 'film':
      case 'film-ended':
        return event.at >= ZERO ? [event] : [];
      case 'rubric': {
        // A choice that was made in silence, which is left out, is one of what is said next.
        const next = ranges.find((range) => range.end > event.at);
        return next ? [{ ...event, at: micros(Math.max(event.at, next.start)) }] : [];
      }
      default:
        return [];
    }
  });
}
