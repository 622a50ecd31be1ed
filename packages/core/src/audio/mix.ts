import { toFrames, type Micros } from '../clock/index.ts';

/** A sound laid over another one from `at` on, for `length`, beginning at its own time `from`. */
export interface LaidOver {
  readonly samples: Float32Array;
  readonly at: Micros;
  readonly length: Micros;
  readonly from: Micros;
}
/** A sound that begins or ends in the middle is faded over so many frames, so that nothing clicks: 5 ms at 48 kHz. */
const FADE_FRAMES = 240;

/** The voice with other sounds added to it, exactly as long as before. What lies outside of it is left out. */
export function mix(voice: Float32Array, sounds: readonly LaidOver[], rate: number): Float32Array {
  const mixed = voice.slice();
  for (const { samples, at, length, from } of sounds) {
    const [start, first] = [toFrames(at, rate), toFrames(from, rate)];
    const frames = Math.max(0, Math.min(toFrames(length, rate), samples.length - first, mixed.length - start));
    for (let i = 0; i < frames; i += 1) {
      const edge = Math.min(1, i / FADE_FRAMES, (frames - 1 - i) / FADE_FRAMES);
      mixed[start + i]! += samples[first + i]! * edge;
    }
  }
  return mixed;
}
