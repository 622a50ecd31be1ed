export { SubmissionsModule } from './submissions.module.ts';
export { SubmissionsService } from './submissions.service.ts';
export { Replies } from './replies.service.ts';
export { Approvals } from './approvals.service.ts';
export { isLate } from './submissions.rules.ts';
export { HandedVersions } from './handedVersions.service.ts';
export { HandInDto, ShownHandIn } from './shownHandIn.ts';
export { KINDS as SUBMISSION_KINDS, makersOf, namesOf, type Submission } from './submission.entity.ts';
