/*
 * Music under a voice. Where someone speaks the music gives way by as much as was measured to be needed, so that it
 * stays 12 LU or more under the voice; it never ends in the middle of a sound.
 */
import { fromMillis, toFrames, type Micros } from '../clock/index.ts';
import { loudnessOf } from './loudness.ts';
import { LEVEL_HOP, levelsIn, quietStretches } from './quiet.ts';
import { changed, inMemory, looped, type Sound, type Stage } from './sound.ts';

/** Under speech the music is at least so far below it, in LU; it aims a little lower. */
export const UNDER_SPEECH_LU = 12;
const AIM_LU = UNDER_SPEECH_LU + 2;
/** It gives way before a word begins and comes back after the last one. */
const GIVES_WAY_S = 0.25;
const COMES_BACK_S = 0.9;
/** Shorter rests than this do not bring it back. */
const REST = fromMillis(1200);
/** It begins and ends softly, in seconds. */
const FADE_S = 2;

export interface MusicBed {
  /** As long as the voice: to be added to it. */
  readonly sound: Sound;
  /** By how much it gives way under speech, in dB: 0 or more. */
  readonly ducksDb: number;
}

interface BedSettings {
  /** Loudness of the music where nothing is said. */
  readonly lufs: number;
  readonly rate: number;
  /** Loudness of the voice in LUFS: what the music keeps under. */
  readonly speech: number;
}

/**
 * The bed for a voice: the music over and over, at `lufs` where nothing is said.
 * @param voice as it will be heard
 */
export async function musicBed(voice: Sound, music: Sound, { lufs, rate, speech }: BedSettings): Promise<MusicBed> {
  const { frames } = voice;
  const loudness = await loudnessOf(music, rate);
  const own = loudness.integrated();
  if (!Number.isFinite(own) || frames === 0) return { sound: inMemory(new Float32Array(frames)), ducksDb: 0 };
  const loudest = loudness.momentary().reduce((most, one) => Math.max(most, one), -Infinity) + (lufs - own);
  const ducksDb = Number.isFinite(speech) ? Math.max(0, loudest - (speech - AIM_LU)) : 0;
  const base = 10 ** ((lufs - own) / 20);
  const gains = duckingGains(await levelsIn(voice, rate), 10 ** (-ducksDb / 20));
  const hop = Math.round((rate * LEVEL_HOP) / 1e6);
  const fade = Math.min(FADE_S * rate, frames / 2);
  const over = changed(looped(music), (piece, from) => {
    for (let k = 0; k < piece.length; k += 1) {
      const i = from + k;
      // Within one hop the gain goes straight from one value to the next.
      const h = Math.floor(i / hop);
      const [low, high] = [gains[h] ?? 1, gains[h + 1] ?? 1];
      piece[k]! *= base * (low + ((high - low) * (i - h * hop)) / hop) * Math.min(1, i / fade, (frames - i) / fade);
    }
  });
  return { sound: { ...over, frames }, ducksDb };
}

/**
 * The gain of the music for each 10 ms: `ducked` under speech, 1 in long rests, smoothly between.
 * @param levels of the voice
 */
function duckingGains(levels: Float32Array, ducked: number): Float32Array {
  const rests = quietStretches(levels, { shortest: REST });
  const gains = new Float32Array(levels.length + 1).fill(ducked);
  const [away, back] = [GIVES_WAY_S, COMES_BACK_S].map((s) => Math.round((s * 1e6) / LEVEL_HOP)) as [number, number];
  for (const { start, end } of rests) {
    const [first, last] = [start / LEVEL_HOP, end / LEVEL_HOP];
    for (let i = first; i < last; i += 1) {
      const up = first === 0 ? 1 : (i - first) / back;
      const down = last >= levels.length ? 1 : (last - 1 - i) / away;
      const share = Math.max(0, Math.min(1, up, down));
      gains[i] = ducked + (1 - ducked) * share;
    }
  }
  return gains;
}

/** How long a sound takes to come and to go. */
interface Ends {
  readonly fadeIn: Micros;
  readonly fadeOut: Micros;
}

/** A sound that fades in and out at its ends. */
export class EndFades implements Stage {
  readonly #frames: number;
  readonly #lead: number;
  readonly #tail: number;
  #frame = 0;

  constructor(frames: number, rate: number, { fadeIn, fadeOut }: Ends) {
    this.#frames = frames;
    this.#lead = Math.min(frames, toFrames(fadeIn, rate));
    this.#tail = Math.min(frames, toFrames(fadeOut, rate));
  }

  take(block: Float32Array): Float32Array {
    const faded = block.map((sample, k) => {
      const i = this.#frame + k;
      const rises = i < this.#lead ? i / this.#lead : 1;
      const left = this.#frames - 1 - i;
      return sample * rises * (left < this.#tail ? left / this.#tail : 1);
    });
    this.#frame += block.length;
    return faded;
  }

  end(): Float32Array {
    return new Float32Array(0);
  }
}
