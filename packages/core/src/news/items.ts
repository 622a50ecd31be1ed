import type { NewsKind } from './wishes.ts';

/** One thing that somebody is told of. */
export interface NewsThing {
  readonly kind: NewsKind;
  readonly assignmentId: string;
  /** What it is about: the assignment, or a hand-in for it. */
  readonly thingId: string;
  /** Since when it is news, in ms since 1970: with the kind and the thing it is told once. */
  readonly at: number;
}

/** What is shown as one: things of one kind about one assignment. */
export interface NewsGroup {
  readonly kind: NewsKind;
  readonly assignmentId: string;
  readonly count: number;
  /** Of the newest. */
  readonly at: number;
}

/**
 * Things put together by kind and assignment, the newest first. What is said to be due is not said of what was given or
 * changed since: that tells the day as well.
 */
export function groupedNews(things: readonly NewsThing[]): readonly NewsGroup[] {
  const groups = new Map<string, NewsGroup>();
  for (const { kind, assignmentId, at } of things) {
    const key = `${kind} ${assignmentId}`;
    const there = groups.get(key);
    groups.set(key, { kind, assignmentId, count: (there?.count ?? 0) + 1, at: Math.max(at, there?.at ?? at) });
  }
  const isSaid = ({ kind, assignmentId, at }: NewsGroup): boolean =>
    kind === 'due' &&
    (['given', 'changed'] as const).some((other) => (groups.get(`${other} ${assignmentId}`)?.at ?? -Infinity) >= at);
  return [...groups.values()]
    .filter((group) => !isSaid(group))
    .toSorted((a, b) => b.at - a.at || (a.assignmentId < b.assignmentId ? -1 : 1));
}

/** What tells one thing from all others that are ever told. */
export const newsKey = ({ kind, thingId, at }: NewsThing): string => `${kind} ${thingId} ${at}`;

/** What is said of a group, before its class and its day. */
export function newsWords({ kind, count }: Pick<NewsGroup, 'kind' | 'count'>, title: string): string {
  if (kind === 'handed-in') return `${count === 1 ? 'A hand-in waits' : `${count} hand-ins wait`} for you: ${title}`;
  if (kind === 'asked') return `${count === 1 ? 'A question waits' : `${count} questions wait`} for you: ${title}`;
  if (kind === 'answer-back') return `${count === 1 ? 'An answer' : `${count} answers`} to your feedback: ${title}`;
  return `${SAID[kind]}: ${title}`;
}
const SAID: Readonly<Record<Exclude<NewsKind, 'handed-in' | 'asked' | 'answer-back'>, string>> = {
  given: 'New',
  changed: 'Changed',
  due: 'Due soon',
  reminded: 'Your teacher reminds you',
  'handed-back': 'Feedback for you',
  removed: 'Please hand in again',
  approved: 'Your class can see your answer',
  answered: 'Your question was answered',
  'said-back': 'Your teacher answered about your feedback',
};
