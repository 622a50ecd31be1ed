/*
 * Music under a voice. Where someone speaks the music gives way by as much as was measured to be needed, so that it
 * stays 12 LU or more under the voice; it never ends in the middle of a sound.
 */
import { integratedLoudness, momentaryLoudness } from './loudness.ts';
import { LEVEL_HOP, levelsOf, quietStretches } from './quiet.ts';
import { fromMillis, toFrames } from '../clock/index.ts';

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
  readonly samples: Float32Array;
  /** By how much it gives way under speech, in dB: 0 or more. */
  readonly ducksDb: number;
}

interface BedSettings {
  /** Loudness of the music where nothing is said. */
  readonly lufs: number;
  readonly rate: number;
  /** Loudness of the voice in LUFS, where it is known already. */
  readonly speech?: number;
}

/**
 * The bed for a voice: the music over and over, at `lufs` where nothing is said.
 * @param voice as it will be heard; its loudness is what the music keeps under
 */
export function musicBed(
  voice: Float32Array,
  music: Float32Array,
  { lufs, rate, speech = integratedLoudness(voice, rate) }: BedSettings,
): MusicBed {
  const own = integratedLoudness(music, rate);
  if (!Number.isFinite(own) || voice.length === 0) return { samples: new Float32Array(voice.length), ducksDb: 0 };
  const loudest = Math.max(...momentaryLoudness(music, rate)) + (lufs - own);
  const ducksDb = Number.isFinite(speech) ? Math.max(0, loudest - (speech - AIM_LU)) : 0;
  const base = 10 ** ((lufs - own) / 20);
  const gains = duckingGains(voice, rate, 10 ** (-ducksDb / 20));
  const hop = (rate * LEVEL_HOP) / 1e6;
  const fade = Math.min(FADE_S * rate, voice.length / 2);
  const samples = new Float32Array(voice.length);
  // Within one hop the gain goes straight from one value to the next.
  for (let h = 0, i = 0, m = 0; i < samples.length; h += 1) {
    const [low, high] = [gains[h] ?? 1, gains[h + 1] ?? 1];
    const first = i;
    for (const end = Math.min(samples.length, Math.round((h + 1) * hop)); i < end; i += 1) {
      let gain = base * (low + ((high - low) * (i - first)) / hop);
      if (i < fade) gain *= i / fade;
      if (samples.length - i < fade) gain *= (samples.length - i) / fade;
      samples[i] = music[m]! * gain;
      m = m + 1 === music.length ? 0 : m + 1;
    }
  }
  return { samples, ducksDb };
}

/** The gain of the music for each 10 ms: `ducked` under speech, 1 in long rests, smoothly between. */
function duckingGains(voice: Float32Array, rate: number, ducked: number): Float32Array {
  const levels = levelsOf(voice, rate);
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

/** A sound that fades in and out at its ends, over so many microseconds each. `samples` is changed. */
export function fadeEnds(
  samples: Float32Array,
  rate: number,
  ends: { readonly fadeIn: number; readonly fadeOut: number },
): void {
  const [lead, tail] = [ends.fadeIn, ends.fadeOut].map((time) =>
    Math.min(samples.length, toFrames(time as never, rate)),
  ) as [number, number];
  for (let i = 0; i < lead; i += 1) samples[i]! *= i / lead;
  for (let i = 0; i < tail; i += 1) samples[samples.length - 1 - i]! *= i / tail;
}
