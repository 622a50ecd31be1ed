import {
  ANSWERS_SEEN,
  LEAST_WATCHED,
  MOST_ATTACHMENTS,
  LONGEST_ANSWER_MS,
  LONGEST_INSTRUCTIONS,
  LONGEST_TEMPLATE,
  MOST_CLASSES,
  MOST_LESSONS,
  MOST_MAKERS,
  MOST_NAMED,
  MOST_POINTS,
  MOST_WATCHED,
  SHORTEST_ANSWER_MS,
  WORK_OPENS,
  type AnswersSeen,
  type WorkOpens,
} from '@oakbell/core/assigning';
import { LONGEST_UNIT } from '@oakbell/core/outline';
import { Choice, Day, Flag, Id, Ids, Part, Parts, Text, When, Whole } from '../../platform/http/index.ts';
import { AttachmentDto } from '../attachments/index.ts';
import type { Terms } from './assignment.entity.ts';
import { cleanWords } from './words.ts';

export class WhomDto {
  @Flag() all: boolean;
  @Ids({ least: 0, most: MOST_NAMED }) groups: string[];
  @Ids({ least: 0, most: MOST_NAMED }) learners: string[];
  /** Those who are left out. */
  @Ids({ least: 0, most: MOST_NAMED }) but: string[];
}
export class AssignmentTermsDto {
  /** Clean HTML, see docs/formats/instructions.md. */
  @Text({ max: LONGEST_INSTRUCTIONS }) instructions: string;
  @Whole({ min: 1, max: MOST_POINTS, nullable: true }) points: number | null;
  @Flag() handIn: boolean;
  /** The longest a spoken answer may be, in ms; none is asked for when null. */
  @Whole({ min: SHORTEST_ANSWER_MS, max: LONGEST_ANSWER_MS, nullable: true, optional: true })
  answerLimitMs?: number | null;
  /** How many learners make a small lesson together, no longer than an answer; null for a spoken answer on one page. */
  @Whole({ min: 1, max: MOST_MAKERS, nullable: true, optional: true }) makers?: number | null;
  /** From how much of each lesson on it counts as watched, in per cent. */
  @Whole({ min: LEAST_WATCHED, max: MOST_WATCHED }) watchedPercent: number;
  /** When something can be handed in. */
  @Choice(WORK_OPENS) workOpens: WorkOpens;
  /** Whether the class sees what was handed in too, each after a teacher's yes; only who teaches it when left out. */
  @Choice(ANSWERS_SEEN, { optional: true }) answersSeen?: AnswersSeen;
  /** Whether learners may ask at a moment of its lessons, and give signs; they may when left out. */
  @Flag({ optional: true }) asking?: boolean;
  /** Whether learners may keep its lessons on their device, for when there is no network; not when left out. */
  @Flag({ optional: true }) offline?: boolean;
}
export class AskedDto extends AssignmentTermsDto {
  /** In the order in which they are to be watched. */
  @Ids({ most: MOST_LESSONS }) lessonIds: string[];
  @When() dueAt: string;
  /** The page of one of the lessons that a spoken answer is given on; an empty board when null. */
  @Id({ nullable: true, optional: true }) answerPage?: string | null;
  /** The pages that learners write on and hand in; no worksheet when null. */
  @Id({ nullable: true, optional: true }) worksheetId?: string | null;
  /** The unit of the class page that it stands in, by its name; made where there is none. */
  @Text({ max: LONGEST_UNIT, nullable: true, optional: true }) unit?: string | null;
  /** The files that go with it, in their order. */
  @Ids({ least: 0, most: MOST_ATTACHMENTS, optional: true }) attachmentIds?: string[];
  /** The day it is for, yyyy-mm-dd. */
  @Day({ nullable: true, optional: true }) day?: string | null;
}
export class ToClassDto {
  @Id() classId: string;
  @Part(() => WhomDto) whom: WhomDto;
}
export class NewAssignmentsDto extends AskedDto {
  @Parts(() => ToClassDto, { least: 1, most: MOST_CLASSES }) to: ToClassDto[];
}
export class ChangedAssignmentDto extends AskedDto {
  @Part(() => WhomDto) whom: WhomDto;
}
export class AssignedLessonDto {
  @Id() id: string;
  @Text() title: string;
}
export class AssignmentDto extends ChangedAssignmentDto {
  @Id() id: string;
  @Id() classId: string;
  /** The class, and who of it where not all have it. */
  @Text() className: string;
  /** What it is called after its lessons. */
  @Text() title: string;
  @Parts(() => AssignedLessonDto) lessons: AssignedLessonDto[];
  @Parts(() => AttachmentDto) attachments: AttachmentDto[];
  /** How many have it now. */
  @Whole() learners: number;
}
export class PlaceDto {
  /** Outside all units when null. */
  @Id({ nullable: true }) unitId: string | null;
  /** For no day when null; yyyy-mm-dd. */
  @Day({ nullable: true }) day: string | null;
  /** What it comes before there; the last when null. */
  @Id({ nullable: true }) before: string | null;
}
export class TemplateFactsDto extends AssignmentTermsDto {
  @Text({ min: 1, max: LONGEST_TEMPLATE }) name: string;
}
export class TemplateDto extends TemplateFactsDto {
  @Id() id: string;
}

/** A spoken answer is handed in, so one that is asked for makes it an assignment with a hand-in. */
export function termsOf(body: AssignmentTermsDto): Terms {
  const {
    points,
    handIn,
    answerLimitMs = null,
    watchedPercent,
    workOpens,
    answersSeen = 'teacher',
    asking = true,
    offline = false,
  } = body;
  const makers = answerLimitMs === null ? null : (body.makers ?? null);
  return {
    ...{
      instructions: cleanWords(body.instructions),
      points,
      answerLimitMs,
      makers,
      watchedPercent,
      workOpens,
      answersSeen,
      asking,
      offline,
    },
    handIn: handIn || answerLimitMs !== null,
  };
}
