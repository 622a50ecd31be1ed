import { decoded, encoded } from '../../testing/sounds.ts';
import { missingParts, recordedElsewhere, unbroken } from './takes.rules.ts';
import { believableRuns, runEnd, runsOf } from './voiceRuns.ts';

describe('parts of a take', () => {
  it('are told missing by their numbers, in whatever order they came', () => {
    expect(missingParts([3, 0, 1], 5)).toEqual([2, 4]);
    expect(missingParts([], 0)).toEqual([]);
  });
  it('count as unbroken up to the first gap', () => {
    expect(unbroken([2, 0, 1, 4])).toBe(3);
    expect(unbroken([1])).toBe(0);
  });
});

describe('two windows on one lesson', () => {
  const now = new Date('2026-03-02T08:00:20Z');
  const take = { id: 'a', windowKey: 'first', heardAt: new Date('2026-03-02T08:00:10Z') };
  it('keep each other out while one is heard', () => {
    expect(recordedElsewhere([take], 'second', now)).toBe(take);
    expect(recordedElsewhere([take], 'first', now)).toBeNull();
  });
  it('do not, once the other has fallen silent', () => {
    expect(recordedElsewhere([take], 'second', new Date('2026-03-02T08:00:26Z'))).toBeNull();
  });
});

describe('the runs of a voice', () => {
  it('count up to the first that begins long after anything was heard', () => {
    const run = (startFrame: number) => ({ startFrame, preSkip: 0, packets: 1, parts: [0] });
    expect(believableRuns([run(0), run(48_000 * 30), run(48_000 * 200)])).toEqual([run(0), run(48_000 * 30)]);
    expect(believableRuns([run(0)])).toEqual([run(0)]);
    expect(believableRuns([run(48_000 * 3600)])).toEqual([]);
  });
  it('are joined of the parts that say so', () => {
    const facts = { run: 1, startFrame: 9600, preSkip: 312, packets: 2 };
    const runs = runsOf([
      { ...facts, run: 0, startFrame: 0, number: 0 },
      { ...facts, run: 0, startFrame: 0, number: 1 },
      { ...facts, number: 2 },
    ]);
    expect(runs.map((run) => run.packets)).toEqual([4, 2]);
    expect(runs.map((run) => run.parts)).toEqual([[0, 1], [2]]);
    expect(runEnd(runs[0]!)).toBe(4 * 960 - 312);
  });
});

it('sound keeps its exact length through Opus and back', async () => {
  const samples = Float32Array.from({ length: 48_000 }, (_, i) => 0.3 * Math.sin((2 * Math.PI * 440 * i) / 48_000));
  expect(await decoded(await encoded(samples, 'ogg', 64))).toHaveLength(samples.length);
});
