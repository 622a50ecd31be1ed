export { AssignmentsModule } from './assignments.module.ts';
export { AssignmentHeads } from './assignmentHeads.service.ts';
export { RecentAssignments } from './recentAssignments.service.ts';
export { Excuses } from './excuses.service.ts';
export { DueDates } from './dueDates.service.ts';
export { AssignmentsService, type Assignment } from './assignments.service.ts';
export { shownWords } from './words.ts';
export { WhomService } from './whom.service.ts';
export { AssignmentPlaces } from './assignmentPlaces.service.ts';
