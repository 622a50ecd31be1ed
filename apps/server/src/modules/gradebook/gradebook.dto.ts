import { CELL_STATES, LONGEST_TABLE, TABLE_FAULTS, type CellState, type TableFault } from '@oakbell/core/marking';
import { Choice, Decimal, Flag, Id, Part, Parts, Text, When, Whole } from '../../platform/http/index.ts';

/** How a class counts what is missing and what is late. */
export class GradingDto {
  /** What is missing counts as no points; otherwise it is left out. */
  @Flag() missingCounts: boolean;
  /** Per cent of what a piece of work is worth, taken off for each day late. */
  @Whole({ max: 100 }) latePerDay: number;
  /** Per cent that are taken off at most. */
  @Whole({ max: 100 }) lateMost: number;
  /** Whether learners are shown what their pieces of work come to. */
  @Flag() sumShown: boolean;
}
/** How a class did in one line of a rubric. */
export class LineDto {
  @Text() name: string;
  /** How many have a level in it. */
  @Whole() count: number;
  /** The share of its best that they have on average; null for none. */
  @Decimal({ max: 1, nullable: true }) mean: number | null;
}
/** A piece of work that a class was given to hand in. */
export class WorkDto {
  @Id() assignmentId: string;
  @Text({ max: 1000 }) title: string;
  @When() dueAt: string;
  @Decimal({ max: 1000, nullable: true }) points: number | null;
}
export class MarkedWorkDto extends WorkDto {
  /** Of the rubric as it is now, over what was handed back by it; none where there is none. */
  @Parts(() => LineDto) lines: LineDto[];
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
  /** Days after it was due for them that it was handed in: begun ones as whole ones, 0 for what was in time. */
  @Whole() lateDays: number;
  /** What they handed in; null where there is nothing. */
  @Id({ nullable: true }) submissionId: string | null;
}
export class GradebookDto {
  @Id() classId: string;
  @Text() className: string;
  /** By when it is due. */
  @Parts(() => MarkedWorkDto) works: MarkedWorkDto[];
  @Part(() => GradingDto) grading: GradingDto;
  /** By name. */
  @Parts(() => BookLearnerDto) learners: BookLearnerDto[];
  /** Of those who have each piece of work, and of nobody else. */
  @Parts(() => BookCellDto) cells: BookCellDto[];
}
/** What came of one's own work in a class. */
export class OwnMarksDto {
  @Text() className: string;
  @Parts(() => WorkDto) works: WorkDto[];
  @Parts(() => BookCellDto) cells: BookCellDto[];
  @Part(() => GradingDto) grading: GradingDto;
}
export class ExcuseDto {
  @Flag() excused: boolean;
}

export class TableDto {
  /** CSV, as text. */
  @Text({ min: 1, max: LONGEST_TABLE }) csv: string;
}
export class TableChangeDto {
  @Id() assignmentId: string;
  @Id() learnerId: string;
  @Decimal({ max: 1000 }) points: number;
  /** It was handed back: its learner is told that it is corrected. */
  @Flag() back: boolean;
}
export class LeftOutDto {
  /** Of the table, from 1. */
  @Whole({ min: 1 }) line: number;
  /** The head of its column; empty where the whole line is meant. */
  @Text({ max: LONGEST_TABLE }) column: string;
  @Choice(TABLE_FAULTS) fault: TableFault;
}
/** What a table changes. */
export class TablePlanDto {
  @Parts(() => TableChangeDto) changes: TableChangeDto[];
  @Parts(() => LeftOutDto) leftOut: LeftOutDto[];
  /** How many say what is there already. */
  @Whole() same: number;
}
