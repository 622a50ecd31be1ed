/*
 * What a hand does to a lesson, as edits: cutting a stretch out, splitting, putting a cut back, moving a part. Times
 * are programme times of the list that is given; where nothing would change there is no edit.
 */
import { lengthOf, micros, ZERO, type Micros, type TimeRange } from '../clock/index.ts';
import { intersect, type RangeSet } from '../intervals/index.ts';
import { Doing, type NewId } from './doing.ts';
import type { Edit, EditAct, EditList } from './editList.ts';
import { changeStroke } from './laying.ts';
import { programmeOf } from './programme.ts';
import { isCard, isPlain, isPlayedAlike, playedLength, takeTimeIn } from './segment.ts';

/** Cuts `range` out; what is left of a segment on its right gets a new name. */
export function cutStretch(edits: EditList, range: TimeRange, newId: NewId): Edit | null {
  return cutStretches(edits, [range], newId, 'cut');
}

/** Cuts everything from `time` on: what is recorded next follows what came before it. */
export function cutFrom(edits: EditList, time: Micros, newId: NewId): Edit | null {
  return cutStretch(edits, { start: time, end: programmeOf(edits).length }, newId);
}

/** Brings back what was cut off the end of `before`, in front of whatever came to the list since. */
export function bringBack(edits: EditList, before: EditList): Edit | null {
  const list = new Doing(edits);
  for (const [index, segment] of before.segments.entries()) {
    const there = list.edits.segments.find((one) => one.id === segment.id);
    if (!there) list.do({ op: 'insert', index, segment });
    else if (there.start !== segment.start || there.end !== segment.end) list.trim(there, segment);
  }
  const length = micros(programmeOf(list.edits).length - programmeOf(edits).length);
  return list.edit({ kind: 'put-back', at: programmeOf(edits).length, length });
}

/** Cuts several stretches out at once: they must be disjoint and in rising order. */
export function cutStretches(edits: EditList, ranges: RangeSet, newId: NewId, kind: EditAct['kind']): Edit | null {
  const list = new Doing(edits);
  // The last first: what lies before it keeps its time.
  for (const range of ranges.toReversed()) cutOne(list, range, newId);
  const before = programmeOf(edits).length;
  return list.edit({ kind, at: ranges[0]?.start ?? ZERO, length: micros(before - programmeOf(list.edits).length) });
}

/** Cuts `range` out, and removes the strokes that were drawn in it from everything after it. */
export function cutWithInk(
  edits: EditList,
  range: TimeRange,
  strokes: readonly { readonly takeId: string; readonly stroke: string }[],
  newId: NewId,
): Edit | null {
  const list = new Doing(edits);
  cutOne(list, range, newId);
  for (const { takeId, stroke } of strokes) {
    const edit = changeStroke(list.edits, takeId, stroke);
    if (edit) list.do(edit);
  }
  return list.edit({
    kind: 'cut',
    at: range.start,
    length: micros(programmeOf(edits).length - programmeOf(list.edits).length),
  });
}

function cutOne(list: Doing, range: TimeRange, newId: NewId): void {
  const { segments, starts } = programmeOf(list.edits);
  for (let i = segments.length - 1; i >= 0; i -= 1) {
    const segment = segments[i]!;
    const at = starts[i]!;
    if (range.end <= at || range.start >= at + playedLength(segment)) continue;
    const inner = { start: takeTimeIn(segment, range.start - at), end: takeTimeIn(segment, range.end - at) };
    if (lengthOf(inner) <= 0) continue;
    const left = { start: segment.start, end: inner.start };
    const right = { start: inner.end, end: segment.end };
    if (lengthOf(left) > 0 && lengthOf(right) > 0)
      list.do({ op: 'insert', index: i + 1, segment: { ...segment, ...right, id: newId() } });
    if (lengthOf(left) > 0) list.trim(segment, left);
    else if (lengthOf(right) > 0) list.trim(segment, right);
    else list.do({ op: 'remove', index: i, segment });
  }
}

/** Splits the segment that plays at `time` in two; none where a part begins there already. */
export function splitAt(edits: EditList, time: Micros, newId: NewId): Edit | null {
  const list = new Doing(edits);
  list.split(time, newId);
  return list.edit({ kind: 'split', at: time, length: ZERO });
}

/** A place where two parts meet. */
export interface Seam {
  /** Programme time. */
  readonly at: Micros;
  /** The part that begins there, counted from 0. */
  readonly index: number;
  /** What of the take was left out there; 0 for a bare split, null where something else begins, or is played otherwise. */
  readonly left: Micros | null;
}

/** The seams of a lesson in rising time; a part that was moved to before its take's earlier part left nothing out. */
export function seamsOf(edits: EditList): readonly Seam[] {
  const { segments, starts } = programmeOf(edits);
  return segments.slice(1).map((segment, i): Seam => {
    const before = segments[i]!;
    const follows = isPlayedAlike(before, segment) && !isCard(segment) && segment.start >= before.end;
    return { at: starts[i + 1]!, index: i + 1, left: follows ? micros(segment.start - before.end) : null };
  });
}

/** Puts back what was left out at a seam: the two parts become one. Null where two takes meet. */
export function putBack(edits: EditList, { index, left, at }: Seam): Edit | null {
  const [before, after] = [edits.segments[index - 1], edits.segments[index]];
  if (left === null || !before || !after) return null;
  const list = new Doing(edits);
  list.do({ op: 'remove', index, segment: after });
  list.trim(before, { start: before.start, end: after.end });
  return list.edit({ kind: 'put-back', at, length: left });
}

/** Moves a part by one place, earlier (−1) or later (1); null at the end of the list. */
export function movePart(edits: EditList, index: number, by: -1 | 1): Edit | null {
  const segment = edits.segments[index];
  const to = index + by;
  if (!segment || to < 0 || to >= edits.segments.length) return null;
  const list = new Doing(edits);
  const at = programmeOf(edits).starts[index]!;
  list.do({ op: 'remove', index, segment });
  list.do({ op: 'insert', index: to, segment });
  return list.edit({ kind: 'move', at, length: playedLength(segment) });
}

/**
 * Stretches of takes as they are heard in the programme, each cut at seams; those shorter than `least` are left out,
 * and so is what is sped up or spoken over.
 */
export function heardStretches(
  edits: EditList,
  ofTake: (takeId: string) => RangeSet,
  least: Micros,
): readonly TimeRange[] {
  const { segments, starts } = programmeOf(edits);
  return segments.flatMap((segment, i) =>
    (isPlain(segment) ? intersect([segment], ofTake(segment.takeId)) : [])
      .filter((range) => lengthOf(range) >= least)
      .map(({ start, end }) => {
        const shift = starts[i]! - segment.start;
        return { start: micros(start + shift), end: micros(end + shift) };
      }),
  );
}

/** What of a quiet stretch is cut so that `keep` of it is left, half on either side; null when it is no longer than that. */
export function shortened(quiet: TimeRange, keep: Micros): TimeRange | null {
  if (lengthOf(quiet) <= keep) return null;
  const half = Math.round(keep / 2);
  return { start: micros(quiet.start + half), end: micros(quiet.end - (keep - half)) };
}

/** The edits that take every part of a lesson out, or those of one take; the last first. They can be taken back. */
export function emptying({ segments }: EditList, takeId?: string): readonly Edit[] {
  return segments
    .map((segment, index) => ({ op: 'remove', index, segment }) as const)
    .filter(({ segment }) => takeId === undefined || (!isCard(segment) && segment.takeId === takeId))
    .reverse();
}
