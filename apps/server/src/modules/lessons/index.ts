export { LessonsModule } from './lessons.module.ts';
export { EditsService, type PastEdit } from './edits.service.ts';
export {
  LESSON_KINDS,
  COURSE_MAY,
  SAVED_AS,
  isTaught,
  openingOf,
  type AnswerLesson,
  type CourseMay,
  type FeedbackLesson,
  type TaughtLesson,
  type Lesson,
  type LessonKind,
  type SavedAs,
  type WorksheetLesson,
} from './lesson.entity.ts';
export { OpeningDto, openingDto, openingIn } from './opening.dto.ts';
export { LessonsService, type LessonPlace } from './lessons.service.ts';
