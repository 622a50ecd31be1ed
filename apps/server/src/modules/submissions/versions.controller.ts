import { Controller, Get, Param, ParseIntPipe, ParseUUIDPipe } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { present } from '@oakbell/core/present';
import { Id, notFound, Part, Parts, Text } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May, MediaDto, MediaService } from '../access/index.ts';
import { AssignmentsService, DueDates } from '../assignments/index.ts';
import { EditionsService } from '../editions/index.ts';
import { filesOn, PagesService, ShownPageDto, shownPage } from '../pages/index.ts';
import { HandedVersions } from './handedVersions.service.ts';
import { ReceiptDto, receiptOf } from './shownHandIn.ts';
import { makersOf } from './submission.entity.ts';
import { LONGEST_TEXT } from './submissions.rules.ts';
import { SubmissionsService } from './submissions.service.ts';

/** What was handed in at one time, whole. */
export class HandedVersionDto extends ReceiptDto {
  @Text({ max: LONGEST_TEXT }) text: string;
  /** What was spoken; null while it is being made, and for everything else. */
  @Id({ nullable: true }) editionId: string | null;
  @Parts(() => ShownPageDto) pages: ShownPageDto[];
  @Part(() => MediaDto) media: MediaDto;
}

/** What was handed in before it was replaced, for whoever marks it. */
@ApiTags('submissions')
@Controller('api/marking/hand-ins/:id/versions')
export class VersionsController {
  constructor(
    private readonly submissions: SubmissionsService,
    private readonly versions: HandedVersions,
    private readonly assignments: AssignmentsService,
    private readonly dueDates: DueDates,
    private readonly editions: EditionsService,
    private readonly pages: PagesService,
    private readonly media: MediaService,
  ) {}

  /** Each time it was handed in, the newest first. */
  @Get()
  @For('teacher')
  @May('mark', 'submission')
  @ApiOkResponse({ type: [ReceiptDto] })
  async all(@Param('id', ParseUUIDPipe) id: string): Promise<ReceiptDto[]> {
    const due = await this.#dueOf(id);
    return (await this.versions.of(id)).map((one) => receiptOf(one, due));
  }

  @Get(':number')
  @For('teacher')
  @May('mark', 'submission')
  @ApiOkResponse({ type: HandedVersionDto })
  async one(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('number', ParseIntPipe) number: number,
  ): Promise<HandedVersionDto> {
    const version = await this.versions.one(id, number);
    if (!version) throw notFound('version');
    const pages = await this.pages.pagesOf(version.lessonId);
    return {
      ...receiptOf(version, await this.#dueOf(id)),
      text: version.text,
      editionId: version.editionId && (await this.editions.isReady(version.editionId)) ? version.editionId : null,
      pages: pages.map(shownPage),
      media: await this.media.give(person, [`hand-in:${id}`], filesOn(pages)),
    };
  }

  async #dueOf(id: string): Promise<readonly Date[]> {
    const submission = present(await this.submissions.one(id));
    const makers = makersOf(submission);
    const [assignment, dueFor] = [await this.assignments.get(submission.assignmentId), await this.dueDates.of(makers)];
    return makers.map((maker) => dueFor(maker, assignment));
  }
}
