import type { Standing } from '../opening/index.ts';
import type { WorkOpens } from './limits.ts';

/** What an assignment is called: after its lessons, in their order. */
export function titleOf(lessons: readonly string[]): string {
  const [first = '', second] = lessons;
  if (second === undefined) return first;
  return lessons.length === 2 ? `${first} and ${second}` : `${first} and ${lessons.length - 1} more`;
}

/** How far somebody is with one of its lessons. */
export interface LessonSeen {
  /** In microseconds; 0 while it is not ready. */
  readonly length: number;
  /** How much of it was watched, from 0 to 1. */
  readonly share: number;
}

/** How much of all its lessons was watched, from 0 to 1: long ones count for more. */
export function shareOfAll(lessons: readonly LessonSeen[]): number {
  const whole = lessons.reduce((sum, { length }) => sum + length, 0);
  return whole === 0 ? 0 : lessons.reduce((sum, { length, share }) => sum + length * share, 0) / whole;
}

/** Rounding in the sums of coverage is no reason to watch again. */
const LEEWAY = 1e-6;
/** Whether a lesson of which a share, from 0 to 1, was watched counts as watched. @param percent from 0 to 100 */
export const countsAsWatched = (share: number, percent: number): boolean => share * 100 >= percent - LEEWAY;
/** Whether each of its lessons was watched as far as is asked. @param percent from 0 to 100 */
export const isWatched = (lessons: readonly LessonSeen[], percent: number): boolean =>
  lessons.length > 0 && lessons.every(({ length, share }) => length > 0 && countsAsWatched(share, percent));

/** Whether somebody who has watched enough had done so when it was due. */
export const PUNCTUAL = ['on-time', 'late'] as const;
export type Punctual = (typeof PUNCTUAL)[number];

/** One of its lessons as it stands before a learner. */
export interface LessonMet extends LessonSeen {
  /** Can be watched, will be, or was taken away. */
  readonly standing: Standing;
}

/** Whether work can be handed in yet: nobody waits for a lesson that was taken away. */
export function isWorkOpen(opens: WorkOpens, lessons: readonly LessonMet[], percent: number): boolean {
  if (opens === 'at-once') return true;
  const there = lessons.filter(({ standing }) => standing === 'open' || standing === 'to-come');
  return there.length === 0 || isWatched(there, percent);
}
