import { integratedLoudness, master, peaksOf, truePeak } from './index.ts';

const RATE = 48_000;
function sine(hertz: number, seconds: number, size: number, phase = 0): Float32Array {
  return Float32Array.from(
    { length: seconds * RATE },
    (_, i) => size * Math.sin((2 * Math.PI * hertz * i) / RATE + phase),
  );
}
/** Bursts of a few tones with rests, as uneven as speech. */
function speechLike(size: number): Float32Array {
  const wave = new Float32Array(4 * RATE);
  for (let i = 0; i < wave.length; i += 1) {
    const t = i / RATE;
    const burst = Math.max(0, Math.sin(2 * Math.PI * 2.3 * t)) ** 2 * (0.4 + 0.6 * Math.abs(Math.sin(t)));
    wave[i] = size * burst * (Math.sin(2 * Math.PI * 180 * t) + 0.5 * Math.sin(2 * Math.PI * 950 * t));
  }
  return wave;
}

describe('loudness after BS.1770', () => {
  it('gives −3.01 LUFS for a full-scale sine of 997 Hz in one channel', () => {
    expect(integratedLoudness(sine(997, 5, 1), RATE)).toBeCloseTo(-3.01, 1);
  });
  it('falls by 20 LU with a tenth of the size', () => {
    expect(integratedLoudness(sine(997, 5, 0.1), RATE)).toBeCloseTo(-23.01, 1);
  });
  it('does not count long rests: the relative gate leaves them out', () => {
    const padded = new Float32Array(20 * RATE);
    padded.set(sine(997, 5, 0.1));
    expect(integratedLoudness(padded, RATE)).toBeCloseTo(-23.01, 0);
  });
  it('is −∞ for silence and for less than a block', () => {
    expect(integratedLoudness(new Float32Array(RATE), RATE)).toBe(-Infinity);
    expect(integratedLoudness(sine(997, 1, 1).slice(0, 4000), RATE)).toBe(-Infinity);
  });
});

it('true peak finds the crest between two samples', () => {
  // A quarter of the sample rate with 45° of phase: samples reach 0.707, the wave reaches 1.
  const wave = sine(RATE / 4, 1, 1, Math.PI / 4);
  expect(Math.max(...wave.slice(0, 100))).toBeCloseTo(0.707, 2);
  expect(truePeak(wave)).toBeGreaterThan(0.97);
  expect(truePeak(wave)).toBeLessThan(1.06);
});

describe('mastering', () => {
  it.each([0.01, 0.03, 0.3, 0.6])('brings a voice of size %p to −16 LUFS under −1 dBTP', (size) => {
    const { lufs, peak } = master(speechLike(size), RATE);
    expect(Math.abs(lufs + 16)).toBeLessThan(0.5);
    expect(20 * Math.log10(peak)).toBeLessThanOrEqual(-1);
  });
  it('leaves silence as it is and does not touch what it was given', () => {
    const silence = new Float32Array(RATE);
    expect(master(silence, RATE).samples.every((sample) => sample === 0)).toBe(true);
    const given = speechLike(0.1);
    const copy = given.slice();
    master(given, RATE);
    expect(given.every((sample, i) => sample === copy[i])).toBe(true);
  });
});

it('peaks give the largest size in each hundredth of a second', () => {
  const wave = new Float32Array(1000);
  wave[700] = -0.5;
  expect([...peaksOf(wave, RATE)]).toEqual([0, 128, 0]);
  expect(peaksOf(new Float32Array(0), RATE)).toHaveLength(0);
});
