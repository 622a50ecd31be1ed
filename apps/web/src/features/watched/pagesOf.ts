import { micros, type Micros } from '@oakbell/core/clock';
import type { PageOnAxis } from '@oakbell/core/coverage';
import { union } from '@oakbell/core/intervals';
import type { PlayableLesson } from '../../kits/player/index.ts';

/** The pages of a lesson with all of their time on its axis, in the order of the lesson. */
export function pagesOf({ pages, turns, programme }: PlayableLesson): readonly PageOnAxis[] {
  const end = (i: number): Micros => turns[i + 1]?.at ?? programme.length;
  return pages.map(({ page, name }) => ({
    id: page.id,
    name,
    ranges: union(turns.flatMap((turn, i) => (turn.name === name ? [{ start: micros(turn.at), end: end(i) }] : []))),
  }));
}
