/*
 * What a hand does to a lesson, as edits: cutting a stretch out, splitting, putting a cut back, moving a part. Times
 * are programme times of the list that is given; where nothing would change there is no edit.
 */
import { lengthOf, ZERO, type Micros, type TimeRange } from '../clock/index.ts';
import { intersect, type RangeSet } from '../intervals/index.ts';
import { applyEdit, type Edit, type EditAct, type EditList, type Segment } from './editList.ts';
import { programmeOf } from './programme.ts';

/** Gives a new name for a segment each time it is called. */
export type NewId = () => string;

/** Cuts `range` out; what is left of a segment on its right gets a new name. */
export function cutStretch(edits: EditList, range: TimeRange, newId: NewId): Edit | null {
  return cutStretches(edits, [range], newId, 'cut');
}

/** Cuts several stretches out at once: they must be disjoint and in rising order. */
export function cutStretches(edits: EditList, ranges: RangeSet, newId: NewId, kind: EditAct['kind']): Edit | null {
  const list = new Doing(edits);
  // The last first: what lies before it keeps its time.
  for (const range of ranges.toReversed()) cutOne(list, range, newId);
  const before = programmeOf(edits).length;
  return list.edit({ kind, at: ranges[0]?.start ?? ZERO, length: (before - programmeOf(list.edits).length) as Micros });
}

function cutOne(list: Doing, range: TimeRange, newId: NewId): void {
  const { segments, starts } = programmeOf(list.edits);
  for (let i = segments.length - 1; i >= 0; i -= 1) {
    const segment = segments[i]!;
    const shift = segment.start - starts[i]!;
    const out = { start: (range.start + shift) as Micros, end: (range.end + shift) as Micros };
    const [inner] = intersect([segment], [out]);
    if (!inner || lengthOf(inner) <= 0) continue;
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
  const { segments, starts } = programmeOf(edits);
  const i = starts.findLastIndex((start) => start < time);
  const segment = segments[i];
  if (!segment) return null;
  const at = (segment.start + time - starts[i]!) as Micros;
  if (at >= segment.end) return null;
  list.do({ op: 'insert', index: i + 1, segment: { ...segment, start: at, id: newId() } });
  list.trim(segment, { start: segment.start, end: at });
  return list.edit({ kind: 'split', at: time, length: ZERO });
}

/** A place where two parts meet. */
export interface Seam {
  /** Programme time. */
  readonly at: Micros;
  /** The part that begins there, counted from 0. */
  readonly index: number;
  /** What of the take was left out there; 0 for a bare split, null where another take begins. */
  readonly left: Micros | null;
}

/** The seams of a lesson in rising time; a part that was moved to before its take's earlier part left nothing out. */
export function seamsOf(edits: EditList): readonly Seam[] {
  const { segments, starts } = programmeOf(edits);
  return segments.slice(1).map((segment, i): Seam => {
    const before = segments[i]!;
    const follows = before.takeId === segment.takeId && segment.start >= before.end;
    return { at: starts[i + 1]!, index: i + 1, left: follows ? ((segment.start - before.end) as Micros) : null };
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
  return list.edit({ kind: 'move', at, length: lengthOf(segment) });
}

/** Stretches of takes as they are heard in the programme, each cut at seams; those shorter than `least` are left out. */
export function heardStretches(
  edits: EditList,
  ofTake: (takeId: string) => RangeSet,
  least: Micros,
): readonly TimeRange[] {
  const { segments, starts } = programmeOf(edits);
  return segments.flatMap((segment, i) =>
    intersect([segment], ofTake(segment.takeId))
      .filter((range) => lengthOf(range) >= least)
      .map(({ start, end }) => {
        const shift = starts[i]! - segment.start;
        return { start: (start + shift) as Micros, end: (end + shift) as Micros };
      }),
  );
}

/** What of a quiet stretch is cut so that `keep` of it is left, half on either side; null when it is no longer than that. */
export function shortened(quiet: TimeRange, keep: Micros): TimeRange | null {
  if (lengthOf(quiet) <= keep) return null;
  const half = Math.round(keep / 2);
  return { start: (quiet.start + half) as Micros, end: (quiet.end - (keep - half)) as Micros };
}

/** Does edits one by one and gathers them. */
class Doing {
  edits: EditList;
  readonly #done: Edit[] = [];

  constructor(edits: EditList) {
    this.edits = edits;
  }

  do(edit: Edit): void {
    const applied = applyEdit(this.edits, edit);
    if (!applied.ok) throw new RangeError(`This edit does not apply: ${applied.reason}`);
    this.edits = applied.edits;
    this.#done.push(edit);
  }
  trim({ id, start, end }: Segment, to: TimeRange): void {
    if (start === to.start && end === to.end) return;
    this.do({ op: 'trim', segment: id, from: { start, end }, to: { start: to.start, end: to.end } });
  }
  edit(act: EditAct): Edit | null {
    return this.#done.length === 0 ? null : { op: 'together', act, edits: this.#done };
  }
}
