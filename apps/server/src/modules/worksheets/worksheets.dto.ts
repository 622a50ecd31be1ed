import { MOST_SHEET_PAGES } from '@oakbell/core/worksheets';
import { Free, Id, Ids, Part, Parts, Whole } from '../../platform/http/index.ts';
import { jobDto, JobDto } from '../../platform/jobs/index.ts';
import { MediaDto } from '../access/index.ts';
import { ShownPageDto, shownPage } from '../pages/index.ts';
import type { ShownWorksheet } from './worksheets.service.ts';

export class WorksheetFromLessonDto {
  @Id() lessonId: string;
  /** Which of its pages: slides and boards. */
  @Ids({ most: 200 }) pageIds: string[];
}
export class WorksheetOfBoardsDto {
  /** docs/formats/page.md */
  @Free() backdrop: object;
  @Whole({ min: 1, max: MOST_SHEET_PAGES }) count: number;
}
export class WorksheetDto {
  @Id() id: string;
  @Parts(() => ShownPageDto) pages: ShownPageDto[];
  @Part(() => MediaDto) media: MediaDto;
  /** While its pages are being drawn, or where that failed. */
  @Part(() => JobDto, { nullable: true }) importing: JobDto | null;
}

export const worksheetDto = ({ id, pages, importing }: ShownWorksheet, media: MediaDto): WorksheetDto => ({
  ...{ id, media, pages: pages.map(shownPage) },
  importing: importing ? jobDto(importing) : null,
});
