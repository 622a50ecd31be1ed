export { SubmissionsModule } from './submissions.module.ts';
export { SubmissionsService } from './submissions.service.ts';
export { isLate } from './submissions.rules.ts';
export { HandInDto, ShownHandIn } from './shownHandIn.ts';
export type { Submission } from './submission.entity.ts';
