export { LessonsModule } from './lessons.module.ts';
export { LessonsService, type EditsGuard } from './lessons.service.ts';
export {
  ensureFits,
  FileChecks,
  ImportsService,
  IMPORT,
  ReceiveFiles,
  withFiles,
  type UploadedFile,
} from './imports/index.ts';
export { clipKey, corePage, pictureKey } from './lessons.rules.ts';
export { PageDto, pageDto } from './lessons.dto.ts';
export type { LessonEntity, PageEntity } from './lesson.entity.ts';
export { PagesService } from './pages.service.ts';
export { cuesOfText, textOfCues } from './cues.ts';
