import { dueWith, EXTRA_TIMES, textSizeFor } from './needs.ts';

const HOUR = 3_600_000;
const FOUR_DAYS = { since: 0, due: 96 * HOUR };

describe('extra time', () => {
  it.each([
    [0, 96],
    [0.25, 120],
    [0.5, 144],
    [1, 192],
  ] as const)('of %s more than the others have in four days is over after %s hours', (extra, hours) => {
    expect(EXTRA_TIMES).toContain(extra);
    expect(dueWith(extra, FOUR_DAYS)).toBe(hours * HOUR);
  });

  it('ends on a whole minute, never before its time', () => {
    expect(dueWith(0.25, { since: 0, due: 100_000 })).toBe(180_000);
  });

  it('makes nothing of work that was due before it was given', () => {
    expect(dueWith(1, { since: 5 * HOUR, due: 3 * HOUR })).toBe(3 * HOUR);
  });
});

it('letters are as large as somebody chose, or as they need', () => {
  expect([textSizeFor(null, false), textSizeFor(null, true), textSizeFor('usual', true)]).toEqual([
    'usual',
    'large',
    'usual',
  ]);
});
