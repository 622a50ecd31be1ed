import { dayMover, daysAfter, weekdayOf, type Move } from './index.ts';

const moved = (day: string, how: Move) => dayMover(how)(day);

/** Autumn from a Thursday, spring from a Monday; a week off in each, and one Tuesday in spring. */
const move: Move = {
  from: '2026-09-03',
  onto: '2027-01-11',
  daysOff: [
    { from: '2026-10-19', to: '2026-10-23' },
    { from: '2027-02-15', to: '2027-02-19' },
    { from: '2027-01-19', to: '2027-01-19' },
  ],
};

describe('a day in the next term', () => {
  it.each([
    ['the first Thursday becomes the first Thursday', '2026-09-03', '2027-01-14'],
    ['the first Tuesday becomes the first Tuesday', '2026-09-08', '2027-01-12'],
    ['a Tuesday that would be off goes to the one after it', '2026-09-15', '2027-01-26'],
    ['weeks that were off are not counted', '2026-10-29', '2027-03-11'],
    ['a day that was off counts as the next that was not', '2026-10-22', '2027-03-11'],
    ['a day before the term stays before it', '2026-08-27', '2027-01-07'],
  ])('%s', (_, day, there) => {
    expect(moved(day, move)).toBe(there);
  });

  it('keeps its weekday, is never off, and keeps the order of one weekday', () => {
    let last = '';
    for (let day = '2026-09-03'; day < '2026-12-20'; day = daysAfter(day, 7)) {
      const there = moved(day, move)!;
      expect(weekdayOf(there)).toBe(weekdayOf(day));
      expect(move.daysOff.some(({ from, to }) => there >= from && there <= to)).toBe(false);
      expect(there >= last).toBe(true);
      last = there;
    }
  });

  it('is none where everything is off for years', () => {
    expect(moved('2026-09-03', { ...move, daysOff: [{ from: '2027-01-01', to: '2040-01-01' }] })).toBeNull();
    expect(moved('2040-09-03', move)).toBeNull();
  });

  it('is the same where the terms are the same', () => {
    const same = { ...move, onto: move.from };
    for (const day of ['2026-09-03', '2026-11-10', '2026-12-01', '2026-08-04']) expect(moved(day, same)).toBe(day);
  });
});

it('knows weekdays and days over the ends of months and years', () => {
  expect(weekdayOf('2026-11-29')).toBe(7);
  expect(weekdayOf('2026-11-30')).toBe(1);
  expect(daysAfter('2026-12-31', 1)).toBe('2027-01-01');
  expect(daysAfter('2028-03-01', -1)).toBe('2028-02-29');
});
