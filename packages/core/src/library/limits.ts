/* How much is kept beside a lesson so that it can be found. */

/** Letters of a title. */
export const LONGEST_TITLE = 160;
export const MOST_TAGS = 20;
export const LONGEST_TAG = 40;
/** So many lessons are changed in one act. */
export const MOST_AT_ONCE = 200;
/** Letters of one page by which it can be found; the rest of a longer one is not looked at. */
export const MOST_PAGE_LETTERS = 20_000;
/** Letters of what is searched for. */
export const LONGEST_SEARCH = 200;

/** The steps of a lesson, in their order. */
export const LESSON_STEPS = ['pages', 'record', 'polish', 'assign', 'watched'] as const;
export type LessonStep = (typeof LESSON_STEPS)[number];
