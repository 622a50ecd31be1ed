import {
  checkSound,
  inMemory,
  keepInMemory,
  levelsOf,
  quietStretches,
  samplesOf,
  throughSwitches,
  PLAIN_VOICE,
  type VoiceSwitches,
} from './index.ts';
import { micros } from '../clock/index.ts';

const RATE = 48_000;
/** Noise from −1 to 1, the same in every run. */
function randomness(seed: number): () => number {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 31 - 1;
  };
}
/** One turn of a buzz of forty partials, looked up instead of summed for every sample. */
const BUZZ = Float32Array.from({ length: 4096 }, (_, i) => {
  let tone = 0;
  for (let n = 1; n <= 40; n += 1) tone += Math.sin((2 * Math.PI * n * i) / 4096) / n;
  return tone;
});
/** Syllables of a buzzing voice with rests between sentences: the least that is like speech. */
function voice(seconds: number, loud = 0.12, room = 0.0004, seed = 7): Float32Array {
  const random = randomness(seed);
  return Float32Array.from({ length: RATE * seconds }, (_, i) => {
    const t = i / RATE;
    const resting = t % 2.5 > 1.7;
    const syllable = Math.max(0, Math.sin(2 * Math.PI * 4 * t)) ** 0.6;
    const tone = BUZZ[((i * 130 * 4096) / RATE) & 4095]!;
    return (
      (resting ? 0 : tone * syllable * loud) + (random() * 0.25 + (resting ? 0 : random() * syllable * loud * 4)) * room
    );
  });
}
const verdict = (samples: Float32Array) => checkSound(samples, RATE).verdict;
const level = (samples: Float32Array) =>
  10 * Math.log10(samples.reduce((sum, x) => sum + x * x, 0) / samples.length + 1e-12);

describe('the sound check', () => {
  it('is content with a voice at a good level in a quiet room', () => {
    expect(verdict(voice(6))).toBe('good');
  });
  it('hears that there is nothing, and that nobody speaks', () => {
    expect(verdict(new Float32Array(RATE * 5))).toBe('no-signal');
    expect(verdict(voice(5, 0, 0.012))).toBe('no-speech');
  });
  it('hears a voice that is too quiet, and one that is clipped', () => {
    expect(verdict(voice(6, 0.012, 0.00002))).toBe('too-quiet');
    expect(verdict(voice(6, 1.6).map((x) => Math.max(-1, Math.min(1, x))))).toBe('too-loud');
  });
  it('hears a fan', () => {
    expect(verdict(voice(6, 0.12, 0.06))).toBe('noise');
  });
  it('hears mains hum', () => {
    const hum = (i: number) =>
      [1, 2, 3].reduce((sum, n) => sum + Math.sin((2 * Math.PI * 50 * n * i) / RATE), 0) * 0.004;
    expect(verdict(voice(6).map((x, i) => x + hum(i)))).toBe('hum');
  });
  it('refuses to judge less than a second', () => {
    expect(() => checkSound(new Float32Array(1000), RATE)).toThrow(RangeError);
  });
});

describe('quiet stretches', () => {
  it('are the rests of a voice, in a quiet room and in a noisy one', () => {
    for (const room of [0.0004, 0.03]) {
      const quiet = quietStretches(levelsOf(voice(10, 0.12, room), RATE), { shortest: micros(500_000) });
      expect(quiet).toHaveLength(4);
      expect(Math.abs(quiet[0]!.start - 1_700_000)).toBeLessThan(90_000);
      expect(Math.abs(quiet[0]!.end - 2_500_000)).toBeLessThan(90_000);
    }
  });
  it('pass over the click of a key, and are none in no sound at all', () => {
    const clicked = voice(10).map((x, i) => x + (i % (RATE * 2.5) === RATE * 2 ? 0.5 : 0));
    expect(quietStretches(levelsOf(clicked, RATE), { shortest: micros(500_000) })).toHaveLength(4);
    expect(quietStretches([], { shortest: micros(1) })).toEqual([]);
  });
});

describe('what can be switched on', () => {
  const switched = async (samples: Float32Array, switches: Partial<VoiceSwitches>) =>
    samplesOf(await throughSwitches(inMemory(samples), RATE, { ...PLAIN_VOICE, ...switches }, keepInMemory));

  it('leaves a voice alone when nothing is', async () => {
    const given = inMemory(voice(3));
    expect(await throughSwitches(given, RATE, PLAIN_VOICE, keepInMemory)).toBe(given);
  });
  it('takes steady noise down between words and keeps the words, to the sample where they were', async () => {
    const noisy = voice(8, 0.12, 0.03);
    const clean = await switched(noisy, { noise: true });
    const rest = (samples: Float32Array) => level(samples.subarray(RATE * 1.9, RATE * 2.4));
    const word = (samples: Float32Array) => level(samples.subarray(RATE * 0.02, RATE * 0.1));
    expect(rest(noisy) - rest(clean)).toBeGreaterThan(8);
    expect(Math.abs(word(noisy) - word(clean))).toBeLessThan(1.5);
    expect(clean).toHaveLength(noisy.length);
    const alike = (shift: number) => noisy.reduce((sum, x, i) => sum + x * (clean[i + shift] ?? 0), 0);
    expect(alike(0)).toBeGreaterThan(Math.max(alike(-3), alike(3)));
  });
  it('lifts a quiet voice and does not touch what was given', async () => {
    const given = voice(10, 0.03);
    const before = given.slice();
    const lifted = await switched(given, { levelling: true });
    expect(level(lifted.subarray(RATE * 6)) - level(given.subarray(RATE * 6))).toBeGreaterThan(4);
    expect(given).toEqual(before);
    expect(level(await switched(given, { gain: 6 })) - level(given)).toBeCloseTo(6.02, 1);
  });
});
