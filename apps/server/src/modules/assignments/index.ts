export { AssignmentsModule } from './assignments.module.ts';
export { DueDates } from './dueDates.service.ts';
export { AssignmentsService } from './assignments.service.ts';
export type { AssignmentEntity } from './assignment.entity.ts';
