import { micros, ZERO, type Micros, type TimeRange } from '../clock/index.ts';
import { lastAtOrBefore, union, type RangeSet } from '../intervals/index.ts';
import type { EditList } from './editList.ts';
import { playedLength, playedOf, sourceOf, takeTimeIn, type Segment } from './segment.ts';

/** An edit list laid out on the programme's time axis, for lookups by halving. */
export interface Programme {
  readonly segments: readonly Segment[];
  /** Programme time at which each segment starts. */
  readonly starts: readonly Micros[];
  readonly length: Micros;
}

/** A moment of a take or a card. */
export interface SourceMoment {
  readonly sourceId: string;
  readonly time: Micros;
}
/** A stretch of a take or a card. */
export interface SourceStretch extends TimeRange {
  readonly sourceId: string;
}

/** Lays the segments end to end from 0. */
export function programmeOf({ segments }: EditList): Programme {
  let length = 0;
  const starts = segments.map((segment) => {
    const start = length;
    length += playedLength(segment);
    return micros(start);
  });
  return { segments, starts, length: micros(length) };
}

/** The number of the segment that plays at `time`: the first before 0, the last past the end, −1 in an empty programme. */
export function segmentAt(programme: Programme, time: Micros): number {
  const i = lastAtOrBefore(programme.starts, time, (start) => start);
  return programme.segments.length === 0 ? -1 : Math.max(0, i);
}

/**
 * The take or card, and its time, played at programme time `time`. A join belongs to the segment that starts there;
 * a time before 0 is 0, one past the end is the end of the last segment. Null for an empty programme.
 */
export function sourceTimeAt(programme: Programme, time: Micros): SourceMoment | null {
  const i = segmentAt(programme, time);
  const segment = programme.segments[i];
  if (!segment) return null;
  const found = takeTimeIn(segment, Math.max(0, time - programme.starts[i]!));
  // The last microsecond of a sped-up segment may be rounded to its end, which it does not play.
  const isPast = time >= programme.length;
  return { sourceId: sourceOf(segment), time: micros(isPast ? found : Math.min(found, segment.end - 1)) };
}

/** A segment of one source, by its number in the programme. */
interface Placed extends TimeRange {
  readonly index: number;
}
/** The segments of each source by their start, with how far those up to each of them reach. */
type BySource = ReadonlyMap<string, { readonly placed: readonly Placed[]; readonly reach: readonly number[] }>;
const indexed = new WeakMap<Programme, BySource>();

function bySource(programme: Programme): BySource {
  let found = indexed.get(programme);
  if (!found) {
    const lists = new Map<string, Placed[]>();
    programme.segments.forEach((segment, index) => {
      const { start, end } = segment;
      const list = lists.get(sourceOf(segment));
      if (list) list.push({ start, end, index });
      else lists.set(sourceOf(segment), [{ start, end, index }]);
    });
    found = new Map(
      [...lists].map(([sourceId, list]) => {
        const placed = list.sort((a, b) => a.start - b.start || a.index - b.index);
        let far = 0;
        return [sourceId, { placed, reach: placed.map(({ end }) => (far = Math.max(far, end))) }] as const;
      }),
    );
    indexed.set(programme, found);
  }
  return found;
}

/** The segments of a source that meet a stretch of it, in no order. */
function meeting(programme: Programme, { sourceId, start, end }: SourceStretch): readonly Placed[] {
  const { placed, reach } = bySource(programme).get(sourceId) ?? { placed: [], reach: [] };
  const found: Placed[] = [];
  for (let i = lastAtOrBefore(placed, end - 1, (one) => one.start); i >= 0 && reach[i]! > start; i -= 1) {
    if (placed[i]!.end > start) found.push(placed[i]!);
  }
  return found;
}

/** The first programme time at which a moment of a take or card is played; null when it was cut away. */
export function programmeTimeOf(programme: Programme, { sourceId, time }: SourceMoment): Micros | null {
  const at = meeting(programme, { sourceId, start: time, end: micros(time + 1) });
  if (at.length === 0) return null;
  const index = Math.min(...at.map((one) => one.index));
  return micros(programme.starts[index]! + playedOf(programme.segments[index]!, time));
}

/** The stretches of takes and cards that programme stretch `range` plays, in playing order; what lies outside is left out. */
export function sourceStretches(programme: Programme, range: TimeRange): readonly SourceStretch[] {
  const found: SourceStretch[] = [];
  for (
    let i = Math.max(0, segmentAt(programme, range.start));
    i < programme.segments.length && programme.starts[i]! < range.end;
    i += 1
  ) {
    const segment = programme.segments[i]!;
    const start = takeTimeIn(segment, range.start - programme.starts[i]!);
    const end = takeTimeIn(segment, range.end - programme.starts[i]!);
    if (start < end) found.push({ sourceId: sourceOf(segment), start, end });
  }
  return found;
}

/** The programme stretches in which any of `stretches` is played. */
export function programmeRanges(programme: Programme, stretches: readonly SourceStretch[]): RangeSet {
  return union(
    stretches.flatMap((stretch) => playingsOf(programme, stretch).map(({ start, end }) => ({ start, end }))),
  );
}

/** A stretch of the programme, and the number of the segment that plays it. */
export interface Playing extends TimeRange {
  readonly index: number;
}
/** Each time that a stretch of a take is played, in rising time. */
export function playingsOf(programme: Programme, stretch: SourceStretch): readonly Playing[] {
  return meeting(programme, stretch)
    .map(({ index }) => {
      const [segment, at] = [programme.segments[index]!, programme.starts[index]!];
      const start = micros(at + playedOf(segment, Math.max(segment.start, stretch.start)));
      const end = micros(at + playedOf(segment, Math.min(segment.end, stretch.end)));
      return { start, end, index };
    })
    .filter(({ start, end }) => start < end)
    .sort((a, b) => a.start - b.start);
}

/** The whole programme as one stretch. */
export const wholeOf = (programme: Programme): TimeRange => ({ start: ZERO, end: programme.length });
