export { MarkingModule } from './marking.module.ts';
export { MarkingService } from './marking.service.ts';
export { SecondMarks } from './secondMarks.service.ts';
