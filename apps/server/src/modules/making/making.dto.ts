import { ApiProperty } from '@nestjs/swagger';
import { headOf, type Edit, type EditList } from '@oakbell/core/edits';
import { LONGEST_TITLE } from '@oakbell/core/library';
import { ArrayMaxSize, ArrayMinSize, IsArray, IsOptional } from 'class-validator';
import { Choice, Free, Id, Parts, Text, When, Whole, Part } from '../../platform/http/index.ts';
import { JobDto } from '../../platform/jobs/index.ts';
import { MediaDto } from '../access/index.ts';
import {
  COURSE_MAY,
  LESSON_KINDS,
  OpeningDto,
  openingDto,
  openingOf,
  SAVED_AS,
  type CourseMay,
  type Lesson,
  type LessonKind,
  type SavedAs,
} from '../lessons/index.ts';
import { PageDto, pageDto, type PageEntity } from '../pages/index.ts';

/** One's own; another's, to be changed with them; another's, to be used as it is. */
export const LESSON_RIGHTS = ['own', 'change', 'use'] as const;
export type LessonRight = (typeof LESSON_RIGHTS)[number];

export class NewLessonDto {
  @Choice(['slides', 'worked']) kind: 'slides' | 'worked';
  @Text({ min: 1, max: LONGEST_TITLE }) title: string;
  /** Boards to begin with: a worked solution has at least one. */
  @Whole({ max: 20, optional: true }) boards?: number;
  /** What they are; squared when left out. */
  @Free({ optional: true }) backdrop?: object;
  @Text({ max: 300, optional: true }) goal?: string;
  @Whole({ min: 10_000, max: 6 * 3_600_000, optional: true }) targetMs?: number;
  @Id({ optional: true }) unitId?: string;
  /** A lesson or template to begin from: its pages are copied. */
  @Id({ optional: true }) from?: string;
  /** An opening, whose pages come first. */
  @Id({ optional: true }) opening?: string;
}
/** What is said about a lesson; what is left out stays as it is. */
class SaidDto {
  @Text({ min: 1, max: LONGEST_TITLE, optional: true }) title?: string;
  @Text({ max: 300, optional: true }) goal?: string;
  /** Milliseconds, from ten seconds to six hours. */
  @Whole({ min: 10_000, max: 6 * 3_600_000, optional: true }) targetMs?: number;
}
export class LessonFactsDto extends SaidDto {
  /** What was there when it was changed; refused where somebody else changed it since. */
  @Part(() => SaidDto, { optional: true }) was?: SaidDto;
}
/** One of the three: edits to be done in their order, or so many changes to be taken back or done again. */
export class ChangeDto {
  /** The revision the change was made on. */
  @Whole() revision: number;
  /** docs/formats/edit-list.md */
  @IsOptional()
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(1000)
  @ApiProperty({ type: 'array', required: false, items: { type: 'object', additionalProperties: true } })
  do?: object[];
  @Whole({ min: 1, max: 20_000, optional: true }) undo?: number;
  @Whole({ min: 1, max: 20_000, optional: true }) redo?: number;
}
export class HistoryDto {
  /** The newest change, without its parts; null before the first. */
  @Free({ nullable: true }) last: object | null;
  /** Who did it; null for whoever asks. */
  @Text({ nullable: true }) lastBy: string | null;
  /** How many changes can be taken back, and done again. */
  @Whole() undoable: number;
  @Whole() redoable: number;
}
export class ChangedDto {
  @Whole() revision: number;
  /** What was done to the list when something was taken back or done again; nothing when the edits were sent. */
  @ApiProperty({ type: 'array', items: { type: 'object', additionalProperties: true } }) applied: object[];
  @Part(() => HistoryDto) history: HistoryDto;
  @When() updatedAt: string;
}
export class PastChangeDto {
  @Whole() revision: number;
  /** The change, without its parts. */
  @Free() edit: object;
  /** How long the lesson was before it, in microseconds. */
  @Whole() lengthBefore: number;
  /** Who did it; null for whoever asks. */
  @Text({ nullable: true }) by: string | null;
}
export class SplitDto {
  /** The revision the change began from. */
  @Whole() revision: number;
  /** Programme time in microseconds. */
  @Whole() at: number;
  /** What the second lesson is called. */
  @Text({ min: 1, max: LONGEST_TITLE }) title: string;
}
export class JoinDto {
  @Whole() revision: number;
  /** Where it goes: programme time in microseconds. */
  @Whole() at: number;
  /** The lesson it comes from. */
  @Id() from: string;
  /** The stretch of that lesson, in its programme time; all of it when left out. */
  @Whole({ optional: true }) start?: number;
  @Whole({ optional: true }) end?: number;
}
export class LessonDto {
  @Id() id: string;
  @Choice(LESSON_KINDS) kind: LessonKind;
  @Text() title: string;
  @Text() goal: string;
  @Whole() targetMs: number;
  @Id({ nullable: true }) unitId: string | null;
  @Choice(SAVED_AS, { nullable: true }) savedAs: SavedAs | null;
  @Id({ nullable: true }) submissionId: string | null;
  @Whole() revision: number;
  @Free() edits: object;
  @Part(() => HistoryDto) history: HistoryDto;
  @When() updatedAt: string;
  @Parts(() => PageDto) pages: PageDto[];
  /** Pages of other lessons whose takes it plays. */
  @Parts(() => PageDto) borrowed: PageDto[];
  @Part(() => JobDto, { nullable: true }) importing: JobDto | null;
  /** Addresses of its pictures and clips. */
  @Part(() => MediaDto) media: MediaDto;
  /** Before whom it is open once it is published, and when. */
  @Part(() => OpeningDto) opening: OpeningDto;
  /** Who made it. */
  @Text() owner: string;
  /** What whoever asks may do with it. */
  @Choice(LESSON_RIGHTS) may: LessonRight;
  /** What the other teachers of its course may do. */
  @Choice(COURSE_MAY) courseMay: CourseMay;
}
interface Around {
  readonly edits: EditList;
  readonly last: LastEdit | null;
  readonly pages: readonly PageEntity[];
  readonly borrowed: readonly PageEntity[];
  readonly importing: JobDto | null;
  readonly media: MediaDto;
  readonly owner: string;
  readonly may: LessonRight;
}

/** The newest change, and who did it where that was somebody else. */
export interface LastEdit {
  readonly edit: Edit;
  readonly by: string | null;
}

export function historyDto({ undoable, redoable }: Lesson, last: LastEdit | null): HistoryDto {
  return { last: last && headOf(last.edit), lastBy: last?.by ?? null, undoable, redoable };
}

export function lessonDto(lesson: Lesson, { edits, last, pages, borrowed, ...around }: Around): LessonDto {
  const { id, kind, title, goal, targetMs, unitId, savedAs, submissionId, revision, updatedAt } = lesson;
  return {
    id,
    kind,
    title,
    goal,
    targetMs,
    unitId,
    savedAs,
    submissionId,
    revision,
    edits,
    history: historyDto(lesson, last),
    updatedAt: updatedAt.toISOString(),
    pages: pages.map(pageDto),
    borrowed: borrowed.map(pageDto),
    ...around,
    opening: openingDto(openingOf(lesson)),
    courseMay: lesson.courseMay,
  };
}
