export { MakingModule } from './making.module.ts';
export { LESSON_RIGHTS, type LessonRight } from './making.dto.ts';
