import { MOST_PART_LETTERS, MOST_SHEET_LETTERS } from '@oakbell/core/worksheets';
import { Flag, Id, Part, Parts, Text, Texts, When, Whole } from '../../platform/http/index.ts';
import { JobDto } from '../../platform/jobs/index.ts';
import { MediaDto } from '../access/index.ts';
import { ShownPageDto } from '../pages/index.ts';

export class SheetPartDto {
  /** The opening of the sheet that sends it. */
  @Id() visit: string;
  /** Its number there, from 0. Sent again it is kept once. */
  @Whole({ max: 10_000_000 }) number: number;
  /** Lines of events: docs/formats/worksheet.md */
  @Text({ min: 1, max: MOST_PART_LETTERS }) events: string;
}
export class SheetSavedDto {
  @When() savedAt: string;
}
export class SheetPictureDto {
  @Text() digest: string;
  @Whole() width: number;
  @Whole() height: number;
  /** Its address, for as long as those of the sheet. */
  @Part(() => MediaDto) media: MediaDto;
}
export class SheetDto {
  @Id() assignmentId: string;
  @Text() title: string;
  @Parts(() => ShownPageDto) pages: ShownPageDto[];
  @Part(() => MediaDto) media: MediaDto;
  /** While the pages are being drawn, or where that failed. */
  @Part(() => JobDto, { nullable: true }) importing: JobDto | null;
  /** Lines of all that was written, in the order in which it arrived. */
  @Text({ max: MOST_SHEET_LETTERS }) log: string;
  /** The digests of pictures that were brought to it. */
  @Texts() pictures: string[];
  @When({ nullable: true }) savedAt: string | null;
  /** Whether it can be written on now; `why` says why not. */
  @Flag() mayWrite: boolean;
  @Text({ nullable: true, max: 400 }) why: string | null;
  @When({ nullable: true }) handedInAt: string | null;
}
export class BegunSheetDto {
  @Id() learnerId: string;
  @Text() learnerName: string;
  @When() begunAt: string;
  @When() changedAt: string;
  @Flag() handedIn: boolean;
}
export class LookedOnSheetDto extends SheetDto {
  @Text() learnerName: string;
}
