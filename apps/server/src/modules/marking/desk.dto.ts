import { ANSWERS_SEEN, type AnswersSeen } from '@oakbell/core/assigning';
import { LONGEST_REMOVAL } from '@oakbell/core/marking';
import { MOST_PART_LETTERS } from '@oakbell/core/worksheets';
import { Choice, Decimal, Flag, Id, Part, Parts, Text, Texts, When, Whole } from '../../platform/http/index.ts';
import { MediaDto } from '../access/index.ts';
import { ShownPageDto } from '../pages/index.ts';
import { RubricVersionDto } from '../rubrics/index.ts';
import {
  AgreedDto,
  SUBMISSION_KINDS,
  SUBMISSION_STATES,
  type HandInState,
  type Submission,
} from '../submissions/index.ts';
import { MarkingDto } from './marks.dto.ts';

export class MakerDto {
  @Id() id: string;
  @Text() name: string;
}
export class QueueRowDto extends MarkingDto {
  @Id() submissionId: string;
  @Id() learnerId: string;
  /** Whose work it is: of two, where two made it. */
  @Text() learnerName: string;
  @Parts(() => MakerDto) makers: MakerDto[];
  @Choice(SUBMISSION_STATES) state: HandInState;
  /** Why it was removed; null where it was not. */
  @Text({ nullable: true, max: LONGEST_REMOVAL }) removedReason: string | null;
  @When({ nullable: true }) removedAt: string | null;
  @When() handedInAt: string;
  @Flag() late: boolean;
  @Choice(SUBMISSION_KINDS) kind: Submission['kind'];
  /** What was answered aloud; null while it is being made and for everything else. */
  @Id({ nullable: true }) answerEditionId: string | null;
  /** Addresses of the web that stand in what was typed. */
  @Texts({ max: 40_000 }) links: string[];
  /** The picture of its first page; null while it is not drawn. */
  @Text({ max: 64, nullable: true }) firstPicture: string | null;
  /** Whoever asks marks it as the second and is not done: what was given first is not told. */
  @Flag() sealed: boolean;
  @Id({ nullable: true }) feedbackLessonId: string | null;
  /** How often it was handed in: marks are for one of those. */
  @Whole() times: number;
  @Whole() revision: number;
  /** Since when it is done and kept until it is handed back with others; null while it is not. */
  @When({ nullable: true }) readyAt: string | null;
  /** When it is handed back by itself. */
  @When({ nullable: true }) backAt: string | null;
  /** What was given for the hand-in before this one. */
  @Part(() => MarkingDto, { nullable: true }) earlier: MarkingDto | null;
  @When({ nullable: true }) correctedAt: string | null;
  @When({ nullable: true }) handedBackAt: string | null;
  /** When its learner first opened what came back, as it is now. */
  @When({ nullable: true }) openedAt: string | null;
  @Decimal({ max: 1, nullable: true }) heardShare: number | null;
  @When({ nullable: true }) heardAt: string | null;
  /** Since when a teacher has said that the class may see it, and whether the class is told whose it is. */
  @When({ nullable: true }) approvedAt: string | null;
  @Flag() named: boolean;
  /** The name that its class is told instead; null for none. */
  @Text({ nullable: true }) shownAs: string | null;
  /** What all who made it let the class see of them. */
  @Part(() => AgreedDto) agreed: AgreedDto;
  /** Replies of the class that wait for a teacher's yes. */
  @Whole() replies: number;
  /** What its learner said about the feedback since a teacher last answered, and whether they ask to look again. */
  @Whole() words: number;
  @Flag() again: boolean;
  /** Its learner needs captions of what is spoken. */
  @Flag() needsCaptions: boolean;
}
/** By which rubric an assignment is marked. */
export class DeskRubricDto {
  @Id() rubricId: string;
  @Text() name: string;
  /** Its newest version. */
  @Id() versionId: string;
}
export class MarkingDeskDto {
  @Id() assignmentId: string;
  @Text() title: string;
  @Text() className: string;
  @Whole({ nullable: true }) points: number | null;
  @Whole() learners: number;
  /** How many make a small lesson together; null where none is asked for. */
  @Whole({ nullable: true }) makers: number | null;
  /** Whether learners write on a worksheet: who has begun can be looked on. */
  @Flag() worksheet: boolean;
  /** Whether the class sees answers as well, each after a teacher's yes. */
  @Choice(ANSWERS_SEEN) answersSeen: AnswersSeen;
  @Part(() => DeskRubricDto, { nullable: true }) rubric: DeskRubricDto | null;
  /** The versions of rubrics that something here is marked by, or would be. */
  @Parts(() => RubricVersionDto) versions: RubricVersionDto[];
  @Parts(() => QueueRowDto) queue: QueueRowDto[];
}
export class MarkingPileDto {
  @Id() assignmentId: string;
  @Text() title: string;
  @Text() className: string;
  @When() dueAt: string;
  @Whole() waiting: number;
  @Whole() handedBack: number;
  /** How many have begun to write on its worksheet and have not handed in. */
  @Whole() writing: number;
  @Whole() learners: number;
}
/** The pages of a hand-in, and what its teacher wrote on them. */
export class WrittenBackDto {
  @Parts(() => ShownPageDto) pages: ShownPageDto[];
  @Part(() => MediaDto) media: MediaDto;
  @Text({ max: MOST_PART_LETTERS }) log: string;
}
export class FeedbackDto extends MarkingDto {
  @Text() title: string;
  @Whole({ nullable: true }) outOf: number | null;
  @When({ nullable: true }) handedBackAt: string | null;
  @When({ nullable: true }) correctedAt: string | null;
  /** The spoken feedback; null when nothing was spoken or it is still being made. */
  @Id({ nullable: true }) editionId: string | null;
  @Flag() spoken: boolean;
  /** The rubric as it was when its lines were filled; null where none was. */
  @Part(() => RubricVersionDto, { nullable: true }) rubricVersion: RubricVersionDto | null;
  /** What was written on the pages without a word; null where something was spoken, which has it, or nothing was written. */
  @Part(() => WrittenBackDto, { nullable: true }) written: WrittenBackDto | null;
}
