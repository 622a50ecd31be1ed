import { micros, timeText } from '@oakbell/core/clock';
import { extremesOf } from '@oakbell/core/coverage';
import type { Api } from '../../shared/api/index.ts';

type Row = Pick<Api['WatchedClassDto'], 'className' | 'learners' | 'meanShare'>;
type Warm = Pick<Api['WatchedDto'], 'warmth' | 'length'>;

/** From when to when some of the parts of a lesson are. */
const spanOf = ({ from, to }: { from: number; to: number }, { warmth, length }: Warm): string =>
  `${timeText(micros((from / warmth.length) * length))} to ${timeText(micros((to / warmth.length) * length))}`;

/** Where it was played most often; nothing where it was not. */
export function oftenOf(warm: Warm): string {
  const { most } = extremesOf(warm.warmth);
  return most ? spanOf(most, warm) : '';
}

/** What the warmth of a lesson shows, in words. */
export function warmthWords(warm: Warm): string {
  const { most, least } = extremesOf(warm.warmth);
  if (!most) return '';
  const often = `Most often ${spanOf(most, warm)}, ${most.plays.toFixed(1)} times each`;
  return least ? `${often}; least ${spanOf(least, warm)}.` : `${often}.`;
}

/** Which class has seen the most, and which the least. */
export function sideSentence(rows: readonly Row[]): string {
  const having = rows.filter(({ learners }) => learners > 0).toSorted((a, b) => b.meanShare - a.meanShare);
  const [first, last] = [having[0], having.at(-1)];
  if (!first || !last || first.meanShare === 0) return 'No class has begun yet.';
  const percent = ({ meanShare }: Row) => `${Math.round(meanShare * 100)} %`;
  if (percent(first) === percent(last)) return `All have seen about as much: ${percent(first)}.`;
  return `${first.className} has seen the most, ${percent(first)} on average; ${last.className} the least, ${percent(last)}.`;
}
