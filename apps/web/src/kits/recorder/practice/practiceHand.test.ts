import { penMovements, writeInTime, type PracticePoint } from './practiceHand.ts';

const STROKES = [
  {
    at: 0,
    points: [
      [10, 20, 0.4, 0],
      [12, 22, 0.5, 8],
      [14, 24, 0.5, 16],
    ],
  },
  { at: 40, points: [[100, 100, 0.6, 0]] },
];

describe('the practice hand', () => {
  it('touches, moves and is lifted, stroke by stroke', () => {
    expect(penMovements(STROKES).map(({ kind, at, x }) => [kind, at, x])).toEqual([
      ...[
        ['pointerdown', 0, 10],
        ['pointermove', 8, 12],
        ['pointermove', 16, 14],
        ['pointerup', 16, 14],
      ],
      ...[
        ['pointerdown', 40, 100],
        ['pointerup', 40, 100],
      ],
    ]);
  });
  it('writes each point when its time has come', async () => {
    const begun = performance.now();
    const seen: [PracticePoint, number][] = [];
    await writeInTime(
      penMovements(STROKES),
      (point) => seen.push([point, performance.now() - begun]),
      new AbortController().signal,
    );
    expect(seen).toHaveLength(6);
    for (const [{ at }, when] of seen) expect(when).toBeGreaterThan(at - 4);
  });
  it('lifts the pen when it is called off in mid-stroke', async () => {
    const [seen, control]: [PracticePoint[], AbortController] = [[], new AbortController()];
    const touch = (point: PracticePoint) => {
      seen.push(point);
      if (seen.length === 2) control.abort();
    };
    await writeInTime(penMovements(STROKES), touch, control.signal);
    expect(seen.map(({ kind }) => kind)).toEqual(['pointerdown', 'pointermove', 'pointerup']);
  });
});
