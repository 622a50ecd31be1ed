import { CELL_STATES, type CellState } from '@oakbell/core/marking';
import { Choice, Decimal, Flag, Id, Parts, Text, When } from '../../platform/http/index.ts';

/** A piece of work that a class was given to hand in. */
export class WorkDto {
  @Id() assignmentId: string;
  @Text({ max: 1000 }) title: string;
  @When() dueAt: string;
  @Decimal({ max: 1000, nullable: true }) points: number | null;
}
export class BookLearnerDto {
  @Id() id: string;
  @Text() name: string;
}
export class BookCellDto {
  @Id() assignmentId: string;
  @Id() learnerId: string;
  @Choice(CELL_STATES) state: CellState;
  /** What was handed back. */
  @Decimal({ max: 1000, nullable: true }) points: number | null;
  /** Handed in after it was due for them. */
  @Flag() late: boolean;
  /** What they handed in; null where there is nothing. */
  @Id({ nullable: true }) submissionId: string | null;
}
export class GradebookDto {
  @Id() classId: string;
  @Text() className: string;
  /** By when it is due. */
  @Parts(() => WorkDto) works: WorkDto[];
  /** By name. */
  @Parts(() => BookLearnerDto) learners: BookLearnerDto[];
  /** Of those who have each piece of work, and of nobody else. */
  @Parts(() => BookCellDto) cells: BookCellDto[];
}
export class ExcuseDto {
  @Flag() excused: boolean;
}
