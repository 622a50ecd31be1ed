import {
  LONGEST_CRITERION,
  LONGEST_DESCRIPTION,
  LONGEST_LEVEL,
  LONGEST_RUBRIC_NAME,
  MOST_CRITERIA,
  MOST_LEVEL_POINTS,
  MOST_LEVELS,
  MOST_WEIGHT,
} from '@oakbell/core/marking';
import { Decimal, Flag, Id, Parts, Text, Whole } from '../../platform/http/index.ts';
import type { RubricVersionEntity } from './rubric.entity.ts';

/** Names of lines and levels are made by whoever makes the rubric. */
const LONGEST_ID = 40;

export class LevelDto {
  @Text({ min: 1, max: LONGEST_ID }) id: string;
  @Text({ min: 1, max: LONGEST_LEVEL }) name: string;
  @Decimal({ max: MOST_LEVEL_POINTS }) points: number;
  @Text({ max: LONGEST_DESCRIPTION }) description: string;
}
export class CriterionDto {
  @Text({ min: 1, max: LONGEST_ID }) id: string;
  @Text({ min: 1, max: LONGEST_CRITERION }) name: string;
  @Decimal({ min: 0.01, max: MOST_WEIGHT }) weight: number;
  @Parts(() => LevelDto, { most: MOST_LEVELS }) levels: LevelDto[];
}
export class ChoiceDto {
  @Text({ min: 1, max: LONGEST_ID }) criterion: string;
  @Text({ min: 1, max: LONGEST_ID }) level: string;
}
/** A rubric as it was at a time. */
export class RubricVersionDto {
  @Id() versionId: string;
  @Id() rubricId: string;
  @Whole({ min: 1 }) number: number;
  @Parts(() => CriterionDto) criteria: CriterionDto[];
}
export class NewRubricDto {
  @Text({ min: 1, max: LONGEST_RUBRIC_NAME }) name: string;
  /** The course whose teachers have it too; its maker's alone when null. */
  @Id({ nullable: true }) courseId: string | null;
  @Parts(() => CriterionDto, { most: MOST_CRITERIA }) criteria: CriterionDto[];
}
export class ChangedRubricDto extends NewRubricDto {
  /** The version that was changed: the one that whoever changes it has seen. */
  @Whole({ min: 1 }) number: number;
}
export class ArchivedRubricDto {
  @Flag() archived: boolean;
}
export class ChosenRubricDto {
  @Id({ nullable: true }) rubricId: string | null;
}
export class RubricDto extends NewRubricDto {
  @Id() id: string;
  @Flag() mine: boolean;
  @Flag() archived: boolean;
  @Whole({ min: 1 }) number: number;
  @Id() versionId: string;
  /** How many assignments are marked by it. */
  @Whole() used: number;
}

export const versionDto = ({ id, rubricId, number, criteria }: RubricVersionEntity): RubricVersionDto => ({
  versionId: id,
  rubricId,
  number,
  criteria: criteria.map((one) => ({ ...one, levels: [...one.levels] })),
});
