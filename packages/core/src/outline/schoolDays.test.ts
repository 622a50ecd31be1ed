import { noLessonsOn } from './schoolDays.ts';

const week = { days: [1, 2, 3, 4, 5], holidays: [{ name: 'Herring week', from: '2026-10-12', to: '2026-10-16' }] };

it('holidays are named on their first and last day, and not beside them', () => {
  expect(['2026-10-09', '2026-10-12', '2026-10-16', '2026-10-19'].map((day) => noLessonsOn(day, week))).toEqual([
    ...[null, { holiday: 'Herring week' }, { holiday: 'Herring week' }, null],
  ]);
});

it('a day of the week without lessons is told by its number', () => {
  expect(noLessonsOn('2026-10-10', week)).toEqual({ weekday: 6 });
  expect(noLessonsOn('2026-10-10', { ...week, days: [6] })).toBeNull();
  expect(noLessonsOn('2026-10-09', { ...week, days: [6] })).toEqual({ weekday: 5 });
});
