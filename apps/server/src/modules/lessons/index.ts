export { LessonsModule } from './lessons.module.ts';
export { EditsService } from './edits.service.ts';
export { LessonsService } from './lessons.service.ts';
export {
  ensureFits,
  FileChecks,
  ImportsService,
  IMPORT,
  ReceiveFiles,
  withFiles,
  type CheckedFile,
  type UploadedFile,
} from './imports/index.ts';
export { clipKey, corePage, pictureKey } from './lessons.rules.ts';
export { PageDto, pageDto } from './lessons.dto.ts';
export type { LessonEntity, PageEntity } from './lesson.entity.ts';
export { PagesService } from './pages.service.ts';
export { cuesOfText, textOfCues } from './cues.ts';
