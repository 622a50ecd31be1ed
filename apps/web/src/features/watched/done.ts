import { countsAsWatched, type Punctual } from '@oakbell/core/assigning';
import type { Api } from '../../shared/api/index.ts';

/** Whether it was watched by when it was due; nothing where it was not watched. */
export const doneWords = (done: Punctual | null): string =>
  done === null ? '' : done === 'on-time' ? 'Watched in time' : 'Watched after it was due';

/** How often somebody sat down to something. */
export const timesWords = ({ times, days }: { readonly times: number; readonly days: number }): string =>
  times <= 1 ? '' : `${times} times, on ${days === 1 ? 'one day' : `${days} days`}`;

/** One learner's watching in a sentence. */
export function overSentence(
  lessons: readonly Pick<Api['LearnerLessonDto'], 'share' | 'watchedPercent' | 'done' | 'length'>[],
): string {
  const ready = lessons.filter(({ length }) => length > 0);
  if (ready.length === 0) return '';
  const watched = ready.filter(({ share, watchedPercent }) => countsAsWatched(share, watchedPercent));
  const late = watched.filter(({ done }) => done === 'late').length;
  const head = `${watched.length} of ${ready.length} watched`;
  return late === 0 ? `${head}.` : `${head}, ${late} of them after they were due.`;
}
