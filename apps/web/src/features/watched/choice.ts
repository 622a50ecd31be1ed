import { countsAsWatched } from '@oakbell/core/assigning';
import { playedAgain, type LearnerPlayed, type PageOnAxis } from '@oakbell/core/coverage';
import type { Api } from '../../shared/api/index.ts';

type Learner = Api['WatchedLearnerDto'];
/** Who is shown: all, or those of whom something is so. `again:` with the name of a page. */
export type Choice = 'all' | 'not-begun' | 'under-half' | 'not-watched' | `again:${string}`;

/** What can be chosen, in words. */
export const choices = (
  pages: readonly PageOnAxis[],
  percent: number,
): readonly { readonly value: Choice; readonly label: string }[] => [
  { value: 'all', label: 'Everybody' },
  { value: 'not-begun', label: 'Not begun' },
  { value: 'under-half', label: 'Under half' },
  { value: 'not-watched', label: `Under ${percent} %` },
  ...pages.map(({ id, name }) => ({ value: `again:${id}` as const, label: `Played ${name.toLowerCase()} again` })),
];

/** Those who are meant. */
export function chosen(
  learners: readonly Learner[],
  choice: Choice,
  pages: readonly PageOnAxis[],
  percent: number,
): readonly Learner[] {
  if (choice === 'all') return learners;
  if (choice === 'not-begun') return learners.filter(({ firstAt }) => firstAt === null);
  if (choice === 'under-half') return learners.filter(({ share }) => share < 0.5);
  if (choice === 'not-watched') return learners.filter(({ share }) => !countsAsWatched(share, percent));
  const page = pages.find(({ id }) => `again:${id}` === choice);
  return page ? learners.filter((one) => playedAgain(one as unknown as LearnerPlayed, page)) : [];
}
