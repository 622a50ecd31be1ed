export { SubmissionsModule } from './submissions.module.ts';
export { SubmissionsService } from './submissions.service.ts';
export { Replies } from './replies.service.ts';
export { Approvals } from './approvals.service.ts';
export { ensureStands, isLate } from './submissions.rules.ts';
export { Removals } from './removals.service.ts';
export { AgreedDto } from './agreed.dto.ts';
export { HandedVersions } from './handedVersions.service.ts';
export { HandInDto, ShownHandIn } from './shownHandIn.ts';
export {
  agreedFor,
  isRemoved,
  KINDS as SUBMISSION_KINDS,
  makersOf,
  namesOf,
  STATES as SUBMISSION_STATES,
  type HandInState,
  type Submission,
} from './submission.entity.ts';
