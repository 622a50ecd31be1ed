/*
 * Parts of a lesson that are played otherwise than they were recorded, that come from elsewhere, or go elsewhere. Times
 * are programme times of the list that is given; where nothing would change there is no edit.
 */
import { lengthOf, micros, ZERO, type Micros, type TimeRange } from '../clock/index.ts';
import { Doing, type NewId } from './doing.ts';
import { NO_DRESSING } from './dressing.ts';
import { dressingOf, EDITS_VERSION, type ActKind, type Edit, type EditList } from './editList.ts';
import { programmeOf, sourceStretches } from './programme.ts';
import {
  isCard,
  isTake,
  MOST_SPEED,
  overTime,
  type Card,
  type Segment,
  type SegmentSound,
  type TakeSegment,
} from './segment.ts';

/** Plays what lies in `range` so many times as fast, 1…8, with this sound; 1 and no sound is as it was recorded. */
export function playAt(
  edits: EditList,
  range: TimeRange,
  { speed, sound }: { readonly speed: number; readonly sound?: SegmentSound },
  newId: NewId,
): Edit | null {
  const fast = Math.max(1, Math.min(MOST_SPEED, speed));
  return played(edits, range, newId, 'speed', (segment) => {
    const { speed: _, sound: before, ...rest } = segment;
    // What is spoken over keeps its pace: the new voice was recorded against it.
    if (before?.kind === 'over') return segment;
    const kept = sound ?? (fast === 1 ? undefined : before);
    return { ...rest, ...(fast === 1 ? {} : { speed: fast }), ...(kept ? { sound: kept } : {}) };
  });
}

/** Plays several stretches so many times as fast, as one act: they must be disjoint and in rising order. */
export function playAllAt(
  edits: EditList,
  ranges: readonly TimeRange[],
  how: { readonly speed: number; readonly sound?: SegmentSound },
  newId: NewId,
): Edit | null {
  const list = new Doing(edits);
  const before = programmeOf(edits).length;
  // The last first: what lies before it keeps its time.
  for (const range of ranges.toReversed()) {
    const edit = playAt(list.edits, range, how, newId);
    if (edit) list.do(edit);
  }
  const won = micros(before - programmeOf(list.edits).length);
  return list.edit({ kind: 'speed', at: ranges[0]?.start ?? ZERO, length: won });
}

/**
 * Lets the voice of another take be heard in `range` in place of what was said there.
 * @param from the time of that take that is heard at the start of `range`
 */
export function speakOver(
  edits: EditList,
  range: TimeRange,
  voice: { readonly takeId: string; readonly from: Micros },
  newId: NewId,
): Edit | null {
  return played(edits, range, newId, 'speak-over', (segment, at) => {
    const shift = micros(voice.from + (at - range.start) - overTime(segment, ZERO, 0));
    return { ...segment, sound: { kind: 'over', takeId: voice.takeId, shift } };
  });
}

function played(
  edits: EditList,
  range: TimeRange,
  newId: NewId,
  kind: ActKind,
  how: (segment: TakeSegment, at: Micros) => TakeSegment,
): Edit | null {
  if (lengthOf(range) <= 0) return null;
  const list = new Doing(edits);
  const [first, end] = [list.split(range.start, newId), list.split(range.end, newId)];
  const before = programmeOf(list.edits);
  for (let i = first; i < end; i += 1) {
    const from = before.segments[i]!;
    const to = isCard(from) ? from : how(from, before.starts[i]!);
    if (to !== from) list.do({ op: 'play', from, to });
  }
  return list.edit({ kind, at: range.start, length: micros(before.length - programmeOf(list.edits).length) });
}

/** Puts a card in at `time`, for so long. */
export function insertCard(
  edits: EditList,
  time: Micros,
  card: Omit<Card, 'id'>,
  length: Micros,
  newId: NewId,
): Edit | null {
  if (length <= 0) return null;
  const list = new Doing(edits);
  const id = newId();
  list.do({
    op: 'insert',
    index: list.split(time, newId),
    segment: { id, start: ZERO, end: length, card: { id, ...card } },
  });
  return list.edit({ kind: 'card', at: time, length });
}

/** What a stretch of a lesson is made of, for another place or another lesson. */
export type Piece = Pick<EditList, 'segments' | 'overlays' | 'strokes'>;

/** The piece that `range` of a lesson is. Its segments get new names; takes are shared. */
export function pieceOf(edits: EditList, range: TimeRange, newId: NewId): Piece {
  const list = new Doing(edits);
  const [first, end] = [list.split(range.start, newId), list.split(range.end, newId)];
  const segments = list.edits.segments.slice(first, end).map((segment) => renamed(segment, newId));
  const takes = new Set(segments.filter(isTake).map((segment) => segment.takeId));
  const stretches = sourceStretches(programmeOf(edits), range);
  const meets = (one: TimeRange & { readonly takeId: string }) =>
    stretches.some(({ sourceId, start, end: over }) => sourceId === one.takeId && start < one.end && one.start < over);
  const { overlays, strokes } = dressingOf(edits);
  return { segments, overlays: overlays.filter(meets), strokes: strokes.filter((one) => takes.has(one.takeId)) };
}

function renamed(segment: Segment, newId: NewId): Segment {
  const id = newId();
  return isCard(segment) ? { ...segment, id, card: { ...segment.card, id } } : { ...segment, id };
}

/** Puts a piece in at `time`; what is laid over it comes along where it is not there yet. */
export function insertPiece(edits: EditList, time: Micros, piece: Piece, newId: NewId): Edit | null {
  if (piece.segments.length === 0) return null;
  const list = new Doing(edits);
  const before = programmeOf(edits).length;
  let index = list.split(time, newId);
  for (const segment of piece.segments) list.do({ op: 'insert', index: index++, segment: renamed(segment, newId) });
  const { overlays, strokes } = dressingOf(edits);
  const fresh = <One extends { readonly id: string }>(items: readonly One[] = [], there: readonly One[]) =>
    items.filter((one) => !there.some((other) => other.id === one.id));
  fresh(piece.overlays, overlays).forEach((to, i) =>
    list.do({ op: 'overlays', index: overlays.length + i, from: null, to }),
  );
  fresh(piece.strokes, strokes).forEach((to, i) =>
    list.do({ op: 'strokes', index: strokes.length + i, from: null, to }),
  );
  return list.edit({ kind: 'join', at: time, length: micros(programmeOf(list.edits).length - before) });
}

/** What lies after `time`, as an edit list of its own, and the edit that takes it out of this one. Null at either end. */
export function splitLesson(
  edits: EditList,
  time: Micros,
  newId: NewId,
): { readonly rest: EditList; readonly edit: Edit } | null {
  const { length } = programmeOf(edits);
  if (time <= 0 || time >= length) return null;
  const rest = pieceOf(edits, { start: time, end: length }, newId);
  const list = new Doing(edits);
  const first = list.split(time, newId);
  for (let i = list.edits.segments.length - 1; i >= first; i -= 1)
    list.do({ op: 'remove', index: i, segment: list.edits.segments[i]! });
  const edit = list.edit({ kind: 'give', at: time, length: micros(length - time) });
  return edit && { rest: asList(rest, edits), edit };
}

/** The edit that makes a lesson without edits into this list: with it a lesson begins that comes out of another. */
export function editMaking({ segments, ...dressing }: EditList): Edit {
  const { overlays, strokes, finish } = { ...NO_DRESSING, ...dressing };
  const edits: Edit[] = [
    ...segments.map((segment, index) => ({ op: 'insert', index, segment }) as const),
    ...overlays.map((to, index) => ({ op: 'overlays', index, from: null, to }) as const),
    ...strokes.map((to, index) => ({ op: 'strokes', index, from: null, to }) as const),
    ...(dressing.finish ? [{ op: 'finish', from: NO_DRESSING.finish, to: finish } as const] : []),
  ];
  return {
    op: 'together',
    act: { kind: 'give', at: ZERO, length: programmeOf({ version: EDITS_VERSION, segments }).length },
    edits,
  };
}

/** How a lesson sounds goes along into both parts; its cover and its chapters stay where they were. */
function asList({ segments, overlays = [], strokes = [] }: Piece, { finish }: EditList): EditList {
  return {
    version: EDITS_VERSION,
    segments,
    ...(overlays.length > 0 ? { overlays } : {}),
    ...(strokes.length > 0 ? { strokes } : {}),
    ...(finish ? { finish } : {}),
  };
}
