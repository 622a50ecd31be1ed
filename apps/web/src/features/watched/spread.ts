import type { Bar } from '../../kits/chart/index.ts';
import { countsAsWatched } from '@oakbell/core/assigning';
import { fromMillis, timeText } from '@oakbell/core/clock';
import type { Api } from '../../shared/api/index.ts';
import { dayText } from '../../shared/ui/index.ts';

type Watched = Pick<Api['WatchedDto'], 'learners' | 'days' | 'watchedPercent'>;

/** How many watched on each day. */
export const byDay = ({ days }: Watched): readonly Bar[] =>
  days.map(({ day, learners, playedMs }) => ({
    ...{ name: dayText(day), count: learners, more: `${timeText(fromMillis(playedMs))} min played` },
  }));

/** How many have watched how much. */
export function byShare({ learners, watchedPercent }: Watched): readonly Bar[] {
  const bands: readonly (readonly [string, (share: number, begun: boolean) => boolean])[] = [
    ['Not begun', (_, begun) => !begun],
    ['Under half', (share, begun) => begun && share < 0.5],
    ['Half or more', (share) => share >= 0.5 && !countsAsWatched(share, watchedPercent)],
    ['Watched', (share) => countsAsWatched(share, watchedPercent)],
  ];
  return bands.map(([name, is]) => ({
    name,
    count: learners.filter(({ share, firstAt }) => is(share, firstAt !== null)).length,
    more: name === 'Watched' ? `${watchedPercent} % or more` : '',
  }));
}

/** What the bars say, in a sentence; nothing where there is none. */
export function daySentence(bars: readonly Bar[]): string {
  const most = bars.reduce<Bar | null>((best, one) => (one.count > (best?.count ?? 0) ? one : best), null);
  return most ? `Most watched on ${most.name}: ${many(most.count)}.` : 'Nobody has watched it yet.';
}
export function shareSentence(bars: readonly Bar[]): string {
  const all = bars.reduce((sum, { count }) => sum + count, 0);
  return `${bars.at(-1)?.count ?? 0} of ${all} have watched it; ${bars[0]?.count ?? 0} have not begun.`;
}
const many = (count: number): string => (count === 1 ? 'one learner' : `${count} learners`);
