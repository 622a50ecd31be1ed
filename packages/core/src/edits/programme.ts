import { lengthOf, ZERO, type Micros, type TimeRange } from '../clock/index.ts';
import { lastAtOrBefore, union, type RangeSet } from '../intervals/index.ts';
import type { EditList, Segment } from './editList.ts';

/** An edit list laid out on the programme's time axis, for lookups by halving. */
export interface Programme {
  readonly segments: readonly Segment[];
  /** Programme time at which each segment starts. */
  readonly starts: readonly Micros[];
  readonly length: Micros;
}

/** A moment of a take. */
export interface TakeMoment {
  readonly takeId: string;
  readonly time: Micros;
}
/** A stretch of a take. */
export interface TakeStretch extends TimeRange {
  readonly takeId: string;
}

/** Lays the segments end to end from 0. */
export function programmeOf(edits: EditList): Programme {
  let length = 0;
  const starts = edits.segments.map((segment) => {
    const start = length;
    length += lengthOf(segment);
    return start as Micros;
  });
  return { segments: edits.segments, starts, length: length as Micros };
}

/**
 * The take and take time played at programme time `time`. A join belongs to the segment that starts there;
 * a time before 0 is 0, one past the end is the end of the last segment. Null for an empty programme.
 */
export function takeTimeAt(programme: Programme, time: Micros): TakeMoment | null {
  const i = Math.max(
    0,
    lastAtOrBefore(programme.starts, time, (start) => start),
  );
  const segment = programme.segments[i];
  if (!segment) return null;
  const into = Math.max(0, time - programme.starts[i]!);
  return { takeId: segment.takeId, time: Math.min(segment.end, segment.start + into) as Micros };
}

/** The first programme time at which a moment of a take is played; null when it was cut away. */
export function programmeTimeOf(programme: Programme, moment: TakeMoment): Micros | null {
  const i = programme.segments.findIndex(
    (one) => one.takeId === moment.takeId && moment.time >= one.start && moment.time < one.end,
  );
  return i < 0 ? null : ((programme.starts[i]! + moment.time - programme.segments[i]!.start) as Micros);
}

/** The stretches of takes that programme stretch `range` plays, in playing order; what lies outside is left out. */
export function takeStretches(programme: Programme, range: TimeRange): readonly TakeStretch[] {
  const found: TakeStretch[] = [];
  let i = Math.max(
    0,
    lastAtOrBefore(programme.starts, range.start, (start) => start),
  );
  for (; i < programme.segments.length && programme.starts[i]! < range.end; i += 1) {
    const segment = programme.segments[i]!;
    const shift = segment.start - programme.starts[i]!;
    const start = Math.max(segment.start, range.start + shift) as Micros;
    const end = Math.min(segment.end, range.end + shift) as Micros;
    if (start < end) found.push({ takeId: segment.takeId, start, end });
  }
  return found;
}

/** The programme stretches in which any of `stretches` is played. */
export function programmeRanges(programme: Programme, stretches: readonly TakeStretch[]): RangeSet {
  const found: TimeRange[] = [];
  programme.segments.forEach((segment, i) => {
    for (const stretch of stretches) {
      if (stretch.takeId !== segment.takeId) continue;
      const shift = programme.starts[i]! - segment.start;
      const start = Math.max(segment.start, stretch.start);
      const end = Math.min(segment.end, stretch.end);
      if (start < end) found.push({ start: (start + shift) as Micros, end: (end + shift) as Micros });
    }
  });
  return union(found);
}

/** The whole programme as one stretch. */
export const wholeOf = (programme: Programme): TimeRange => ({ start: ZERO, end: programme.length });
