import { fromSeconds, micros } from '../clock/index.ts';
import type { EditList, Segment } from '../edits/index.ts';
import {
  EndFades,
  inMemory,
  integratedLoudness,
  joinedSound,
  momentaryLoudness,
  musicBed,
  roomTone,
  samplesOf,
  UNDER_SPEECH_LU,
  type TakeSound,
} from './index.ts';

const RATE = 8_000;
const s = fromSeconds;
const segment = (id: string, takeId: string, start: number, end: number, more: Partial<Segment> = {}): Segment => ({
  id,
  takeId,
  start: s(start),
  end: s(end),
  ...more,
});
const list = (...segments: Segment[]): EditList => ({ version: 2, segments });
const constant = (value: number, seconds = 6): TakeSound => ({
  sound: inMemory(new Float32Array(seconds * RATE).fill(value)),
  quiet: [],
});
const joined = async (edits: EditList, takes: Record<string, TakeSound>) =>
  samplesOf(await joinedSound(edits, (id) => Promise.resolve(takes[id]!), RATE));
const largestStep = (samples: Float32Array) =>
  samples.reduce((most, x, i) => Math.max(most, i === 0 ? 0 : Math.abs(x - samples[i - 1]!)), 0);
const power = (samples: Float32Array) => samples.reduce((sum, x) => sum + x * x, 0) / samples.length;

describe('the joined sound', () => {
  it('is as long as the programme, to the frame, with each take in its place', async () => {
    const sound = await joined(list(segment('a', 't1', 1, 2), segment('b', 't2', 0, 0.5)), {
      t1: constant(0.5),
      t2: constant(0.25),
    });
    expect(sound).toHaveLength(1.5 * RATE);
    expect([sound[RATE / 2], sound[1.25 * RATE]]).toEqual([0.5, 0.25]);
  });
  it('goes over from one sound into the next within ten milliseconds, without a step', async () => {
    const sound = await joined(list(segment('a', 't1', 1, 2), segment('b', 't2', 0, 1)), {
      t1: constant(0.9),
      t2: constant(-0.9),
    });
    // The second take has nothing before its start: its sound rises inside.
    expect(largestStep(sound.subarray(RATE / 2, 1.5 * RATE))).toBeLessThan(0.05);
    expect(Math.abs(sound[RATE - 0.006 * RATE]! - 0.9)).toBeLessThan(1e-6);
    expect(Math.abs(sound[RATE + 0.006 * RATE]! + 0.9)).toBeLessThan(1e-6);
  });
  it('is untouched where a part was only split', async () => {
    const whole = await joined(list(segment('a', 't1', 1, 3)), { t1: constant(0.5) });
    const split = await joined(list(segment('a', 't1', 1, 2), segment('b', 't1', 2, 3)), { t1: constant(0.5) });
    expect(split).toEqual(whole);
  });
  it('is silent under a card, where a take is too short, and where it is to be', async () => {
    const words = { id: 'c', title: 'Tides', line: '', ground: 'paper' } as const;
    const card = { id: 'c', start: fromSeconds(0), end: fromSeconds(1), card: words };
    const silent = segment('d', 't1', 1, 2, { sound: { kind: 'silent' } });
    const sound = await joined(list(card, silent, segment('e', 't1', 9, 10)), { t1: constant(0.5) });
    expect(sound).toHaveLength(3 * RATE);
    expect(Math.max(...sound)).toBe(0);
  });
  it('keeps the tone of the room where writing is sped up, for as long as it now lasts', async () => {
    const samples = Float32Array.from({ length: 6 * RATE }, (_, i) => (i < 4 * RATE ? 0.01 : 0.5));
    const take = { sound: inMemory(samples), quiet: [{ start: s(0), end: s(4) }] };
    const sound = await joined(list(segment('a', 't1', 1, 5, { speed: 4, sound: { kind: 'room' } })), { t1: take });
    expect(sound).toHaveLength(RATE);
    expect(power(sound.subarray(RATE / 4, RATE / 2))).toBeCloseTo(0.0001, 4);
    expect(Math.max(...sound)).toBeLessThan(0.02);
  });
  it('lets another voice be heard where one was spoken over, in step also after a cut', async () => {
    const counting = { sound: inMemory(Float32Array.from({ length: 6 * RATE }, (_, i) => i / (6 * RATE))), quiet: [] };
    const over = { kind: 'over', takeId: 'v', shift: micros(-1_000_000) } as const;
    const edits = list(segment('a', 't1', 2, 3, { sound: over }), segment('b', 't1', 4, 5, { sound: over }));
    const sound = await joined(edits, { t1: constant(0.5), v: counting });
    expect(sound[RATE / 2]).toBeCloseTo(1.5 / 6, 4);
    expect(sound[1.5 * RATE]).toBeCloseTo(3.5 / 6, 4);
  });
  it('is the same in whatever pieces it is read, also over segments shorter than a fade', async () => {
    const noise = (seed: number) => inMemory(Float32Array.from({ length: 6 * RATE }, (_, i) => Math.sin(i * i * seed)));
    const takes = { t1: { sound: noise(0.37), quiet: [] }, t2: { sound: noise(0.11), quiet: [] } };
    const cuts = Array.from({ length: 400 }, (_, i) =>
      segment(`c${i}`, i % 3 === 0 ? 't1' : 't2', (i % 40) / 10, (i % 40) / 10 + (i % 7 === 0 ? 0.001 : 0.02)),
    );
    const sound = await joinedSound(list(...cuts), (id) => Promise.resolve(takes[id as 't1']), RATE);
    const whole = await samplesOf(sound);
    for (const size of [1, 37, 1000])
      for (let at = 0; at < 2000; at += size) expect(await sound.read(at, size)).toEqual(whole.subarray(at, at + size));
  });
});

describe('the tone of a room', () => {
  it('comes from the longest quiet stretch, without its edges, and can be played over and over', async () => {
    const samples = Float32Array.from({ length: 4 * RATE }, (_, i) => (i % 7) / 100);
    const tone = await roomTone(
      inMemory(samples),
      [
        { start: s(0), end: s(0.5) },
        { start: s(1), end: s(3) },
      ],
      RATE,
    );
    expect(tone.length).toBe(Math.round(1.6 * RATE));
  });
  it('is empty where nothing is quiet for long', async () => {
    const silence = inMemory(new Float32Array(RATE));
    expect(await roomTone(silence, [{ start: s(0), end: s(0.4) }], RATE)).toHaveLength(0);
    expect(await roomTone(silence, [], RATE)).toHaveLength(0);
  });
});

describe('a music bed', () => {
  const tone = (seconds: number, loud: (t: number) => number, hertz = 440) =>
    Float32Array.from(
      { length: seconds * RATE },
      (_, i) => Math.sin((2 * Math.PI * hertz * i) / RATE) * loud(i / RATE),
    );
  const speech = tone(20, (t) => (t >= 5 && t < 12 ? 0.25 : 0.0001), 300);
  const music = tone(7, () => 0.4);
  const bedUnder = async (voice: Float32Array, file: Float32Array) => {
    const settings = { lufs: -24, rate: RATE, speech: integratedLoudness(voice, RATE) };
    const { sound, ducksDb } = await musicBed(inMemory(voice), inMemory(file), settings);
    return { samples: await samplesOf(sound), ducksDb };
  };
  let bed: Awaited<ReturnType<typeof bedUnder>>;
  beforeAll(async () => {
    bed = await bedUnder(speech, music);
  });
  const between = (from: number, to: number) => bed.samples.subarray(from * RATE, to * RATE);

  it('is as long as the voice, however short the file is', () => {
    expect(bed.samples).toHaveLength(speech.length);
    expect(power(between(14, 16))).toBeGreaterThan(0);
  });
  it('stands at its level where nobody speaks, and twelve LU or more under whoever speaks', () => {
    expect(integratedLoudness(between(14, 17), RATE)).toBeCloseTo(-24, 0);
    const voice = integratedLoudness(speech, RATE);
    expect(Math.max(...momentaryLoudness(between(5, 12), RATE))).toBeLessThan(voice - UNDER_SPEECH_LU);
    expect(bed.ducksDb).toBeGreaterThan(3);
  });
  it('comes and goes without a step, and fades with the end', () => {
    expect(largestStep(bed.samples)).toBeLessThan(largestStep(music));
    expect(Math.abs(bed.samples.at(-1)!)).toBeLessThan(0.001);
  });
  it('is silence where the file is, and under nothing at all', async () => {
    expect((await bedUnder(speech, new Float32Array(RATE))).samples.some((x) => x !== 0)).toBe(false);
    expect((await bedUnder(new Float32Array(0), music)).samples).toHaveLength(0);
  });
});

it('a sound fades over its ends, and no further', () => {
  const fades = new EndFades(RATE, RATE, { fadeIn: s(0.25), fadeOut: s(9) });
  const samples = [0, 1, 2, 3].flatMap(() => [...fades.take(new Float32Array(RATE / 4).fill(1))]);
  expect([samples[0], samples.at(-1)]).toEqual([0, 0]);
  expect(samples[RATE / 8]).toBeLessThan(0.5);
});
