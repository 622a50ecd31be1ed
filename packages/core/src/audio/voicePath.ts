/*
 * What can be switched on for a microphone: gain, noise reduction, levelling. The take is kept as it came; this is
 * done to a copy, the same for the sound check in the browser and for the published lesson on the server.
 */
import { fft, hann } from './fft.ts';
import { levelsIn, speechThreshold } from './quiet.ts';
import { blocksOf, changed, through, type Keep, type Sound, type Stage } from './sound.ts';

export interface VoiceSwitches {
  /** Decibels, −20…30. */
  readonly gain: number;
  readonly noise: boolean;
  readonly levelling: boolean;
}
export const PLAIN_VOICE: VoiceSwitches = { gain: 0, noise: false, levelling: false };

/** The voice as the switches have it. @param keep where what is worked out on the way may lie */
export async function throughSwitches(
  voice: Sound,
  rate: number,
  { gain, noise, levelling }: VoiceSwitches,
  keep: Keep,
): Promise<Sound> {
  let now = noise ? await withoutNoise(voice, rate, keep) : voice;
  if (levelling) now = await levelled(now, rate);
  if (gain === 0) return now;
  const factor = 10 ** (gain / 20);
  return changed(now, (piece) => {
    for (let i = 0; i < piece.length; i += 1) piece[i]! *= factor;
  });
}

const SIZE = 1024;
const HOP = SIZE / 2;
/** Noise is taken down by this much at most, in dB: more sounds of water. */
const DEEPEST_DB = 16;
/** Speech must stand out from the noise by this factor of power to be left alone. */
const OVER = 2.2;

/**
 * Steady noise taken out by spectral subtraction (Boll, 1979), with the noise learnt where nothing is said.
 * A voice shorter than a second, or without a quiet place, stays as it was.
 */
export async function withoutNoise(voice: Sound, rate: number, keep: Keep): Promise<Sound> {
  const noise = await noiseProfile(voice, rate);
  return noise ? keep(through(blocksOf(voice), new NoiseReducer(noise))) : voice;
}

/** Takes a noise out of what passes: windows of 1024 that overlap by half. */
class NoiseReducer implements Stage {
  readonly #noise: Float64Array;
  readonly #window = hann(SIZE).map(Math.sqrt);
  readonly #smooth = new Float64Array(SIZE / 2 + 1).fill(1);
  readonly #floor = 10 ** (-DEEPEST_DB / 20);
  readonly #re = new Float64Array(SIZE);
  readonly #im = new Float64Array(SIZE);
  /** The half of the window before the one that is being filled, as it came and as it is so far. */
  #before = new Float32Array(HOP);
  #overlap = new Float64Array(HOP);
  #filling = new Float32Array(HOP);
  #filled = 0;
  #taken = 0;
  #given = 0;
  #begun = false;

  constructor(noise: Float64Array) {
    this.#noise = noise;
  }

  take(block: Float32Array): Float32Array {
    const out = new Float32Array(HOP + block.length);
    let length = 0;
    this.#taken += block.length;
    for (let n = 0; n < block.length;) {
      const count = Math.min(block.length - n, HOP - this.#filled);
      this.#filling.set(block.subarray(n, n + count), this.#filled);
      this.#filled += count;
      n += count;
      if (this.#filled < HOP) break;
      const done = this.#step();
      out.set(done, length);
      length += done.length;
    }
    this.#given += length;
    return out.subarray(0, length);
  }

  end(): Float32Array {
    const out: number[] = [];
    // What is not filled any more is silence; then the last half is waited for.
    if (this.#filled > 0) {
      this.#filling.fill(0, this.#filled);
      out.push(...this.#step());
    }
    out.push(...this.#step());
    return Float32Array.from(out.slice(0, this.#taken - this.#given));
  }

  /** Works on the window that is full now, and gives the half that is finished: none for the first. */
  #step(): Float32Array {
    const [re, im, window] = [this.#re, this.#im, this.#window];
    for (let i = 0; i < HOP; i += 1) {
      re[i] = this.#before[i]! * window[i]!;
      re[HOP + i] = this.#filling[i]! * window[HOP + i]!;
    }
    im.fill(0);
    fft(re, im);
    this.#reduce();
    fft(re, im, true);
    const done = new Float32Array(this.#begun ? HOP : 0);
    for (let i = 0; i < done.length; i += 1) done[i] = this.#overlap[i]! + re[i]! * window[i]!;
    for (let i = 0; i < HOP; i += 1) this.#overlap[i] = re[HOP + i]! * window[HOP + i]!;
    [this.#before, this.#filling] = [this.#filling, this.#before.fill(0)];
    this.#filled = 0;
    this.#begun = true;
    return done;
  }

  #reduce(): void {
    const [re, im, smooth] = [this.#re, this.#im, this.#smooth];
    for (let k = 0; k <= HOP; k += 1) {
      const power = re[k]! * re[k]! + im[k]! * im[k]!;
      const wanted = Math.max(this.#floor, Math.sqrt(Math.max(0, 1 - (OVER * this.#noise[k]!) / (power + 1e-20))));
      smooth[k] = smooth[k]! * 0.6 + wanted * 0.4;
      re[k]! *= smooth[k]!;
      im[k]! *= smooth[k]!;
      if (k === 0 || k === HOP) continue;
      re[SIZE - k]! *= smooth[k]!;
      im[SIZE - k]! *= smooth[k]!;
    }
  }
}

/** So many windows tell enough of a noise; fewer than the least tell nothing. */
const MOST_WINDOWS = 400;
const LEAST_WINDOWS = 20;

/** Mean power of each frequency where nothing is said; null when there is too little of that. */
async function noiseProfile(voice: Sound, rate: number): Promise<Float64Array | null> {
  const levels = await levelsIn(voice, rate);
  const threshold = speechThreshold(levels);
  const window = hann(SIZE);
  const profile = new Float64Array(SIZE / 2 + 1);
  const [re, im] = [new Float64Array(SIZE), new Float64Array(SIZE)];
  const perLevel = voice.frames / Math.max(1, levels.length);
  const span = Math.ceil(SIZE / perLevel);
  let windows = 0;
  for (let level = 0; level + span < levels.length && windows < MOST_WINDOWS; level += 1) {
    if (levels.subarray(level, level + span).some((one) => one > threshold)) continue;
    const samples = await voice.read(Math.floor(level * perLevel), SIZE);
    for (let i = 0; i < SIZE; i += 1) re[i] = samples[i]! * Math.sqrt(window[i]!);
    im.fill(0);
    fft(re, im);
    for (let k = 0; k <= SIZE / 2; k += 1) profile[k]! += re[k]! * re[k]! + im[k]! * im[k]!;
    windows += 1;
  }
  return windows < LEAST_WINDOWS ? null : profile.map((power) => power / windows);
}

/** Speech is brought towards this level, in dBFS. */
const WANTED_DB = -23;
const MOST_GAIN_DB = 15;
/** The gain follows the voice over so many levels of 10 ms, so that words keep their shape. */
const SLOW = 80;

/** Loud and quiet passages brought nearer to each other, slowly; what is quiet between words is not lifted. */
export async function levelled(voice: Sound, rate: number): Promise<Sound> {
  const levels = await levelsIn(voice, rate);
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
  const gainAt = (i: number) => gains[Math.max(0, Math.min(gains.length - 1, i))] ?? 0;
  return changed(voice, (piece, from) => {
    for (let k = 0; k < piece.length; k += 1) {
      const place = (from + k) / per;
      const low = Math.floor(place);
      piece[k]! *= 10 ** ((gainAt(low) + (gainAt(low + 1) - gainAt(low)) * (place - low)) / 20);
    }
  });
}
