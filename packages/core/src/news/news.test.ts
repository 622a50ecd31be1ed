import {
  groupedNews,
  isQuiet,
  isWished,
  NEWS_KINDS,
  newsKey,
  newsWords,
  plainWishes,
  type NewsKind,
  type NewsThing,
} from './index.ts';

const thing = (more: Partial<NewsThing>): NewsThing => ({
  ...{ kind: 'handed-in', assignmentId: 'a', thingId: 'x', at: 10 },
  ...more,
});

describe('quiet hours', () => {
  const between = (quietFrom: number, quietUntil: number) => ({ ...plainWishes('learner'), quietFrom, quietUntil });
  it('go over midnight, with their beginning and without their end', () => {
    const night = between(20 * 60, 7 * 60);
    expect([1199, 1200, 1439, 0, 419, 420].map((at) => isQuiet(night, at))).toEqual([
      ...[false, true, true, true, true, false],
    ]);
  });
  it('may lie within a day', () => {
    expect([539, 540, 719, 720].map((at) => isQuiet(between(540, 720), at))).toEqual([false, true, true, false]);
  });
  it('are none where they end as they begin', () => {
    expect([0, 300, 600].some((at) => isQuiet(between(300, 300), at))).toBe(false);
  });
});

it('what was changed goes with what is given, what the class sees with what comes back, and others by themselves', () => {
  const wished = (...kinds: readonly NewsKind[]) => NEWS_KINDS.filter((kind) => isWished({ kinds }, kind));
  expect(wished('given')).toEqual(['given', 'changed']);
  expect(wished('handed-back')).toEqual(['handed-back', 'removed', 'approved', 'answered', 'said-back']);
  expect(wished('handed-in')).toEqual(['handed-in', 'asked', 'answer-back']);
  expect(wished('due')).toEqual(['due', 'reminded']);
});

it('things of one kind about one assignment are one group, and the newest group comes first', () => {
  const groups = groupedNews([
    thing({ thingId: 'x', at: 10 }),
    thing({ thingId: 'y', at: 30 }),
    thing({ assignmentId: 'b', at: 20 }),
    thing({ kind: 'given', at: 40 }),
  ]);
  expect(groups).toEqual([
    { kind: 'given', assignmentId: 'a', count: 1, at: 40 },
    { kind: 'handed-in', assignmentId: 'a', count: 2, at: 30 },
    { kind: 'handed-in', assignmentId: 'b', count: 1, at: 20 },
  ]);
  expect(groupedNews([])).toEqual([]);
});

it('what is due is not said beside what was given or changed since, which tells its day', () => {
  const due = thing({ kind: 'due', at: 20 });
  const kinds = (...things: readonly NewsThing[]) => groupedNews(things).map(({ kind }) => kind);
  expect(kinds(due, thing({ kind: 'given', at: 20 }))).toEqual(['given']);
  expect(kinds(due, thing({ kind: 'given', at: 10 }), thing({ kind: 'changed', at: 30 }))).toEqual([
    'changed',
    'given',
  ]);
  expect(kinds(due, thing({ kind: 'given', at: 10 }))).toEqual(['due', 'given']);
  expect(kinds(due, thing({ kind: 'given', at: 30, assignmentId: 'b' }))).toEqual(['given', 'due']);
});

it('a thing that becomes news again later is another one', () => {
  expect(newsKey(thing({ at: 1 }))).not.toBe(newsKey(thing({ at: 2 })));
});

it('words say how many', () => {
  expect(newsWords({ kind: 'handed-in', count: 1 }, 'Tides')).toBe('A hand-in waits for you: Tides');
  expect(newsWords({ kind: 'handed-in', count: 3 }, 'Tides')).toBe('3 hand-ins wait for you: Tides');
  expect(newsWords({ kind: 'handed-back', count: 1 }, 'Tides')).toBe('Feedback for you: Tides');
  expect(newsWords({ kind: 'answer-back', count: 1 }, 'Tides')).toBe('An answer to your feedback: Tides');
  expect(newsWords({ kind: 'answer-back', count: 3 }, 'Tides')).toBe('3 answers to your feedback: Tides');
});
