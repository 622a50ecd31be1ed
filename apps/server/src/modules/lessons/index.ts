export { LessonsModule } from './lessons.module.ts';
export { EditsService } from './edits.service.ts';
export {
  LESSON_KINDS,
  SAVED_AS,
  isTaught,
  type AnswerLesson,
  type FeedbackLesson,
  type TaughtLesson,
  type Lesson,
  type LessonKind,
  type SavedAs,
} from './lesson.entity.ts';
export { LessonsService } from './lessons.service.ts';
