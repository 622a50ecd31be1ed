import { fieldValue, inAWeek, momentOf } from './due.ts';

const ZONE = 'Europe/Berlin';
const now = new Date('2026-03-02T09:00:00Z');

describe('by when something is due', () => {
  it('is a moment of the school, wherever the browser is', () => {
    expect(momentOf('2026-03-05T16:00', ZONE, now)).toEqual(new Date('2026-03-05T15:00:00Z'));
    expect(momentOf('2026-03-05T16:00', 'America/Halifax', now)).toEqual(new Date('2026-03-05T20:00:00Z'));
    expect(fieldValue(new Date('2026-03-05T15:00:00Z'), ZONE)).toBe('2026-03-05T16:00');
  });
  it('is four in the afternoon a week later at first, also where the clocks change in between', () => {
    expect(inAWeek(now, ZONE)).toBe('2026-03-09T16:00');
    expect(inAWeek(new Date('2026-03-27T09:00:00Z'), ZONE)).toBe('2026-04-03T16:00');
  });
  it.each([
    ['2020-03-05T16:00', /has passed/],
    ['2062-03-05T16:00', /more than two years/],
    ['', /Choose a day/],
    ['2026-03-29T02:30', /There is no 02:30 .* 03:30/],
  ])('is refused in words where it is %s', (value, words) => {
    expect(momentOf(value, ZONE, now)).toMatch(words);
  });
});
