import { dayDistance, fieldValue } from './dates.ts';

it('days are counted by the calendar, not by hours', () => {
  const now = new Date(2026, 2, 5, 23, 50);
  const at = (day: number, hour: number) => new Date(2026, 2, day, hour).toISOString();
  expect(dayDistance(at(5, 1), now)).toBe('today');
  expect(dayDistance(at(6, 0), now)).toBe('tomorrow');
  expect(dayDistance(at(9, 12), now)).toBe('in 4 days');
  expect(dayDistance(at(4, 23), now)).toBe('yesterday');
  expect(dayDistance(at(1, 0), now)).toBe('4 days ago');
});
it('a field value is read back as the same minute', () => {
  const moment = new Date(2026, 10, 3, 7, 5);
  expect(new Date(fieldValue(moment))).toEqual(moment);
});
