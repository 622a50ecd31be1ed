import { micros } from '../clock/index.ts';
import { programmeOf, type TakeStretch } from '../edits/index.ts';
import { playsPerPart, replayedLength, shareOf, unionOfStretches } from './index.ts';

const stretch = (takeId: string, start: number, end: number): TakeStretch => ({
  takeId,
  start: micros(start),
  end: micros(end),
});
const whole = programmeOf({ version: 1, segments: [{ id: 'a', ...stretch('t1', 0, 1000) }] });
const trimmed = programmeOf({ version: 1, segments: [{ id: 'a', ...stretch('t1', 500, 1000) }] });

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
    expect(shareOf(programmeOf({ version: 1, segments: [] }), [stretch('t1', 0, 9)])).toBe(0);
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
