import { plainWishes, type NewsWishes } from '@oakbell/core/news';
import { nextLook, outOfQuiet, soonAround } from './news.rules.ts';

const ZONE = 'Europe/Dublin';
const daily = plainWishes('learner');
const soon: NewsWishes = { ...daily, way: 'soon' };
const next = (at: string, wishes: NewsWishes) => nextLook(new Date(at), wishes, ZONE).toISOString();

describe('the next look', () => {
  it('is at the time of day that was chosen, today or tomorrow', () => {
    expect(next('2026-01-05T15:59:00Z', daily)).toBe('2026-01-05T16:00:00.000Z');
    expect(next('2026-01-05T16:00:00Z', daily)).toBe('2026-01-06T16:00:00.000Z');
  });
  it('stays at that time when the clocks change', () => {
    expect(next('2026-03-28T16:00:00Z', daily)).toBe('2026-03-29T15:00:00.000Z');
    expect(next('2026-10-24T15:00:00Z', daily)).toBe('2026-10-25T16:00:00.000Z');
  });
  it('is in an hour for whoever wants it soon, and after the night in the evening', () => {
    expect(next('2026-01-05T12:10:00Z', soon)).toBe('2026-01-05T13:10:00.000Z');
    expect(next('2026-01-05T19:10:00Z', soon)).toBe('2026-01-06T07:00:00.000Z');
    expect(next('2026-01-05T23:30:00Z', soon)).toBe('2026-01-06T07:00:00.000Z');
  });
  it('is in an hour at any time where there are no quiet hours', () => {
    expect(next('2026-01-05T23:30:00Z', { ...soon, quietFrom: 0, quietUntil: 0 })).toBe('2026-01-06T00:30:00.000Z');
  });
});

it('a moment out of the quiet hours stays, one in them becomes their end', () => {
  const out = (at: string) => outOfQuiet(new Date(at), soon, ZONE).toISOString();
  expect(out('2026-01-05T12:00:00Z')).toBe('2026-01-05T12:00:00.000Z');
  expect(out('2026-01-05T03:00:00Z')).toBe('2026-01-05T07:00:00.000Z');
  expect(out('2026-01-05T22:00:00Z')).toBe('2026-01-06T07:00:00.000Z');
});

it('soon is until the end of tomorrow, and begins with the day before', () => {
  const { end, since } = soonAround(new Date('2026-01-05T23:30:00Z'), ZONE);
  expect(end.toISOString()).toBe('2026-01-07T00:00:00.000Z');
  expect(since(new Date('2026-01-06T16:00:00Z')).toISOString()).toBe('2026-01-05T00:00:00.000Z');
});
