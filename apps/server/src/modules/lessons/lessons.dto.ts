import { ApiProperty } from '@nestjs/swagger';
import { headOf, type Edit, type EditList } from '@oakbell/core/edits';
import { ArrayMaxSize, ArrayMinSize, IsArray, IsOptional } from 'class-validator';
import {
  Choice,
  Decimal,
  Numbers,
  Flag,
  Free,
  Id,
  Parts,
  Text,
  Texts,
  When,
  Whole,
  Part,
} from '../../platform/http/index.ts';
import { JobDto } from '../../platform/jobs/index.ts';
import { MediaDto } from '../access/index.ts';
import {
  LESSON_KINDS,
  PAGE_KINDS,
  SAVED_AS,
  UPLOAD_KINDS,
  type LessonEntity,
  type LessonKind,
  type PageEntity,
  type PageKind,
  type SavedAs,
  type UploadEntity,
} from './lesson.entity.ts';

export class NewLessonDto {
  @Choice(['slides', 'worked']) kind: 'slides' | 'worked';
  @Text({ min: 1, max: 160 }) title: string;
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
/** What is left out stays as it is. */
export class LessonFactsDto {
  @Text({ min: 1, max: 160, optional: true }) title?: string;
  @Text({ max: 300, optional: true }) goal?: string;
  /** Milliseconds, from ten seconds to six hours. */
  @Whole({ min: 10_000, max: 6 * 3_600_000, optional: true }) targetMs?: number;
  @Id({ optional: true, nullable: true }) unitId?: string | null;
  @Choice(SAVED_AS, { optional: true, nullable: true }) savedAs?: SavedAs | null;
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
}
export class SplitDto {
  /** The revision the change began from. */
  @Whole() revision: number;
  /** Programme time in microseconds. */
  @Whole() at: number;
  /** What the second lesson is called. */
  @Text({ min: 1, max: 160 }) title: string;
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
/** A sound that belongs to a lesson: a music bed. */
export class SoundFileDto {
  @Text() clip: string;
  @Text() name: string;
  @Whole() lengthMs: number;
}
export class NewBoardDto {
  /** docs/formats/page.md */
  @Free() backdrop: object;
  /** The page after which it goes; at the end when left out. */
  @Id({ optional: true }) after?: string;
}
export class NewWindowDto {
  /** The page after which it goes; at the end when left out. */
  @Id({ optional: true }) after?: string;
}
export class PageOrderDto {
  @Texts() pages: string[];
}
export class CuesDto {
  /** Paragraphs, lists and words that stand out, as HTML. */
  @Text({ max: 12_000 }) cues: string;
}
export class BackdropDto {
  @Free() backdrop: object;
}
export class ThingsDto {
  /** docs/formats/page.md */
  @IsArray()
  @ArrayMaxSize(301)
  @ApiProperty({ type: 'array', items: { type: 'object', additionalProperties: true } })
  things: object[];
}
export class CopyPagesDto {
  @Id() from: string;
  /** Which of its pages; all when left out. */
  @Texts({ optional: true }) pages?: string[];
  @Flag({ optional: true }) atFront?: boolean;
}
export class PickedPagesDto {
  @Id() upload: string;
  /** From 1. */
  @Numbers() pages: number[];
}
export class PickDto {
  @Parts(() => PickedPagesDto) picked: PickedPagesDto[];
}
export class NewPictureDto {
  /** A page of an uploaded file … */
  @Id({ optional: true }) upload?: string;
  @Whole({ min: 1, optional: true }) number?: number;
  /** … or an earlier picture of this page. */
  @Text({ optional: true }) picture?: string;
  @Text({ optional: true }) smallPicture?: string;
  @Whole({ min: 1, optional: true }) height?: number;
}
/** In shares of the page's width and height, 0…1. */
export class CutOutDto {
  @Id({ optional: true }) upload?: string;
  @Whole({ min: 1, optional: true }) number?: number;
  @Id({ optional: true }) page?: string;
  @Decimal({ max: 1 }) x: number;
  @Decimal({ max: 1 }) y: number;
  @Decimal({ min: 0.005, max: 1 }) width: number;
  @Decimal({ min: 0.005, max: 1 }) height: number;
}
export class PlacedPictureDto {
  @Text() digest: string;
  /** Pixels. */
  @Whole() width: number;
  @Whole() height: number;
}
export class UploadDto {
  @Id() id: string;
  @Text() name: string;
  @Choice(UPLOAD_KINDS) kind: UploadEntity['kind'];
  @Choice(['converting', 'ready', 'failed']) state: UploadEntity['state'];
  @Whole() pages: number;
  /** Whether the file brings speaker notes, which become cues. */
  @Flag() hasNotes: boolean;
  @Text() failure: string;
}

export class PageClipDto {
  @Text() clip: string;
  @Whole() lengthMs: number;
  /** Whether there is more to it than sound. */
  @Flag() moving: boolean;
}
export class PageDto {
  @Id() id: string;
  @Choice(PAGE_KINDS) kind: PageKind;
  @Free({ nullable: true }) backdrop: object | null;
  @ApiProperty({ type: 'array', items: { type: 'object', additionalProperties: true } }) things: object[];
  @Whole() height: number;
  @Text({ nullable: true }) picture: string | null;
  @Text({ nullable: true }) smallPicture: string | null;
  @Part(() => PageClipDto, { nullable: true }) clip: PageClipDto | null;
  @Text() cues: string;
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
  /** Since when only its maker sees it; null when it is open to those it was given to. */
  @When({ nullable: true }) withdrawnAt: string | null;
}
export class LessonRowDto {
  @Id() id: string;
  @Choice(LESSON_KINDS) kind: LessonKind;
  @Text() title: string;
  @Id({ nullable: true }) unitId: string | null;
  @Choice(SAVED_AS, { nullable: true }) savedAs: SavedAs | null;
  @When() updatedAt: string;
  @Whole() pages: number;
  /** Length of the programme in microseconds. */
  @Whole() length: number;
  /** Address of the picture that stands for it, if there is one. */
  @Text({ max: 1000, nullable: true }) coverAddress: string | null;
  @Flag() recorded: boolean;
}

export function pageDto(page: PageEntity): PageDto {
  const { id, kind, backdrop, things, height, picture, smallPicture, clip, cues } = page;
  return { id, kind, backdrop, things: [...things], height, picture, smallPicture, clip, cues };
}

interface Around {
  readonly edits: EditList;
  readonly last: Edit | null;
  readonly pages: readonly PageEntity[];
  readonly borrowed: readonly PageEntity[];
  readonly importing: JobDto | null;
  readonly media: MediaDto;
}

export function historyDto({ undoable, redoable }: LessonEntity, last: Edit | null): HistoryDto {
  return { last: last && headOf(last), undoable, redoable };
}

export function lessonDto(lesson: LessonEntity, { edits, last, pages, borrowed, importing, media }: Around): LessonDto {
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
    importing,
    media,
    withdrawnAt: lesson.withdrawnAt?.toISOString() ?? null,
  };
}

export function uploadDto({ id, name, kind, state, pages, notes, failure }: UploadEntity): UploadDto {
  return { id, name, kind, state, pages, hasNotes: notes.some((text) => text !== ''), failure };
}
