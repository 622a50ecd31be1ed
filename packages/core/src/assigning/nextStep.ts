import { isWatched, type LessonMet } from './lessons.ts';

/** A piece of work as it stands before a learner. */
export interface WorkMet {
  readonly lessons: readonly LessonMet[];
  readonly watchedPercent: number;
  /** Whether something can be handed in now. */
  readonly workOpen: boolean;
  readonly handIn: boolean;
  readonly worksheet: 'none' | 'to-begin' | 'begun';
  /** The longest a spoken answer may be, in ms; null when none is asked for. */
  readonly answerLimitMs: number | null;
  /** How many make a small lesson; null when none is asked for. */
  readonly makers: number | null;
  readonly state: 'to-do' | 'handed-in' | 'finished' | 'feedback';
}
/** What comes next. `lesson`: the one of this number, from 0. */
export type NextStep =
  | { readonly kind: 'lesson'; readonly index: number }
  | { readonly kind: 'feedback' | 'write' | 'write-on' | 'answer' | 'make' | 'hand-in' | 'done' };

/** The one next thing once the lesson of number `at`, from 0, has been played to its end. */
export function nextStep(work: WorkMet, at: number): NextStep {
  const { lessons, watchedPercent, workOpen, handIn, worksheet, answerLimitMs, makers, state } = work;
  const isToWatch = (lesson: LessonMet): boolean => lesson.standing === 'open' && !isWatched([lesson], watchedPercent);
  const later = lessons.findIndex((lesson, i) => i > at && isToWatch(lesson));
  const first = lessons.findIndex((lesson, i) => i !== at && isToWatch(lesson));
  const index = later >= 0 ? later : first;
  if (index >= 0) return { kind: 'lesson', index };
  if (state === 'feedback') return { kind: 'feedback' };
  if (state !== 'to-do' || !workOpen) return { kind: 'done' };
  if (worksheet !== 'none') return { kind: worksheet === 'begun' ? 'write-on' : 'write' };
  if (answerLimitMs !== null) return { kind: makers === null ? 'answer' : 'make' };
  return { kind: handIn ? 'hand-in' : 'done' };
}
