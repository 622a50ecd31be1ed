import { toFrames, type Micros } from '../clock/index.ts';
import { changed, type Sound } from './sound.ts';

/** A sound laid over another one from `at` on, for `length`, beginning at its own time `from`. */
export interface LaidOver {
  readonly sound: Sound;
  readonly at: Micros;
  readonly length: Micros;
  readonly from: Micros;
}
/** A sound that begins or ends in the middle is faded over so many frames, so that nothing clicks: 5 ms at 48 kHz. */
const FADE_FRAMES = 240;

/** The voice with other sounds added to it, exactly as long as before. What lies outside of it is left out. */
export function mix(voice: Sound, sounds: readonly LaidOver[], rate: number): Sound {
  const laid = sounds.map(({ sound, at, length, from }) => {
    const [start, first] = [toFrames(at, rate), toFrames(from, rate)];
    const frames = Math.max(0, Math.min(toFrames(length, rate), sound.frames - first, voice.frames - start));
    return { sound, start, first, frames };
  });
  return changed(voice, async (piece, from) => {
    for (const { sound, start, first, frames } of laid) {
      const begin = Math.max(start, from);
      const count = Math.min(start + frames, from + piece.length) - begin;
      if (count <= 0) continue;
      const over = await sound.read(first + begin - start, count);
      for (let k = 0; k < count; k += 1) {
        const i = begin - start + k;
        piece[begin - from + k]! += over[k]! * Math.min(1, i / FADE_FRAMES, (frames - 1 - i) / FADE_FRAMES);
      }
    }
  });
}
