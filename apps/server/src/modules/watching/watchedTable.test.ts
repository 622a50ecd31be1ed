import { watchedTable } from './watchedTable.ts';

const learner = (name: string, share: number) => ({
  ...{ id: name, name, share, again: [], replayed: 2_500_000, uncounted: null, remindedAt: null },
  ...{ times: 2, days: 1, done: share >= 0.9 ? ('late' as const) : null },
  ranges: share > 0 ? [{ start: 0, end: share * 60e6 }] : [],
  firstAt: share > 0 ? '2026-03-02T23:30:00.000Z' : null,
  lastAt: share > 0 ? '2026-03-03T08:00:00.000Z' : null,
});
const told = (...learners: ReturnType<typeof learner>[]) => ({
  ...{
    assignmentId: 'a',
    title: 'Tides',
    className: '10a',
    classId: 'c',
    dueAt: '',
    lessons: [],
    lessonId: 'l',
    watchedPercent: 90,
  },
  ...{ editionId: 'e', length: 60e6, warmth: [], days: [], learners },
});

it('a table has a row for each learner, by the clock of the school', () => {
  const [head, ada, ben, end] = watchedTable(told(learner('Ada', 0.75), learner('Ben', 0)), 'Europe/Oslo').split(
    '\r\n',
  );
  expect(head).toMatch(/^\uFEFFname,seen in per cent,/);
  expect(ada).toBe('Ada,75.0,45.0,15.0,2.5,2,1,no,,2026-03-03T00:30:00+01:00,2026-03-03T09:00:00+01:00,');
  expect(ben).toBe('Ben,0.0,0.0,60.0,2.5,2,1,no,,,,');
  expect(end).toBe('');
});

it('a name that would be a formula, or holds a comma, is text', () => {
  const table = watchedTable(told(learner('=1+1', 1), learner('Oriel, Tam', 1)), 'UTC');
  expect(table).toContain("'=1+1");
  expect(table).toContain('"Oriel, Tam",100.0,60.0,0.0,2.5,2,1,yes,no,');
});
