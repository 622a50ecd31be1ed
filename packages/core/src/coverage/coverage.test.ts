import { micros } from '../clock/index.ts';
import { programmeOf, type SourceStretch } from '../edits/index.ts';
import {
  extremesOf,
  playsPerPart,
  replayedLength,
  shareOf,
  stretchesOfLayers,
  unionOfStretches,
  withPlays,
  sittingsOf,
} from './index.ts';

const stretch = (sourceId: string, start: number, end: number): SourceStretch => ({
  sourceId,
  start: micros(start),
  end: micros(end),
});
const lesson = (start: number, end: number) =>
  programmeOf({ version: 2, segments: [{ id: 'a', takeId: 't1', start: micros(start), end: micros(end) }] });
const [whole, trimmed] = [lesson(0, 1000), lesson(500, 1000)];

describe('coverage', () => {
  it('counts what was played twice only once', () => {
    expect(shareOf(whole, [stretch('t1', 0, 400), stretch('t1', 200, 500)])).toBe(0.5);
  });
  it('stays true when the lesson is trimmed later', () => {
    const played = [stretch('t1', 0, 750)];
    expect(shareOf(whole, played)).toBe(0.75);
    expect(shareOf(trimmed, played)).toBe(0.5);
  });
  it('does not count another take, and is 0 for an empty lesson', () => {
    expect(shareOf(whole, [stretch('t9', 0, 1000)])).toBe(0);
    expect(shareOf(programmeOf({ version: 2, segments: [] }), [stretch('t1', 0, 9)])).toBe(0);
  });
  it('joins per take', () => {
    expect(unionOfStretches([stretch('t1', 5, 9), stretch('t2', 0, 1), stretch('t1', 0, 5)])).toEqual([
      stretch('t1', 0, 9),
      stretch('t2', 0, 1),
    ]);
  });
});

it('plays per part show what was replayed and what was skipped', () => {
  expect(playsPerPart(whole, [stretch('t1', 0, 500), stretch('t1', 250, 500)], 4)).toEqual([1, 2, 0, 0]);
  expect(playsPerPart(whole, [stretch('t1', 125, 250)], 4)).toEqual([0.5, 0, 0, 0]);
});
it('replayed time is what goes beyond the first time', () => {
  expect(replayedLength([stretch('t1', 0, 500), stretch('t1', 250, 600)])).toBe(250);
  expect(replayedLength([])).toBe(0);
});

it('layers hold what many plays do: the same share, warmth and replays, over two hundred random viewings', () => {
  let state = 17;
  const next = () => (state = (state * 48271) % 2147483647) / 2147483647;
  for (let i = 0; i < 200; i += 1) {
    const plays = Array.from({ length: 1 + Math.floor(next() * 12) }, () => {
      const start = Math.floor(next() * 900);
      return stretch('t1', start, start + 1 + Math.floor(next() * 100));
    });
    const half = Math.floor(plays.length / 2);
    const layers = withPlays(withPlays([], plays.slice(0, half)), Object.freeze(plays.slice(half)));
    const again = stretchesOfLayers('t1', layers);
    expect(shareOf(whole, again)).toBe(shareOf(whole, plays));
    expect(replayedLength(again)).toBe(replayedLength(plays));
    const [a, b] = [playsPerPart(whole, again, 10), playsPerPart(whole, plays, 10)];
    a.forEach((warmth, k) => expect(warmth).toBeCloseTo(b[k]!, 9));
  }
});
it('layers do not grow when the same is played again, but in depth', () => {
  const range = { start: micros(0), end: micros(500) };
  expect(withPlays([], [range, range, range])).toEqual([[range], [range], [range]]);
});

describe('where a lesson was played most and least', () => {
  it('is told as the longest stretch of each', () => {
    expect(extremesOf([1, 1, 3, 3, 1, 0, 0, 0, 3, 1])).toEqual({
      most: { from: 2, to: 4, plays: 3 },
      least: { from: 5, to: 8, plays: 0 },
    });
  });
  it('is nowhere where nobody played it, and everywhere where it was played alike', () => {
    expect(extremesOf([0, 0, 0])).toEqual({ most: null, least: null });
    expect(extremesOf([2, 2])).toEqual({ most: { from: 0, to: 2, plays: 2 }, least: null });
    expect(extremesOf([])).toEqual({ most: null, least: null });
  });
});

it('whoever comes back after a while has sat down to it once more', () => {
  expect(sittingsOf([], 10)).toBe(0);
  expect(sittingsOf([35, 0, 10, 20], 10)).toBe(2);
});
