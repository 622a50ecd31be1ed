import { present } from '@oakbell/core/present';
import { micros, ZERO, type Micros, type TimeRange } from '@oakbell/core/clock';
import {
  isCard,
  playedLength,
  playedOf,
  programmeOf,
  speedOf,
  takeTimeIn,
  type Edit,
  type EditList,
  type Programme,
  type Segment,
} from '@oakbell/core/edits';

interface Measured {
  readonly id: string;
  /** A hundred a second. */
  readonly peaks: Uint8Array;
}
const PEAK_US = 10_000;

/** The programme as it would be with its first start and last end drawn out to the ends of their takes. */
export function untrimmed(edits: EditList, takes: readonly Measured[]): Programme {
  const segments = edits.segments.map((segment, i): Segment => {
    if (isCard(segment)) return segment;
    const whole = (takes.find((take) => take.id === segment.takeId)?.peaks.length ?? 0) * PEAK_US;
    const start = i === 0 ? ZERO : segment.start;
    const end = i === edits.segments.length - 1 ? micros(Math.max(segment.end, whole - PEAK_US)) : segment.end;
    return { ...segment, start, end };
  });
  return programmeOf({ ...edits, segments });
}

/** The edits that leave `kept` of the untrimmed programme: nothing when it is so already. */
export function trimEdits(edits: EditList, whole: Programme, kept: TimeRange): readonly Edit[] {
  const made: Edit[] = [];
  let now = edits.segments;
  const trim = (index: number, change: Partial<TimeRange>) => {
    const segment = now[index]!;
    const [from, to] = [rangeOf(segment), { ...rangeOf(segment), ...change }];
    if (to.start === from.start && to.end === from.end) return;
    made.push({ op: 'trim', segment: segment.id, from, to });
    now = now.with(index, { ...segment, ...to });
  };
  const last = edits.segments.length - 1;
  const start = micros(Math.min(takeTimeIn(whole.segments[0]!, kept.start), edits.segments[0]!.end - 1));
  const end = takeTimeIn(whole.segments[last]!, kept.end - whole.starts[last]!);
  trim(0, { start });
  trim(last, { end: micros(Math.max(end, now[last]!.start + 1)) });
  return made;
}

/** The stretch of the untrimmed programme that the lesson keeps. */
export function keptOf(edits: EditList, whole: Programme): TimeRange {
  const [first, last] = [edits.segments[0]!, present(edits.segments.at(-1))];
  const [wholeFirst, wholeLast] = [whole.segments[0]!, present(whole.segments.at(-1))];
  const lastStart = whole.starts.at(-1) ?? ZERO;
  return { start: playedOf(wholeFirst, first.start), end: micros(lastStart + playedOf(wholeLast, last.end)) };
}

/** The peaks of what is heard, a hundred a second of the programme: nothing where nothing is heard. */
export function joinedPeaks(programme: Programme, takes: readonly Measured[]): Uint8Array {
  const joined = new Uint8Array(Math.ceil(programme.length / PEAK_US));
  programme.segments.forEach((segment, i) => {
    if (isCard(segment) || speedOf(segment) !== 1) return;
    const { sound, takeId } = segment;
    if (sound && sound.kind !== 'over') return;
    const over = sound?.kind === 'over' ? sound : null;
    const peaks = takes.find((take) => take.id === (over?.takeId ?? takeId))?.peaks ?? new Uint8Array(0);
    const first = Math.round(programme.starts[i]! / PEAK_US);
    const count = Math.round((programme.starts[i]! + playedLength(segment)) / PEAK_US) - first;
    const from = Math.max(0, Math.round((segment.start + (over?.shift ?? 0)) / PEAK_US));
    joined.set(peaks.subarray(from, Math.min(from + count, from + joined.length - first)), first);
  });
  return joined;
}

/** Cuts move to the quietest place so near, in hundredths of a second on either side: 120 ms. */
const SNAP_PEAKS = 12;
export const SNAP_US = SNAP_PEAKS * PEAK_US;

/** The quietest moment near `time`, so that a cut falls between words; the nearest one of several. */
export function quietestNear(peaks: Uint8Array, time: Micros): Micros {
  const middle = Math.round(time / PEAK_US);
  let best = middle;
  for (let off = 1; off <= SNAP_PEAKS; off += 1) {
    for (const i of [middle - off, middle + off]) {
      if (i >= 0 && i < peaks.length && peaks[i]! < (peaks[best] ?? 255)) best = i;
    }
  }
  return best === middle ? time : micros(best * PEAK_US);
}

const rangeOf = ({ start, end }: Segment): TimeRange => ({ start, end });
