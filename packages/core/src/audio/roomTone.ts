import { micros, type TimeRange } from '../clock/index.ts';
import { toFrames, lengthOf } from '../clock/index.ts';
import type { Sound } from './sound.ts';

/** A breath and a word's end lie at the edges of a quiet stretch: so much of it is not used, in microseconds. */
const EDGE_US = 150_000;
const LONGEST_US = 4_000_000;
/** Where the tone begins again its two ends go over into each other for so long, in seconds. */
const SEAM_S = 0.1;

/** The tone of a room, to be played over and over: from the longest quiet stretch; empty where there is none. */
export async function roomTone(sound: Sound, quiet: readonly TimeRange[], rate: number): Promise<Float32Array> {
  const longest = quiet.reduce<TimeRange | null>((a, b) => (a && lengthOf(a) >= lengthOf(b) ? a : b), null);
  if (!longest) return new Float32Array(0);
  const start = toFrames(micros(longest.start + EDGE_US), rate);
  const end = toFrames(micros(Math.min(longest.end - EDGE_US, longest.start + EDGE_US + LONGEST_US)), rate);
  const seam = Math.round(SEAM_S * rate);
  if (end - start < 2 * seam) return new Float32Array(0);
  const whole = await sound.read(start, end - start);
  const tone = whole.slice(0, whole.length - seam);
  for (let i = 0; i < seam; i += 1) {
    const share = (i + 0.5) / seam;
    // The piece after the end fades out over the beginning, which fades in: the loop has no edge.
    tone[i] = tone[i]! * Math.sqrt(share) + whole[tone.length + i]! * Math.sqrt(1 - share);
  }
  return tone;
}
