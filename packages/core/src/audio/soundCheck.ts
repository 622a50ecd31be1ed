/*
 * Ten seconds of a voice, judged: is it fit for a lesson, and if not, what is wrong? Each fault is measured by itself;
 * the first one found in an order of harm is the verdict.
 */
import { fft, hann } from './fft.ts';
import { levelsOf, speechThreshold } from './quiet.ts';

export type Verdict =
  | 'good'
  | 'no-signal'
  /** Sounds like a telephone, or like what the machine plays: another entry of the list is meant. */
  | 'wrong-device'
  | 'too-loud'
  | 'hum'
  | 'noise'
  | 'echo'
  | 'too-quiet'
  /** Sound is there, but nobody speaks. */
  | 'no-speech';

export interface SoundFigures {
  /** Largest sample in dBFS. */
  readonly peakDb: number;
  /** Mean level of speech in dBFS. */
  readonly speechDb: number;
  /** Level of the room where nothing is said, in dBFS. */
  readonly floorDb: number;
  /** Samples that hit the ceiling, as a share. */
  readonly clipped: number;
  /** How far mains hum stands out from its neighbours where nothing is said, in dB. */
  readonly humDb: number;
  /** How long the room goes on, as the time in which sound would fall by 60 dB, in seconds. */
  readonly decaySeconds: number;
  /** What lies above 4.5 kHz while someone speaks, relative to all, in dB. */
  readonly brightDb: number;
  /** Share of the time in which someone speaks. */
  readonly speaking: number;
}
export interface SoundCheck {
  readonly verdict: Verdict;
  readonly figures: SoundFigures;
}

/** Judges some seconds of sound; ten are good, three the least. @throws RangeError for less than a second */
export function checkSound(samples: Float32Array, rate: number): SoundCheck {
  if (samples.length < rate) throw new RangeError('less than a second of sound cannot be judged');
  const figures = figuresOf(samples, rate);
  return { verdict: verdictOf(figures), figures };
}

const LIMITS = {
  silentPeakDb: -56,
  clippedShare: 0.0002,
  quietDb: -37,
  noisyFloorDb: -46,
  leastOverFloorDb: 19,
  humDb: 14,
  humFloorDb: -66,
  decaySeconds: 0.34,
  telephoneDb: -46,
  leastSpeaking: 0.12,
} as const;

function verdictOf(figures: SoundFigures): Verdict {
  const { peakDb, speechDb, floorDb, clipped, humDb, decaySeconds, brightDb, speaking } = figures;
  if (peakDb < LIMITS.silentPeakDb) return 'no-signal';
  if (clipped > LIMITS.clippedShare) return 'too-loud';
  if (humDb > LIMITS.humDb && floorDb > LIMITS.humFloorDb) return 'hum';
  if (speaking < LIMITS.leastSpeaking) return floorDb > LIMITS.noisyFloorDb ? 'noise' : 'no-speech';
  if (brightDb < LIMITS.telephoneDb) return 'wrong-device';
  if (decaySeconds > LIMITS.decaySeconds) return 'echo';
  if (floorDb > LIMITS.noisyFloorDb || speechDb - floorDb < LIMITS.leastOverFloorDb) return 'noise';
  if (speechDb < LIMITS.quietDb) return 'too-quiet';
  return 'good';
}

function figuresOf(samples: Float32Array, rate: number): SoundFigures {
  const levels = levelsOf(samples, rate);
  const threshold = speechThreshold(levels);
  const isSpeech = Array.from(levels, (level) => level > threshold);
  const speech = Array.from(levels).filter((_, i) => isSpeech[i]);
  const sorted = Float32Array.from(levels).sort();
  const floorDb = sorted[Math.floor(sorted.length * 0.1)] ?? -120;
  const { humDb, brightDb } = spectra(samples, rate, isSpeech);
  return {
    peakDb: decibels(samples.reduce((most, value) => Math.max(most, Math.abs(value)), 0)),
    speechDb: meanPowerDb(speech),
    floorDb,
    clipped: clippedShare(samples),
    humDb,
    brightDb,
    decaySeconds: decayTime(levels),
    speaking: speech.length / Math.max(1, levels.length),
  };
}

const decibels = (value: number): number => 20 * Math.log10(value + 1e-6);
const meanPowerDb = (levels: readonly number[]): number =>
  levels.length === 0
    ? -120
    : 10 * Math.log10(levels.reduce((sum, level) => sum + 10 ** (level / 10), 0) / levels.length);

/** Samples in runs of three and more at the ceiling: a single one may be chance. */
function clippedShare(samples: Float32Array): number {
  let clipped = 0;
  let run = 0;
  let last = 0;
  for (const value of samples) {
    const atCeiling = Math.abs(value) > 0.2 && Math.abs(value) > 0.97 * Math.abs(last) && Math.abs(value - last) < 1e-4;
    run = atCeiling && Math.abs(value) > 0.9 ? run + 1 : 0;
    if (run >= 2) clipped += 1;
    last = value;
  }
  return clipped / samples.length;
}

const SIZE = 16_384;

/** Hum where nothing is said, and brightness where someone speaks. */
function spectra(samples: Float32Array, rate: number, isSpeech: readonly boolean[]) {
  const quiet = new Float64Array(SIZE / 2);
  const loud = new Float64Array(SIZE / 2);
  const window = hann(SIZE);
  const perLevel = rate / 100;
  const [re, im] = [new Float64Array(SIZE), new Float64Array(SIZE)];
  const least = { share: Infinity };
  const frames: { at: number; speaking: number }[] = [];
  for (let at = 0; at + SIZE <= samples.length; at += SIZE / 4) {
    const pieces = isSpeech.slice(Math.floor(at / perLevel), Math.ceil((at + SIZE) / perLevel));
    const speaking = pieces.filter(Boolean).length / Math.max(1, pieces.length);
    least.share = Math.min(least.share, speaking);
    frames.push({ at, speaking });
  }
  for (const { at, speaking } of frames) {
    const into = speaking <= least.share + 0.08 ? quiet : speaking > 0.3 ? loud : null;
    if (!into) continue;
    for (let i = 0; i < SIZE; i += 1) {
      re[i] = samples[at + i]! * window[i]!;
      im[i] = 0;
    }
    fft(re, im);
    for (let k = 0; k < SIZE / 2; k += 1) into[k]! += re[k]! * re[k]! + im[k]! * im[k]!;
  }
  const bin = (hertz: number) => Math.round((hertz * SIZE) / rate);
  const sum = (of: Float64Array, from: number, to: number) =>
    of.subarray(bin(from), bin(to)).reduce((all, power) => all + power, 1e-12);
  return {
    humDb: Math.max(...[50, 60].map((mains) => humOver(quiet, mains, bin))),
    brightDb: 10 * Math.log10(sum(loud, 4500, Math.min(8000, rate / 2)) / sum(loud, 80, Math.min(8000, rate / 2))),
  };
}

/** How far the first harmonics of the mains stand out: the second best of five, so that one low voice is not hum. */
function humOver(power: Float64Array, mains: number, bin: (hertz: number) => number): number {
  const over = [1, 2, 3, 4, 5].map((n) => {
    const centre = bin(mains * n);
    const peak = Math.max(...power.subarray(centre - 1, centre + 2));
    const beside = [...power.subarray(centre - 9, centre - 3), ...power.subarray(centre + 4, centre + 10)].sort(
      (a, b) => a - b,
    );
    return 10 * Math.log10((peak + 1e-15) / (beside[beside.length >> 1]! + 1e-15));
  });
  return over.sort((a, b) => b - a)[1]!;
}

/** Levels are compared with those so much later: 12 of 10 ms. */
const FALL = 12;
/** Sound falls no quicker than the room lets it: the quickest few in a hundred falls tell. */
const QUICKEST = 0.03;
/** In a noisy room sound falls only down to the noise; that tells nothing of an echo. */
const OF_RANGE = 0.62;

/**
 * How long the room goes on, as the time in which sound would fall by 60 dB (after ISO 3382), from the quickest falls
 * of the voice; 0 where noise hides them.
 */
function decayTime(levels: Float32Array): number {
  const even = Array.from(levels, (_, i) => meanPowerDb(Array.from(levels.subarray(Math.max(0, i - 1), i + 2))));
  const sorted = [...even].sort((a, b) => a - b);
  const loud = sorted[Math.floor(sorted.length * 0.8)] ?? -120;
  const range = loud - (sorted[Math.floor(sorted.length * 0.02)] ?? -120);
  const falls: number[] = [];
  for (let i = 0; i + FALL < even.length; i += 1) if (even[i]! > loud - 6) falls.push(even[i]! - even[i + FALL]!);
  falls.sort((a, b) => b - a);
  const fall = falls[Math.floor(falls.length * QUICKEST)] ?? 0;
  return fall <= 0 || fall > range * OF_RANGE ? 0 : (60 * FALL * 0.01) / fall;
}
