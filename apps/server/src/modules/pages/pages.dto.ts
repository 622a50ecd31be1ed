import { ApiProperty } from '@nestjs/swagger';
import { ArrayMaxSize, IsArray, IsOptional } from 'class-validator';
import { Choice, Flag, Free, Id, Part, Text, Texts, Whole } from '../../platform/http/index.ts';
import { PAGE_KINDS, type PageEntity, type PageKind } from './page.entity.ts';

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
  /** What they were when they were changed: what somebody else wrote since stays. Left out, these are all there is. */
  @Text({ max: 24_000, optional: true }) base?: string;
}
export class CuesNowDto {
  @Text() cues: string;
}
export class BackdropDto {
  @Free() backdrop: object;
  /** What it was when it was changed; refused when somebody else changed it since. */
  @Free({ optional: true }) base?: object;
}
export class ThingsDto {
  /** docs/formats/page.md */
  @IsArray()
  @ArrayMaxSize(301)
  @ApiProperty({ type: 'array', items: { type: 'object', additionalProperties: true } })
  things: object[];
  /** What was there when they were changed: what somebody else did since stays. Left out, these are all there are. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(301)
  @ApiProperty({ type: 'array', required: false, items: { type: 'object', additionalProperties: true } })
  base?: object[];
}
export class CopyPagesDto {
  @Id() from: string;
  /** Which of its pages; all when left out. */
  @Texts({ optional: true }) pages?: string[];
  @Flag({ optional: true }) atFront?: boolean;
}
export class PageClipDto {
  @Text() clip: string;
  @Whole() lengthMs: number;
  /** Whether there is more to it than sound. */
  @Flag() moving: boolean;
}
export class WholeFileDto {
  /** Where it lies, as its address among the others says. */
  @Text() key: string;
  @Text() name: string;
  @Whole() bytes: number;
}
/** A page to be shown to others than its maker: without cues. */
export class ShownPageDto {
  @Id() id: string;
  @Choice(PAGE_KINDS) kind: PageKind;
  @Free({ nullable: true }) backdrop: object | null;
  @ApiProperty({ type: 'array', items: { type: 'object', additionalProperties: true } }) things: object[];
  @Whole() height: number;
  @Text({ nullable: true }) picture: string | null;
  @Text({ nullable: true }) smallPicture: string | null;
  @Part(() => PageClipDto, { nullable: true }) clip: PageClipDto | null;
  /** A file that cannot be shown: this page stands for it. */
  @Part(() => WholeFileDto, { nullable: true }) whole: WholeFileDto | null;
}
export class PageDto extends ShownPageDto {
  @Text() cues: string;
}
export class PageNowDto {
  @Part(() => PageDto) page: PageDto;
  /** How many of the things that were sent stand beside another's, because both were changed. */
  @Whole() beside: number;
}
export function shownPage(page: PageEntity): ShownPageDto {
  const { id, kind, backdrop, things, height, picture, smallPicture, clip, whole } = page;
  return { id, kind, backdrop, things: [...things], height, picture, smallPicture, clip, whole };
}
export const pageDto = (page: PageEntity): PageDto => ({ ...shownPage(page), cues: page.cues });
