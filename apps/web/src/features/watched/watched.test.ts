import { micros } from '@oakbell/core/clock';
import type { PageOnAxis } from '@oakbell/core/coverage';
import type { Api } from '../../shared/api/index.ts';
import { choices, chosen } from './choice.ts';
import { oftenOf, sideSentence } from './classes.ts';
import { doneWords, overSentence, timesWords } from './done.ts';
import { byDay, byShare, daySentence, shareSentence } from './spread.ts';

type Learner = Api['WatchedLearnerDto'];
const learner = (name: string, share: number, again: readonly (readonly [number, number])[] = []): Learner => ({
  ...{ id: name, name, share, replayed: 0, uncounted: null, remindedAt: null, times: 1, days: 1, done: null },
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

it('classes beside each other are told in a sentence', () => {
  const of = (className: string, meanShare: number, learners = 12) => ({ className, learners, meanShare });
  expect(sideSentence([of('10a', 0.4), of('10b', 0.85), of('9c', 0, 0)])).toBe(
    '10b has seen the most, 85 % on average; 10a the least, 40 %.',
  );
  expect(sideSentence([of('10a', 0.501), of('10b', 0.499)])).toBe('All have seen about as much: 50 %.');
  expect(sideSentence([of('10a', 0)])).toBe('No class has begun yet.');
  expect(oftenOf({ warmth: [1, 1, 3, 1], length: 40e6 })).toBe('0:20 to 0:30');
  expect(oftenOf({ warmth: [], length: 0 })).toBe('');
});

it('how often and how timely somebody watched is told in words', () => {
  expect(timesWords({ times: 1, days: 1 })).toBe('');
  expect(timesWords({ times: 4, days: 1 })).toBe('4 times, on one day');
  expect([doneWords('on-time'), doneWords('late'), doneWords(null)]).toEqual([
    ...['Watched in time', 'Watched after it was due', ''],
  ]);
  const lesson = (share: number, done: 'on-time' | 'late' | null, length = 60e6) => ({
    ...{ share, done, length, watchedPercent: 90 },
  });
  expect(overSentence([lesson(1, 'late'), lesson(0.95, 'on-time'), lesson(0.2, null), lesson(0, null, 0)])).toBe(
    '2 of 3 watched, 1 of them after they were due.',
  );
  expect(overSentence([])).toBe('');
});
