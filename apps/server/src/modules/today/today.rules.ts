export type LessonStep = 'pages' | 'record' | 'assign';
export type DeskState = 'to-do' | 'handed-in' | 'finished' | 'feedback';

/** The next step of a lesson, or null when nothing is left to finish. */
export function lessonStep(lesson: { pages: number; recorded: boolean; assigned: boolean }): LessonStep | null {
  if (lesson.pages === 0) return 'pages';
  if (!lesson.recorded) return 'record';
  return lesson.assigned ? null : 'assign';
}

/** Where something stands on a learner's desk. */
export function deskState(item: {
  handIn: boolean;
  excused: boolean;
  watched: boolean;
  submitted: boolean;
  handedBack: boolean;
}): DeskState {
  if (item.handedBack) return 'feedback';
  if (item.excused && !item.submitted) return 'finished';
  if (item.handIn) return item.submitted ? 'handed-in' : 'to-do';
  return item.watched ? 'finished' : 'to-do';
}
