import { COLUMN_USES, MOST_COLUMNS, type ColumnUse } from '@oakbell/core/rosters';
import { ApiProperty } from '@nestjs/swagger';
import { ArrayMaxSize, IsArray, IsIn } from 'class-validator';
import { Choice, Flag, Id, Part, Parts, Text, When, Whole } from '../../platform/http/index.ts';
import {
  ROSTER_FORMATS,
  ROSTER_STATES,
  type RosterEntity,
  type RosterFormat,
  type RosterState,
} from './roster.entity.ts';
import { SHOWN } from './shown.ts';

const PARTS = ['teacher', 'learner'] as const;

export class ReadingDto {
  /** What each column holds; null for one that is left aside. */
  @IsArray()
  @ArrayMaxSize(MOST_COLUMNS)
  @IsIn([...COLUMN_USES, null], { each: true })
  @ApiProperty({ type: 'array', items: { type: 'string', enum: [...COLUMN_USES], nullable: true } })
  columns: (ColumnUse | null)[];
  /** Whether the first line names the columns. */
  @Flag() hasNames: boolean;
  /** The class of whoever has none in the list; empty for none. */
  @Text({ max: 80 }) className: string;
  /** What they are where the list does not say. */
  @Choice(PARTS) part: (typeof PARTS)[number];
  /** Whether whoever is not in the list leaves its classes. */
  @Flag() isWhole: boolean;
}
export class RosterCountsDto {
  @Whole() newLearners: number;
  @Whole() newTeachers: number;
  @Whole() changedPeople: number;
  @Whole() samePeople: number;
  @Whole() leaving: number;
  @Whole() back: number;
  @Whole() newClasses: number;
  @Whole() changedClasses: number;
  @Whole() terms: number;
  @Whole() joining: number;
  @Whole() leavingClasses: number;
  @Whole() emptied: number;
  @Whole() others: number;
  @Whole() faults: number;
  @Whole() twins: number;
}
export class RenamedDto {
  @Text() before: string;
  @Text() after: string;
}
export class EmptiedDto {
  @Text() name: string;
  @Whole() learners: number;
}
export class RosterFaultDto {
  /** Empty where it is about the school and no file. */
  @Text() file: string;
  @Whole() line: number;
  @Text() says: string;
}
export class CandidateDto {
  @Id() id: string;
  @Text() name: string;
  @Text() signInName: string;
  @ApiProperty({ type: [String] }) classes: string[];
}
export class TwinDto {
  /** Where they stand in the file, counted from 0. */
  @Whole() person: number;
  @Text() name: string;
  @Choice(PARTS) part: (typeof PARTS)[number];
  @Flag() isLikely: boolean;
  @Parts(() => CandidateDto) candidates: CandidateDto[];
}
export class RosterPlanDto {
  @Text() digest: string;
  @Part(() => RosterCountsDto) counts: RosterCountsDto;
  @ApiProperty({ type: [String] }) schools: string[];
  @ApiProperty({ type: [String] }) newPeople: string[];
  @Parts(() => RenamedDto) changedPeople: RenamedDto[];
  @ApiProperty({ type: [String] }) leaving: string[];
  @ApiProperty({ type: [String] }) back: string[];
  @ApiProperty({ type: [String] }) newClasses: string[];
  @Parts(() => EmptiedDto) emptied: EmptiedDto[];
  @Parts(() => RosterFaultDto) faults: RosterFaultDto[];
  @Parts(() => TwinDto) twins: TwinDto[];
}
export class RosterDto {
  @Id() id: string;
  @Text() name: string;
  @Text() by: string;
  @Choice(ROSTER_STATES) state: RosterState;
  @Choice(ROSTER_FORMATS, { nullable: true }) format: RosterFormat | null;
  @When() createdAt: string;
  @When({ nullable: true }) appliedAt: string | null;
  /** Until when it can be taken back; null when it cannot. */
  @When({ nullable: true }) backUntil: string | null;
}
export class WholeRosterDto extends RosterDto {
  @Text({ nullable: true }) version: string | null;
  /** The first rows of a list. */
  @ApiProperty({ type: 'array', items: { type: 'array', items: { type: 'string' } }, nullable: true })
  sample: string[][] | null;
  @Part(() => ReadingDto, { nullable: true }) reading: ReadingDto | null;
  @Part(() => RosterPlanDto, { nullable: true }) plan: RosterPlanDto | null;
  @Text({ nullable: true }) failure: string | null;
}
export class TwinChoiceDto {
  @Whole() person: number;
  /** Who they are; null for somebody else. */
  @Id({ nullable: true }) is: string | null;
}
export class DecisionsDto {
  /** Of the plan that was seen. */
  @Text({ min: 1, max: 40 }) digest: string;
  @ArrayMaxSize(SHOWN)
  @Parts(() => TwinChoiceDto)
  twins: TwinChoiceDto[];
  /** What holds for all doubtful people that are not named: the likeliest, or new people; null when all were decided. */
  @Choice(['likely', 'new'], { nullable: true }) rest: 'likely' | 'new' | null;
  /** It was seen which classes would have no learner any more. */
  @Flag() emptied: boolean;
}

/** @param by the name of whoever brought it @param backUntil until when it can be taken back */
export function rosterDto(row: RosterEntity, by: string, backUntil: Date | null): RosterDto {
  const { id, name, state, format, createdAt, appliedAt } = row;
  return {
    ...{ id, name, by, state, format },
    createdAt: createdAt.toISOString(),
    appliedAt: appliedAt?.toISOString() ?? null,
    backUntil: backUntil?.toISOString() ?? null,
  };
}
export function wholeRosterDto(row: RosterEntity, by: string, backUntil: Date | null): WholeRosterDto {
  const { version, sample, reading, plan, failure } = row;
  // What the database holds was made by this server: it has the fields of the description.
  return { ...rosterDto(row, by, backUntil), version, sample, reading, plan, failure } as WholeRosterDto;
}
