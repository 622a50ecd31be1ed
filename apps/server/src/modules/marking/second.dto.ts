import { Choice, Flag, Id, Part, Parts, Text, When, Whole } from '../../platform/http/index.ts';
import { RubricVersionDto } from '../rubrics/index.ts';
import { SUBMISSION_KINDS, SUBMISSION_STATES, type HandInState, type Submission } from '../submissions/index.ts';
import { DeskRubricDto } from './desk.dto.ts';
import { GivenMarksDto, MarkingDto } from './marks.dto.ts';

export class SecondMarksDto extends GivenMarksDto {
  /** They are done: seen beside what was given first, and not changed any more. */
  @Flag() done: boolean;
}
/** What somebody gave for a hand-in. */
export class MarkerDto extends MarkingDto {
  @Text() by: string;
}
export class SecondRowDto {
  @Id() submissionId: string;
  @Text() learnerName: string;
  @When() handedInAt: string;
  @Choice(SUBMISSION_STATES) state: HandInState;
  @Choice(SUBMISSION_KINDS) kind: Submission['kind'];
  @Whole() times: number;
  /** Of the first marks; 0 for none, and while they are not shown. */
  @Whole() firstRevision: number;
  /** Of the second marks. */
  @Whole() revision: number;
  @Flag() done: boolean;
  /** What was given first: null where nothing was, and for the second marker until their own are done. */
  @Part(() => MarkerDto, { nullable: true }) first: MarkerDto | null;
  /** What the second gave: null where nothing was; for others than the second until it is done and there are first marks. */
  @Part(() => MarkerDto, { nullable: true }) second: MarkerDto | null;
}
/** The hand-ins of an assignment as two marked them. */
export class TwoMarkersDto {
  @Id() assignmentId: string;
  @Text() title: string;
  @Text() className: string;
  @Whole({ nullable: true }) points: number | null;
  /** Who marks it as the second; null where nobody does. */
  @Text({ nullable: true }) second: string | null;
  /** It is whoever asks. */
  @Flag() mine: boolean;
  @Part(() => DeskRubricDto, { nullable: true }) rubric: DeskRubricDto | null;
  /** The versions of rubrics that something here is marked by, or would be. */
  @Parts(() => RubricVersionDto) versions: RubricVersionDto[];
  @Parts(() => SecondRowDto) rows: SecondRowDto[];
}
