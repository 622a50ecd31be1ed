/* Changing a lesson: whoever only watches one loads nothing of it. */
export { changeLesson, usePastChanges } from './changeLesson.ts';
