import { standingOf, type Standing } from '@oakbell/core/opening';
import { openingOf, type Lesson } from '../lessons/index.ts';

/** How a lesson stands before those it is for, and when it opens, where that is still to come (ISO 8601). */
export interface ShownOpening {
  readonly standing: Standing;
  readonly opensAt: string | null;
}

/** @param isTakenAway whether all there was to watch of it was withdrawn @param now in ms since 1970 */
export function shownOpening(lesson: Lesson, isTakenAway: boolean, now: number): ShownOpening {
  const standing = isTakenAway ? 'closed' : standingOf(openingOf(lesson), now);
  return { standing, opensAt: standing === 'to-come' ? (lesson.openFrom?.toISOString() ?? null) : null };
}
