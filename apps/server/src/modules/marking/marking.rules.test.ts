import { mayTakeBack, pointsFault } from './marking.rules.ts';

describe('points', () => {
  it('are held to what the assignment is worth', () => {
    expect(pointsFault(20, 20)).toBeNull();
    expect(pointsFault(20.5, 20)).toBe('too-many-points');
    expect(pointsFault(1, null)).toBe('no-points-here');
    expect(pointsFault(null, null)).toBeNull();
  });
});

it('what was handed back can be taken back for a minute, and for as long as the word of it is on its way', () => {
  const at = (seconds: number) => new Date(1_700_000_000_000 + seconds * 1000);
  expect(mayTakeBack(at(0), at(60))).toBe(true);
  expect(mayTakeBack(at(0), at(65))).toBe(true);
  expect(mayTakeBack(at(0), at(65.001))).toBe(false);
});
