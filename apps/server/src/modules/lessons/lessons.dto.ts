import { Choice, Flag, Free, Id, Parts, Text, Texts, When, Whole, Part } from '../../platform/http/index.ts';
import { JobDto } from '../../platform/jobs/index.ts';
import type { LessonEntity, LessonKind, PageEntity } from './lesson.entity.ts';

export class NewLessonDto {
  @Choice(['slides', 'worked']) kind: 'slides' | 'worked';
  @Text({ min: 1, max: 160 }) title: string;
  /** Boards to begin with: a worked solution has at least one. */
  @Whole({ max: 20, optional: true }) boards?: number;
}
export class LessonTitleDto {
  @Text({ min: 1, max: 160 }) title: string;
}
export class EditsDto {
  /** The revision the change began from. */
  @Whole() revision: number;
  @Free() edits: object;
  @Free() history: object;
}
export class NewBoardDto {
  @Choice(['blank', 'squared']) backdrop: 'blank' | 'squared';
  /** The page after which it goes; at the end when left out. */
  @Id({ optional: true }) after?: string;
}
export class PageOrderDto {
  @Texts() pages: string[];
}
export class CuesDto {
  @Text({ max: 4000 }) cues: string;
}

export class PageDto {
  @Id() id: string;
  @Choice(['slide', 'board', 'document']) kind: 'slide' | 'board' | 'document';
  @Choice(['blank', 'squared'], { nullable: true }) backdrop: 'blank' | 'squared' | null;
  @Whole() height: number;
  @Text({ nullable: true }) picture: string | null;
  @Text({ nullable: true }) smallPicture: string | null;
  @Text() cues: string;
}
export class LessonDto {
  @Id() id: string;
  @Choice(['slides', 'worked', 'feedback']) kind: LessonKind;
  @Text() title: string;
  @Id({ nullable: true }) submissionId: string | null;
  @Whole() revision: number;
  @Free() edits: object;
  @Free() history: object;
  @When() updatedAt: string;
  @Parts(() => PageDto) pages: PageDto[];
  @Part(() => JobDto, { nullable: true }) importing: JobDto | null;
}
export class LessonRowDto {
  @Id() id: string;
  @Choice(['slides', 'worked', 'feedback']) kind: LessonKind;
  @Text() title: string;
  @When() updatedAt: string;
  @Whole() pages: number;
  /** Length of the programme in microseconds. */
  @Whole() length: number;
  /** Picture of the first page, if it has one. */
  @Text({ nullable: true }) cover: string | null;
  @Flag() recorded: boolean;
}

export function pageDto(page: PageEntity): PageDto {
  const { id, kind, backdrop, height, picture, smallPicture, cues } = page;
  return { id, kind, backdrop, height, picture, smallPicture, cues };
}

export function lessonDto(lesson: LessonEntity, pages: readonly PageEntity[], importing: JobDto | null): LessonDto {
  const { id, kind, title, submissionId, revision, edits, history, updatedAt } = lesson;
  return {
    id,
    kind,
    title,
    submissionId,
    revision,
    edits,
    history,
    updatedAt: updatedAt.toISOString(),
    pages: pages.map(pageDto),
    importing,
  };
}
