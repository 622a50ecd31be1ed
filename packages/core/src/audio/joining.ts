/*
 * The sound of a programme: the voices of the takes cut and joined as the edit list says, sample by sample, so that
 * sound and pages stay together however many cuts there are.
 */
import { micros, toFrames, type TimeRange } from '../clock/index.ts';
import {
  isCard,
  isPlayedAlike,
  overTime,
  playedLength,
  programmeOf,
  speedOf,
  type EditList,
  type Segment,
} from '../edits/index.ts';
import { lastAtOrBefore } from '../intervals/index.ts';
import { roomTone } from './roomTone.ts';
import { addTo, changed, inMemory, looped, type Sound } from './sound.ts';

/** At a join one sound goes over into the next for so long, in microseconds: half before it, half after. */
export const CROSS_FADE_US = 10_000;

/** What is known of a take's voice. */
export interface TakeSound {
  readonly sound: Sound;
  /** Where nothing is said, in rising time. */
  readonly quiet: readonly TimeRange[];
}

/**
 * The joined sound of a programme: as long as the programme, to the frame.
 * @param soundOf the sound of a take; asked for each segment
 * @param rate frames a second
 */
export async function joinedSound(
  edits: EditList,
  soundOf: (takeId: string) => Promise<TakeSound>,
  rate: number,
): Promise<Sound> {
  const programme = programmeOf(edits);
  const frames = toFrames(programme.length, rate);
  const half = Math.round((CROSS_FADE_US * rate) / 2e6);
  const sources = sourcesFrom(soundOf, rate);
  const pieces: Piece[] = [];
  let before: Segment | undefined;
  for (const [i, segment] of programme.segments.entries()) {
    const after = programme.segments[i + 1];
    const first = toFrames(programme.starts[i]!, rate);
    const end = Math.min(frames, toFrames(micros(programme.starts[i]! + playedLength(segment)), rate));
    const source = await sources(segment);
    // A fade is never longer than half of what it leads into.
    const edge = Math.min(half, Math.floor((end - first) / 2));
    const into = before && goesOn(before, segment) ? null : Math.min(edge, first, source.before);
    const outOf = after && goesOn(segment, after) ? null : Math.min(edge, source.after(end - first));
    pieces.push({
      source,
      first,
      from: first - (into ?? 0),
      risen: first + (into === null ? 0 : edge),
      falls: end - (outOf === null ? 0 : edge),
      to: Math.min(frames, end + (outOf ?? 0)),
    });
    before = segment;
  }
  return changed({ frames, read: (_from, count) => Promise.resolve(new Float32Array(count)) }, async (block, from) => {
    // A fade reaches so far over a join, and over a segment that is shorter than that.
    const firstHeard = lastAtOrBefore(pieces, from - 2 * half, ({ first }) => first);
    for (let k = Math.max(0, firstHeard); k < pieces.length; k += 1) {
      if (pieces[k]!.first - half >= from + block.length) break;
      await add(block, from, pieces[k]!);
    }
  });
}

/** Whether the sound simply goes on from one segment to the next. */
function goesOn(a: Segment, b: Segment): boolean {
  return isPlayedAlike(a, b) && a.end === b.start && speedOf(a) === 1 && !isCard(a) && a.sound?.kind !== 'room';
}

/** What is heard of a segment, from its start on. */
interface Source {
  /** The samples from so many frames after the start on. */
  readonly read: Sound['read'];
  /** How many frames there are before the start. */
  readonly before: number;
  /** How many there are after so many frames. */
  readonly after: (frame: number) => number;
}
const endless = ({ read }: Pick<Sound, 'read'>): Source => ({ read, before: Infinity, after: () => Infinity });
const SILENCE = endless(inMemory(new Float32Array(0)));

/** Finds what is heard of a segment. The tone of each room is looked for once. */
function sourcesFrom(soundOf: (takeId: string) => Promise<TakeSound>, rate: number) {
  const tones = new Map<string, Promise<Float32Array>>();
  const toneOf = (takeId: string, { sound, quiet }: TakeSound) => {
    const tone = tones.get(takeId) ?? roomTone(sound, quiet, rate);
    tones.set(takeId, tone);
    return tone;
  };
  return async (segment: Segment): Promise<Source> => {
    if (isCard(segment) || segment.sound?.kind === 'silent') return SILENCE;
    const { takeId, sound } = segment;
    const own = await soundOf(takeId);
    if (sound?.kind === 'over') {
      const over = await soundOf(sound.takeId);
      const voice = ofTake(over, toFrames(overTime(segment, sound.shift, 0), rate));
      const fill = roomUnder(await toneOf(takeId, own), await toneOf(sound.takeId, over));
      return { ...voice, read: (from, count) => sum(voice.read(from, count), fill.read(from, count)) };
    }
    if (sound?.kind === 'room' || speedOf(segment) !== 1) return repeated(await toneOf(takeId, own));
    return ofTake(own, toFrames(segment.start, rate));
  };
}

async function sum(one: Promise<Float32Array>, other: Promise<Float32Array>): Promise<Float32Array> {
  const piece = await one;
  addTo(piece, await other);
  return piece;
}

function ofTake({ sound }: TakeSound, start: number): Source {
  return {
    read: (from, count) => sound.read(start + from, count),
    before: Math.max(0, start),
    after: (frame) => Math.max(0, sound.frames - start - frame),
  };
}

/** So much of the tone of the old room as the new voice lacks, so that the room does not change under it. */
function roomUnder(old: Float32Array, fresh: Float32Array): Source {
  const lacking = Math.sqrt(Math.max(0, power(old) - power(fresh)) / Math.max(1e-12, power(old)));
  return lacking === 0 ? SILENCE : repeated(old.map((sample) => sample * lacking));
}

const power = (samples: Float32Array): number =>
  samples.length === 0 ? 0 : samples.reduce((sum, x) => sum + x * x, 0) / samples.length;
const repeated = (tone: Float32Array): Source => endless(looped(inMemory(tone)));

/** A segment in its place: it rises between `from` and `risen`, and falls between `falls` and `to` (out). */
interface Piece {
  readonly source: Source;
  /** Where the segment itself starts. */
  readonly first: number;
  readonly from: number;
  readonly risen: number;
  readonly falls: number;
  readonly to: number;
}

/** Adds what a block has of a piece: over a join both sides keep their power together. */
async function add(block: Float32Array, blockAt: number, piece: Piece): Promise<void> {
  const { source, first, from, risen, falls, to } = piece;
  const [begin, end] = [Math.max(from, blockAt), Math.min(to, blockAt + block.length)];
  if (end <= begin) return;
  const samples = await source.read(begin - first, end - begin);
  const { sin, cos, PI } = Math;
  for (let i = begin; i < end; i += 1) {
    let gain = 1;
    if (i < risen) gain = sin((PI / 2) * ((i - from + 0.5) / (risen - from)));
    else if (i >= falls) gain = cos((PI / 2) * ((i - falls + 0.5) / (to - falls)));
    block[i - blockAt]! += samples[i - begin]! * gain;
  }
}
