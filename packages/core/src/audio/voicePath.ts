/*
 * What can be switched on for a microphone: gain, noise reduction, levelling. The take is kept as it came; this is
 * done to a copy, the same for the sound check in the browser and for the published lesson on the server.
 */
import { fft, hann } from './fft.ts';
import { levelsOf, speechThreshold } from './quiet.ts';

export interface VoiceSwitches {
  /** Decibels, −20…30. */
  readonly gain: number;
  readonly noise: boolean;
  readonly levelling: boolean;
}
export const PLAIN_VOICE: VoiceSwitches = { gain: 0, noise: false, levelling: false };

/** The voice as the switches have it; the given samples stay as they were. */
export function throughSwitches(samples: Float32Array, rate: number, switches: VoiceSwitches): Float32Array {
  let voice = switches.noise ? withoutNoise(samples, rate) : samples;
  if (switches.levelling) voice = levelled(voice, rate);
  if (switches.gain === 0) return voice;
  const factor = 10 ** (switches.gain / 20);
  return voice.map((value) => value * factor);
}

const SIZE = 1024;
const HOP = SIZE / 2;
/** Noise is taken down by this much at most, in dB: more sounds of water. */
const DEEPEST_DB = 16;
/** Speech must stand out from the noise by this factor of power to be left alone. */
const OVER = 2.2;

/**
 * Steady noise taken out by spectral subtraction (Boll, 1979), with the noise learnt where nothing is said.
 * Samples shorter than a second, or without a quiet place, come back as they were.
 */
export function withoutNoise(samples: Float32Array, rate: number): Float32Array {
  const noise = noiseProfile(samples, rate);
  if (!noise) return samples;
  const window = hann(SIZE);
  const out = new Float32Array(samples.length);
  const floor = 10 ** (-DEEPEST_DB / 20);
  const smooth = new Float64Array(SIZE / 2 + 1).fill(1);
  const [re, im] = [new Float64Array(SIZE), new Float64Array(SIZE)];
  for (let at = -HOP; at < samples.length; at += HOP) {
    for (let i = 0; i < SIZE; i += 1) {
      re[i] = (samples[at + i] ?? 0) * Math.sqrt(window[i]!);
      im[i] = 0;
    }
    fft(re, im);
    for (let k = 0; k <= SIZE / 2; k += 1) {
      const power = re[k]! * re[k]! + im[k]! * im[k]!;
      const wanted = Math.max(floor, Math.sqrt(Math.max(0, 1 - (OVER * noise[k]!) / (power + 1e-20))));
      smooth[k] = smooth[k]! * 0.6 + wanted * 0.4;
      for (const bin of k === 0 || k === SIZE / 2 ? [k] : [k, SIZE - k]) {
        re[bin]! *= smooth[k]!;
        im[bin]! *= smooth[k]!;
      }
    }
    fft(re, im, true);
    for (let i = 0; i < SIZE; i += 1) {
      const place = at + i;
      if (place >= 0 && place < out.length) out[place]! += re[i]! * Math.sqrt(window[i]!);
    }
  }
  return out;
}

/** Mean power of each frequency where nothing is said; null when there is too little of that. */
function noiseProfile(samples: Float32Array, rate: number): Float64Array | null {
  const levels = levelsOf(samples, rate);
  const threshold = speechThreshold(levels);
  const window = hann(SIZE);
  const profile = new Float64Array(SIZE / 2 + 1);
  const [re, im] = [new Float64Array(SIZE), new Float64Array(SIZE)];
  const perLevel = samples.length / Math.max(1, levels.length);
  const span = Math.ceil(SIZE / perLevel);
  let frames = 0;
  for (let level = 0; level + span < levels.length && frames < 400; level += 1) {
    if (levels.subarray(level, level + span).some((one) => one > threshold)) continue;
    const at = Math.floor(level * perLevel);
    for (let i = 0; i < SIZE; i += 1) {
      re[i] = samples[at + i]! * Math.sqrt(window[i]!);
      im[i] = 0;
    }
    fft(re, im);
    for (let k = 0; k <= SIZE / 2; k += 1) profile[k]! += re[k]! * re[k]! + im[k]! * im[k]!;
    frames += 1;
  }
  return frames < 20 ? null : profile.map((power) => power / frames);
}

/** Speech is brought towards this level, in dBFS. */
const WANTED_DB = -23;
const MOST_GAIN_DB = 15;
/** The gain follows the voice over so many levels of 10 ms, so that words keep their shape. */
const SLOW = 80;

/** Loud and quiet passages brought nearer to each other, slowly; what is quiet between words is not lifted. */
export function levelled(samples: Float32Array, rate: number): Float32Array {
  const levels = levelsOf(samples, rate);
  const threshold = speechThreshold(levels);
  const gains = new Float32Array(levels.length);
  let gain = 0;
  for (let i = 0; i < levels.length; i += 1) {
    if (levels[i]! > threshold) {
      const wanted = Math.max(-MOST_GAIN_DB, Math.min(MOST_GAIN_DB, WANTED_DB - levels[i]!)) * 0.7;
      gain += (wanted - gain) / SLOW;
    }
    gains[i] = gain;
  }
  const per = Math.round((rate * 10) / 1000);
  return samples.map((value, i) => {
    const place = i / per;
    const low = Math.min(gains.length - 1, Math.floor(place));
    const high = Math.min(gains.length - 1, low + 1);
    return value * 10 ** ((gains[low]! + (gains[high]! - gains[low]!) * (place - low)) / 20);
  });
}
