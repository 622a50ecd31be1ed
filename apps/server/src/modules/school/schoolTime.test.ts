import { dayIn, endOfDay, sameTimeOn } from './schoolTime.ts';

const BERLIN = 'Europe/Berlin';

it('a day is that of the school, wherever the server stands', () => {
  const moment = new Date('2026-03-05T23:30:00Z');
  expect(dayIn(moment, BERLIN)).toBe('2026-03-06');
  expect(dayIn(moment, 'America/New_York')).toBe('2026-03-05');
});

it('a day ends at midnight, also when the clocks change in it', () => {
  expect(endOfDay(new Date('2026-03-05T12:00:00Z'), BERLIN).toISOString()).toBe('2026-03-05T23:00:00.000Z');
  expect(endOfDay(new Date('2026-03-29T00:30:00Z'), BERLIN).toISOString()).toBe('2026-03-29T22:00:00.000Z');
  expect(endOfDay(new Date('2026-10-25T00:30:00Z'), BERLIN).toISOString()).toBe('2026-10-25T23:00:00.000Z');
});

it('a time of day stays the same on another day, over changes of the clock', () => {
  const four = new Date('2026-03-05T15:00:00Z');
  expect(sameTimeOn(four, '2026-07-01', BERLIN).toISOString()).toBe('2026-07-01T14:00:00.000Z');
  // There is no half past two that night.
  const night = new Date('2026-03-05T01:30:00Z');
  expect(sameTimeOn(night, '2026-03-29', BERLIN).toISOString()).toBe('2026-03-29T01:30:00.000Z');
});
