import { LONGEST_REASON, MOST_CRITERIA } from '@oakbell/core/marking';
import { MOST_PART_LETTERS } from '@oakbell/core/worksheets';
import { Decimal, Flag, Id, Part, Parts, Text, When, Whole } from '../../platform/http/index.ts';
import { ChoiceDto } from '../rubrics/index.ts';
import type { MarkEntity } from './mark.entity.ts';

/** How the lines of a rubric were filled, and of which version. */
export class RubricMarksDto {
  @Id() versionId: string;
  @Parts(() => ChoiceDto, { most: MOST_CRITERIA }) choices: ChoiceDto[];
}
export class MarkingDto {
  @Decimal({ max: 1000, nullable: true }) points: number | null;
  @Text({ max: 4000 }) comment: string;
  /** Why the points are other than what the rubric comes to; nothing where they are not. */
  @Text({ max: LONGEST_REASON }) reason: string;
  @Part(() => RubricMarksDto, { nullable: true }) rubric: RubricMarksDto | null;
}
export class GivenMarksDto {
  @Decimal({ max: 1000, nullable: true }) points: number | null;
  @Text({ max: 4000 }) comment: string;
  /** Left out: it stays as it is. */
  @Text({ max: LONGEST_REASON, optional: true }) reason?: string;
  /** Left out: it stays as it is. Null takes it away. */
  @Part(() => RubricMarksDto, { optional: true, nullable: true }) rubric?: RubricMarksDto | null;
  /** The hand-in they are for, as the desk told it. */
  @Whole({ min: 1, max: 100_000 }) times: number;
  /** The marks that were there, as the desk told them; 0 for none. */
  @Whole({ max: 10_000_000 }) revision: number;
  /** What was spoken may go without captions to a learner who needs them. */
  @Flag({ optional: true }) withoutCaptions?: boolean;
}
export class ReadyMarksDto extends GivenMarksDto {
  /** Whether they are done and wait to be handed back with others. */
  @Flag() ready: boolean;
}
export class SavedMarksDto {
  @Whole() revision: number;
}
export class BackTogetherDto {
  /** When all that are ready are handed back; at once when null. */
  @When({ nullable: true }) at: string | null;
}
export class SetBackDto {
  /** How many are handed back now, or will be. */
  @Whole() hands: number;
}

/** What is written on a hand-in other than while speaking on it. */
export class MarkInkDto {
  /** Lines of a log, all of them at 0; nothing where nothing is written. */
  @Text({ max: MOST_PART_LETTERS }) log: string;
  /** The hand-in that it is on. */
  @Whole({ min: 1, max: 100_000 }) times: number;
  /** The ink that was there, as the desk told it; 0 for none. */
  @Whole({ max: 10_000_000 }) revision: number;
}

type Told = Pick<MarkEntity, 'points' | 'comment' | 'reason' | 'rubricVersionId' | 'choices'>;
/** What was given, as it is told. */
export const markingDto = (mark: Told | null | undefined): MarkingDto => ({
  points: mark?.points ?? null,
  comment: mark?.comment ?? '',
  reason: mark?.reason ?? '',
  rubric: mark?.rubricVersionId ? { versionId: mark.rubricVersionId, choices: [...(mark.choices ?? [])] } : null,
});
