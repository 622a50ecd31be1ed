import { micros } from '@oakbell/core/clock';
import { idOf, statementsOfAll, waitAfter } from './records.rules.ts';

it('a store that refuses is asked less and less often, once an hour in the end', () => {
  expect([0, 1, 2, 3, 7, 500].map((failures) => waitAfter(failures) / 60_000)).toEqual([0, 1, 2, 4, 60, 60]);
});

it('a name is a UUID that is the same for the same words', () => {
  expect(idOf('a')).toMatch(/^[\da-f]{8}-[\da-f]{4}-5[\da-f]{3}-[89ab][\da-f]{3}-[\da-f]{12}$/);
  expect(idOf('a')).toBe(idOf('a'));
  expect(idOf('b')).not.toBe(idOf('a'));
});

it('two visits that end the same lesson say so once', () => {
  const viewing = (visitId: string) => ({
    ...{ visitId, learnerId: 'l', lessonId: 'k', title: 'Tides', length: micros(10e6), reports: 1, isCompleted: true },
    ...{ startedAt: '2026-03-02T08:00:00.000Z', lastAt: '2026-03-02T08:01:00.000Z' },
    plays: [{ start: micros(0), end: micros(10e6) }],
  });
  const verbs = statementsOfAll([viewing('a'), viewing('b')], 'https://oak.example').map(
    ({ verb }) => verb.display['en'],
  );
  expect(verbs.toSorted()).toEqual(['completed', 'initialized', 'initialized', 'paused', 'paused']);
});
