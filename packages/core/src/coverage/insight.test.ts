import { micros } from '../clock/index.ts';
import { intersect, subtract, union, type RangeSet } from '../intervals/index.ts';
import { adviceOn, adviceWords, pagesPlayed, type LearnerPlayed, type PageOnAxis, momentPlayed } from './index.ts';

const range = (start: number, end: number): RangeSet =>
  end > start ? [{ start: micros(start * 1e6), end: micros(end * 1e6) }] : [];
const LENGTH = micros(60e6);
/** Six pages of ten seconds; the second page comes back at the end in place of a sixth. */
const PAGES: readonly PageOnAxis[] = [
  ...[0, 1, 2, 3, 4].map((i) => ({
    id: `p${i}`,
    name: `Page ${i + 1}`,
    ranges: i === 1 ? union(range(10, 20), range(50, 60)) : range(i * 10, i * 10 + 10),
  })),
];
const learner = (ranges: RangeSet, again: RangeSet = []): LearnerPlayed => ({
  ...{ ranges, again },
  share: ranges.reduce((sum, { start, end }) => sum + end - start, 0) / LENGTH,
});
const all = range(0, 60);
const advised = (learners: readonly LearnerPlayed[]) => {
  const advice = adviceOn(pagesPlayed(PAGES, learners, LENGTH), learners);
  return [advice.kind, advice.page?.name ?? null, advice.count, advice.of];
};
const NONE = learner([]);

describe('how pages were met', () => {
  const found = pagesPlayed(
    PAGES,
    [learner(all, range(20, 25)), learner(range(0, 32)), learner(union(range(0, 20), range(30, 60))), NONE],
    LENGTH,
  );
  const row = (i: number) => [found[i]!.seen, found[i]!.again, found[i]!.skipped, found[i]!.stopped];
  it('is counted over those who have begun: seen by half, again by a third, left out, stopped at', () => {
    expect(row(0)).toEqual([3, 0, 0, 0]);
    // Left out by one who went on; played again by one.
    expect(row(2)).toEqual([2, 1, 1, 0]);
    // One stopped two seconds into it.
    expect(row(3)).toEqual([2, 0, 0, 1]);
  });
  it('takes a page that comes twice for one, and nobody who has come to its end as one who stopped', () => {
    expect(row(1)).toEqual([3, 0, 0, 0]);
  });
});

describe('what is to be done', () => {
  it('is to say again what many played again, before all else', () => {
    const learners = [
      ...Array.from({ length: 5 }, () => learner(all, range(20, 30))),
      learner(range(0, 35)),
      NONE,
      NONE,
    ];
    expect(advised(learners)).toEqual(['say-again', 'Page 3', 5, 6]);
  });
  it('is to look where many stopped, and then at what many left out', () => {
    expect(advised([learner(range(0, 34)), learner(range(0, 36)), learner(all)])).toEqual(['stopped', 'Page 4', 2, 3]);
    const without = learner(subtract(all, range(20, 30)));
    expect(advised([without, without, learner(all)])).toEqual(['skipped', 'Page 3', 2, 3]);
  });
  it('is to remind where many have not begun, and nothing where all is well or nobody is there', () => {
    expect(advised([learner(all), NONE, NONE])).toEqual(['not-begun', null, 2, 3]);
    expect(advised([learner(all), learner(all), NONE])).toEqual(['fine', null, 2, 3]);
    expect(advised([NONE, NONE])).toEqual(['nobody-yet', null, 0, 2]);
    expect(advised([])).toEqual(['fine', null, 0, 0]);
  });
  it('is nothing that one learner alone does', () => {
    expect(advised([learner(all, range(20, 30)), learner(all)])[0]).toBe('fine');
  });
  it('finds the trouble that is there, in two hundred classes of noise', () => {
    let state = 4711;
    const random = () => (state = (state * 48271) % 2147483647) / 2147483647;
    const noise = () => {
      const start = random() * 50;
      return range(start, start + 1 + random() * 2);
    };
    for (let i = 0; i < 200; i += 1) {
      const [size, page] = [10 + Math.floor(random() * 20), 2 + Math.floor(random() * 3)];
      const trouble = (['say-again', 'stopped', 'skipped'] as const)[i % 3]!;
      const [from, to] = [page * 10, page * 10 + 10];
      const learners = Array.from({ length: size }, (_, n) => {
        const again = intersect(noise(), all);
        if (n >= size * 0.6) return learner(all, again);
        if (trouble === 'say-again') return learner(all, union(again, range(from + 1, to - 1)));
        if (trouble === 'stopped') return learner(range(0, from + 1 + random() * 8), again);
        return learner(subtract(all, range(from, to)), again);
      });
      expect([i, ...advised(learners).slice(0, 2)]).toEqual([i, trouble, `Page ${page + 1}`]);
    }
  });
  it('is said in one sentence', () => {
    const words = (kind: Parameters<typeof adviceWords>[0]['kind'], page: PageOnAxis | null = null) =>
      adviceWords({ kind, page, count: 7, of: 12 });
    expect(words('say-again', PAGES[2])).toBe('Page 3 was played more than once by 7 of 12: say it again?');
    expect(words('stopped', PAGES[2])).toBe(
      '7 of 12 stopped at page 3 and did not come back: is it hard there, or long?',
    );
    expect(words('skipped', PAGES[2])).toBe('Page 3 was left out by 7 of 12: can it be shorter?');
    expect(words('not-begun')).toBe('7 of 12 have not begun.');
    expect(words('fine')).toBe('Nothing stands out: they watch it through.');
    expect(words('nobody-yet')).toBe('Nobody has begun yet.');
  });
});

it('a moment was seen by whom it lies in what they played: its start in, its end out', () => {
  const range = (start: number, end: number) => ({ start: micros(start), end: micros(end) });
  const learners = [
    { ranges: [range(0, 10)], again: [range(4, 6)], share: 1 },
    { ranges: [range(5, 10)], again: [], share: 0.5 },
    { ranges: [], again: [], share: 0 },
  ];
  expect(momentPlayed(learners, micros(5))).toEqual({ begun: 2, seen: 2, again: 1 });
  expect(momentPlayed(learners, micros(6))).toEqual({ begun: 2, seen: 2, again: 0 });
  expect(momentPlayed(learners, micros(10))).toEqual({ begun: 2, seen: 0, again: 0 });
});
