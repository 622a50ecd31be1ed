import { micros, ZERO, type Micros, type TimeRange } from '@oakbell/core/clock';
import { programmeOf, type Edit, type EditList, type Programme, type Segment } from '@oakbell/core/edits';

interface Measured {
  readonly id: string;
  /** A hundred a second. */
  readonly peaks: Uint8Array;
}
const PEAK_US = 10_000;

/** The programme as it would be with its first start and last end drawn out to the ends of their takes. */
export function untrimmed(edits: EditList, takes: readonly Measured[]): Programme {
  const segments = edits.segments.map((segment, i): Segment => {
    const whole = (takes.find((take) => take.id === segment.takeId)?.peaks.length ?? 0) * PEAK_US;
    const start = i === 0 ? ZERO : segment.start;
    const end = i === edits.segments.length - 1 ? micros(Math.max(segment.end, whole - PEAK_US)) : segment.end;
    return { ...segment, start, end };
  });
  return programmeOf({ version: 1, segments });
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
  const start = micros(Math.min(kept.start, edits.segments[0]!.end - 1));
  const end = micros(whole.segments[last]!.start + kept.end - whole.starts[last]!);
  trim(0, { start });
  trim(last, { end: micros(Math.max(end, now[last]!.start + 1)) });
  return made;
}

/** The peaks of the programme, one after the other. */
export function joinedPeaks(programme: Programme, takes: readonly Measured[]): Uint8Array {
  const pieces = programme.segments.map((segment) => {
    const peaks = takes.find((take) => take.id === segment.takeId)?.peaks ?? new Uint8Array(0);
    return peaks.subarray(Math.floor(segment.start / PEAK_US), Math.ceil(segment.end / PEAK_US));
  });
  const joined = new Uint8Array(pieces.reduce((sum, piece) => sum + piece.length, 0));
  let at = 0;
  for (const piece of pieces) {
    joined.set(piece, at);
    at += piece.length;
  }
  return joined;
}

/** Cuts move to the quietest place so near, in hundredths of a second on either side: 120 ms. */
const SNAP_PEAKS = 12;

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
