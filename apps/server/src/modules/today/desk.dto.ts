import { ANSWERS_SEEN, LONGEST_REMINDER, type AnswersSeen } from '@oakbell/core/assigning';
import { STANDINGS, type Standing } from '@oakbell/core/opening';
import { Choice, Decimal, Flag, Id, Part, Parts, Text, When, Whole } from '../../platform/http/index.ts';
import { AttachmentDto } from '../attachments/index.ts';
import type { DeskState } from './today.rules.ts';

/** A lesson of it, in the order in which they are to be watched. */
export class DeskLessonDto {
  @Id() lessonId: string;
  @Text() title: string;
  @Whole() length: number;
  @Decimal({ max: 1 }) share: number;
  @Id({ nullable: true }) editionId: string | null;
  /** Whether it can be watched now, or why not; `opensAt` says when, where it is still to come. */
  @Choice(STANDINGS) standing: Standing;
  @When({ nullable: true }) opensAt: string | null;
}
export class DeskItemDto {
  @Id() assignmentId: string;
  @Text() title: string;
  @Text() className: string;
  @Text() teacherName: string;
  /** With the extra time that its learner needs. */
  @When() dueAt: string;
  /** Whether there is extra time in it. */
  @Flag() extraTime: boolean;
  @Whole({ nullable: true }) points: number | null;
  @Flag() handIn: boolean;
  /** Whether its learner is excused: nothing is asked of them any more. */
  @Flag() excused: boolean;
  /** The longest a spoken answer may be, in ms; null when none is asked for. */
  @Whole({ nullable: true }) answerLimitMs: number | null;
  /** How many make a small lesson together; a spoken answer on one page is asked for when null. */
  @Whole({ nullable: true }) makers: number | null;
  /** Whether there is a worksheet to write on, and whether its learner has begun. */
  @Choice(['none', 'to-begin', 'begun']) worksheet: 'none' | 'to-begin' | 'begun';
  @Choice(['to-do', 'handed-in', 'finished', 'feedback']) state: DeskState;
  /** Whether something can be handed in now: the lessons may have to be watched first. */
  @Flag() workOpen: boolean;
  /** From how much of each lesson on it counts as watched, in per cent. */
  @Whole() watchedPercent: number;
  /** Of all its lessons: their length, and how much of it was watched. */
  @Whole() length: number;
  @Decimal({ max: 1 }) share: number;
  @Parts(() => DeskLessonDto) lessons: DeskLessonDto[];
}

/** What its teacher said last to this learner about it. */
export class ReminderDto {
  @Text({ max: LONGEST_REMINDER }) text: string;
  @When() at: string;
}
/** One of them, to be worked on. */
export class DeskWorkDto extends DeskItemDto {
  /** HTML, with formulas as MathML: drawn for one, never for a list. */
  @Text() instructions: string;
  /** Whether its learners see each other's answers, each after a teacher's yes. */
  @Choice(ANSWERS_SEEN) answersSeen: AnswersSeen;
  @Part(() => ReminderDto, { nullable: true }) reminder: ReminderDto | null;
  /** Whether they may ask at a moment of its lessons. */
  @Flag() asking: boolean;
  /** Whether its lessons may be kept on their device, for when there is no network. */
  @Flag() offline: boolean;
  /** The files that go with it. */
  @Parts(() => AttachmentDto) attachments: AttachmentDto[];
}
