/*
 * The sound of a programme: the voices of the takes cut and joined as the edit list says, sample by sample, so that
 * sound and pages stay together however many cuts there are.
 */
import { toFrames, type Micros, type TimeRange } from '../clock/index.ts';
import {
  isPlayedAlike,
  overTime,
  playedLength,
  programmeOf,
  speedOf,
  type EditList,
  type Segment,
} from '../edits/index.ts';
import { roomTone } from './roomTone.ts';

/** At a join one sound goes over into the next for so long, in microseconds: half before it, half after. */
export const CROSS_FADE_US = 10_000;

/** What is known of a take's voice. */
export interface TakeSound {
  readonly samples: Float32Array;
  /** Where nothing is said, in rising time. */
  readonly quiet: readonly TimeRange[];
}

/**
 * The joined sound of a programme: as long as the programme, to the frame.
 * @param soundOf the sound of a take; asked once for each segment
 * @param rate frames a second
 */
export async function joinedSound(
  edits: EditList,
  soundOf: (takeId: string) => Promise<TakeSound>,
  rate: number,
): Promise<Float32Array> {
  const programme = programmeOf(edits);
  const whole = new Float32Array(toFrames(programme.length, rate));
  const half = Math.round((CROSS_FADE_US * rate) / 2e6);
  let before: Segment | undefined;
  for (const [i, segment] of programme.segments.entries()) {
    const after = programme.segments[i + 1];
    const first = toFrames(programme.starts[i]!, rate);
    const end = Math.min(whole.length, toFrames((programme.starts[i]! + playedLength(segment)) as Micros, rate));
    const source = await sourceOf(segment, soundOf, rate);
    // A fade is never longer than half of what it leads into.
    const edge = Math.min(half, Math.floor((end - first) / 2));
    const into =
      before && goesOn(before, segment) ? null : { outside: Math.min(edge, first, source.before), inside: edge };
    const outOf =
      after && goesOn(segment, after) ? null : { outside: Math.min(edge, source.after(end - first)), inside: edge };
    add(whole, source, { first, end, into, outOf });
    before = segment;
  }
  return whole;
}

/** Whether the sound simply goes on from one segment to the next. */
function goesOn(a: Segment, b: Segment): boolean {
  return isPlayedAlike(a, b) && a.end === b.start && speedOf(a) === 1 && !a.card && a.sound?.kind !== 'room';
}

interface Source {
  /** The sample that is heard so many frames after the start of a segment. */
  readonly at: (frame: number) => number;
  /** How many frames there are before the start. */
  readonly before: number;
  /** How many there are after so many frames. */
  readonly after: (frame: number) => number;
}
const endless = (at: Source['at']): Source => ({ at, before: Infinity, after: () => Infinity });
const SILENCE = endless(() => 0);

async function sourceOf(
  segment: Segment,
  soundOf: (takeId: string) => Promise<TakeSound>,
  rate: number,
): Promise<Source> {
  if (segment.card || segment.sound?.kind === 'silent') return SILENCE;
  const own = await soundOf(segment.takeId);
  if (segment.sound?.kind === 'over') {
    const over = await soundOf(segment.sound.takeId);
    const voice = ofTake(over, toFrames(overTime(segment, segment.sound.shift, 0), rate));
    const fill = roomUnder(own, over, rate);
    return { ...voice, at: (frame) => voice.at(frame) + fill.at(frame) };
  }
  if (segment.sound?.kind === 'room' || speedOf(segment) !== 1) {
    return looped(roomTone(own.samples, own.quiet, rate));
  }
  return ofTake(own, toFrames(segment.start, rate));
}

function ofTake({ samples }: TakeSound, from: number): Source {
  return {
    at: (frame) => samples[from + frame] ?? 0,
    before: Math.max(0, from),
    after: (frame) => Math.max(0, samples.length - from - frame),
  };
}

/** So much of the tone of the old room as the new voice lacks, so that the room does not change under it. */
function roomUnder(own: TakeSound, over: TakeSound, rate: number): Source {
  const [old, fresh] = [roomTone(own.samples, own.quiet, rate), roomTone(over.samples, over.quiet, rate)];
  const lacking = Math.sqrt(Math.max(0, power(old) - power(fresh)) / Math.max(1e-12, power(old)));
  const source = looped(old);
  return lacking === 0 ? SILENCE : endless((frame) => source.at(frame) * lacking);
}

const power = (samples: Float32Array): number =>
  samples.length === 0 ? 0 : samples.reduce((sum, x) => sum + x * x, 0) / samples.length;
const looped = (tone: Float32Array): Source =>
  tone.length === 0 ? SILENCE : endless((frame) => tone[((frame % tone.length) + tone.length) % tone.length]!);

/** A fade: so many frames outside of the segment and so many inside. */
interface Fade {
  readonly outside: number;
  readonly inside: number;
}
interface Place {
  readonly first: number;
  /** Out. */
  readonly end: number;
  /** None where the sound goes on. */
  readonly into: Fade | null;
  readonly outOf: Fade | null;
}

/** Adds a sound: over a join both sides keep their power together. */
function add(whole: Float32Array, source: Source, { first, end, into, outOf }: Place): void {
  const [from, to] = [first - (into?.outside ?? 0), Math.min(whole.length, end + (outOf?.outside ?? 0))];
  const [risen, falls] = [first + (into?.inside ?? 0), end - (outOf?.inside ?? 0)];
  const { at } = source;
  const { sin, cos, PI } = Math;
  for (let i = from; i < to; i += 1) {
    let gain = 1;
    if (i < risen) gain = sin((PI / 2) * ((i - from + 0.5) / (risen - from)));
    else if (i >= falls) gain = cos((PI / 2) * ((i - falls + 0.5) / (to - falls)));
    whole[i]! += at(i - first) * gain;
  }
}
