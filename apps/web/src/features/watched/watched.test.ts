import { micros } from '@oakbell/core/clock';
import type { PageOnAxis } from '@oakbell/core/coverage';
import type { Api } from '../../shared/api/index.ts';
import { choices, chosen } from './choice.ts';
import { byDay, byShare, daySentence, shareSentence } from './spread.ts';

type Learner = Api['WatchedLearnerDto'];
const learner = (name: string, share: number, again: readonly (readonly [number, number])[] = []): Learner => ({
  ...{ id: name, name, share, replayed: 0, uncounted: null, remindedAt: null },
  ...{ firstAt: share > 0 ? '2026-03-02T08:00:00Z' : null, lastAt: share > 0 ? '2026-03-02T08:00:00Z' : null },
  ranges: share > 0 ? [{ start: 0, end: share * 60e6 }] : [],
  again: again.map(([start, end]) => ({ start: start * 1e6, end: end * 1e6 })),
});
const LEARNERS = [
  learner('a', 1, [[10, 14]]),
  learner('b', 0.9),
  learner('c', 0.6, [[10, 12]]),
  learner('d', 0.2),
  learner('e', 0),
];
const PAGES: readonly PageOnAxis[] = [
  { id: 'p', name: 'Page 2', ranges: [{ start: micros(10e6), end: micros(20e6) }] },
];
const names = (choice: Parameters<typeof chosen>[1]) => chosen(LEARNERS, choice, PAGES, 90).map(({ name }) => name);

it('those are shown of whom it is so', () => {
  expect(names('all')).toEqual(['a', 'b', 'c', 'd', 'e']);
  expect(names('not-begun')).toEqual(['e']);
  expect(names('under-half')).toEqual(['d', 'e']);
  expect(names('not-watched')).toEqual(['c', 'd', 'e']);
  // A third of the page, and not less.
  expect(names('again:p')).toEqual(['a']);
  expect(names('again:gone')).toEqual([]);
  expect(choices(PAGES, 90).map(({ label }) => label)).toEqual([
    ...['Everybody', 'Not begun', 'Under half', 'Under 90 %', 'Played page 2 again'],
  ]);
});

it('the bars hold each learner once, and say so in a sentence', () => {
  const shares = byShare({ learners: LEARNERS, days: [], watchedPercent: 90 });
  expect(shares.map(({ count }) => count)).toEqual([1, 1, 1, 2]);
  expect(shareSentence(shares)).toBe('2 of 5 have watched it; 1 have not begun.');
  const day = (of: string, learners: number) => ({ day: of, learners, playedMs: 130_000 });
  const days = byDay({ learners: [], days: [day('2026-03-02', 1), day('2026-03-03', 4)], watchedPercent: 90 });
  expect(days[1]).toMatchObject({ count: 4, more: '2:10 min played' });
  expect(daySentence(days)).toMatch(/^Most watched on Tue 3 Mar.*: 4 learners\.$/);
  expect(daySentence([])).toBe('Nobody has watched it yet.');
});
