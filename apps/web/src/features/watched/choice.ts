import type { PageOnAxis } from '@oakbell/core/coverage';
import { coveredLength, intersect, type RangeSet } from '@oakbell/core/intervals';
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
  if (choice === 'not-watched') return learners.filter(({ share }) => share * 100 < percent - 1e-6);
  const page = pages.find(({ id }) => `again:${id}` === choice);
  return page ? learners.filter((one) => hasAgain(one, page)) : [];
}

/** Whether a third of a page was played more than once. */
const hasAgain = ({ again }: Learner, { ranges }: PageOnAxis): boolean =>
  coveredLength(intersect(again as unknown as RangeSet, ranges)) * 3 >= coveredLength(ranges);
