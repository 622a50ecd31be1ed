import {
  inMemory,
  inPlaces,
  integratedLoudness,
  keepInMemory,
  LevelsMeter,
  levelsOf,
  Limiter,
  LoudnessMeter,
  master,
  PeaksMeter,
  peaksOf,
  samplesOf,
  through,
  truePeak,
  TruePeakMeter,
  type Blocks,
  type Meter,
} from './index.ts';

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
  const mastered = async (samples: Float32Array) => {
    const { lufs, blocks } = await master(inMemory(samples), RATE);
    return { lufs, samples: await samplesOf(await keepInMemory(blocks())) };
  };
  it.each([0.01, 0.03, 0.3, 0.6])('brings a voice of size %p to −16 LUFS under −1 dBTP', async (size) => {
    const { lufs, samples } = await mastered(speechLike(size));
    expect(Math.abs(lufs + 16)).toBeLessThan(0.5);
    expect(integratedLoudness(samples, RATE)).toBeCloseTo(lufs, 6);
    expect(20 * Math.log10(truePeak(samples))).toBeLessThanOrEqual(-1);
  });
  it('leaves silence as it is and does not touch what it was given', async () => {
    const silence = new Float32Array(RATE);
    expect((await mastered(silence)).samples.every((sample) => sample === 0)).toBe(true);
    const given = speechLike(0.1);
    const copy = given.slice();
    await mastered(given);
    expect(given.every((sample, i) => sample === copy[i])).toBe(true);
  });
});

it('peaks give the largest size in each hundredth of a second', () => {
  const wave = new Float32Array(1000);
  wave[700] = -0.5;
  expect([...peaksOf(wave, RATE)]).toEqual([0, 128, 0]);
  expect(peaksOf(new Float32Array(0), RATE)).toHaveLength(0);
});

describe('what is worked out in blocks', () => {
  /** A voice in pieces whose lengths follow no rule. */
  async function* uneven(samples: Float32Array): Blocks {
    let seed = 7;
    for (let at = 0; at < samples.length;) {
      seed = (seed * 16_807) % 2_147_483_647;
      const end = Math.min(samples.length, at + 1 + (seed % 4999));
      yield await Promise.resolve(samples.slice(at, end));
      at = end;
    }
  }
  const voice = speechLike(0.7);
  const hear = async <M extends Meter>(meter: M) => {
    for await (const block of uneven(voice)) meter.take(block);
    return meter;
  };

  it('is the same wherever one block ends and the next begins', async () => {
    expect((await hear(new LoudnessMeter(RATE))).integrated()).toBeCloseTo(integratedLoudness(voice, RATE), 9);
    expect((await hear(new PeaksMeter(voice.length, RATE))).peaks).toEqual(peaksOf(voice, RATE));
    expect((await hear(new PeaksMeter(voice.length, 44_100))).peaks).toEqual(peaksOf(voice, 44_100));
    const levels = await hear(new LevelsMeter(voice.length, RATE));
    for (const [i, level] of levelsOf(voice, RATE).entries()) expect(levels.levels[i]).toBeCloseTo(level, 4);
    expect((await hear(new TruePeakMeter())).peak()).toBe(truePeak(voice));
  });
  it('comes out as long as it went in, and the limiter the same in pieces as at once', async () => {
    const limiter = () => new Limiter(3, 0.8, RATE);
    const pieces = await samplesOf(await keepInMemory(through(uneven(voice), limiter())));
    const whole = limiter();
    expect(pieces).toEqual(Float32Array.from([...whole.take(voice), ...whole.end()]));
    expect(Math.max(...pieces.subarray(0, RATE).map(Math.abs))).toBeLessThanOrEqual(0.8001);
    const short = limiter();
    expect([...short.take(Float32Array.of(0.1)), ...short.end()]).toHaveLength(1);
  });
  it('lies in its place, silence before it and after it', async () => {
    const placed = inPlaces(
      [
        { sound: inMemory(Float32Array.of(1, 1, 1)), at: 1 },
        { sound: inMemory(Float32Array.of(2, 2)), at: 3 },
      ],
      7,
    );
    expect([...(await samplesOf(placed))]).toEqual([0, 1, 1, 2, 2, 0, 0]);
    expect([...(await placed.read(2, 2))]).toEqual([1, 2]);
  });
  it('is silent outside of its sound, however much is read at once', async () => {
    const sound = inMemory(Float32Array.of(1, 2, 3));
    expect([...(await sound.read(-2, 7))]).toEqual([0, 0, 1, 2, 3, 0, 0]);
    expect([...(await sound.read(9, 2))]).toEqual([0, 0]);
    expect([...(await sound.read(-9, 2))]).toEqual([0, 0]);
  });
});
