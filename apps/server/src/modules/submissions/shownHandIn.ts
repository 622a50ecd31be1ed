import { LONGEST_REMOVAL, NOTHING_AGREED } from '@oakbell/core/marking';
import { Injectable } from '@nestjs/common';
import { Choice, Flag, Id, Part, Parts, Text, Texts, When, Whole } from '../../platform/http/index.ts';
import { jobDto, JobDto, JobsService } from '../../platform/jobs/index.ts';
import { MediaDto, MediaService, type Viewer } from '../access/index.ts';
import { DueDates, type Assignment } from '../assignments/index.ts';
import { EditionsService } from '../editions/index.ts';
import { IMPORT } from '../imports/index.ts';
import { LessonsService } from '../lessons/index.ts';
import { filesOn, PagesService, ShownPageDto, shownPage } from '../pages/index.ts';
import { PeopleService } from '../people/index.ts';
import { TakesService } from '../takes/index.ts';
import { AgreedDto } from './agreed.dto.ts';
import type { HandedVersionEntity } from './handedVersion.entity.ts';
import { HandedVersions } from './handedVersions.service.ts';
import { KINDS, makersOf, namesOf, STATES, type Submission } from './submission.entity.ts';
import { isLate, LONGEST_TEXT, mayReplace } from './submissions.rules.ts';
import { WrittenWorks } from './writtenWork.service.ts';

/** A file as it arrived. */
export class ArrivedFileDto {
  @Text() name: string;
  /** How large it was; null where nobody knows any more. */
  @Whole({ nullable: true }) bytes: number | null;
}
/** What arrived at one time. */
export class ReceiptDto {
  /** 1 for the first time. */
  @Whole() number: number;
  @When() handedInAt: string;
  @Flag() late: boolean;
  @Choice(KINDS) kind: Submission['kind'];
  @Parts(() => ArrivedFileDto) files: ArrivedFileDto[];
  /** Letters of what was typed. */
  @Whole() letters: number;
}

export class HandInDto {
  @Id() id: string;
  @Choice(STATES) state: Submission['state'];
  @Choice(KINDS) kind: Submission['kind'];
  @Texts() fileNames: string[];
  @Text({ max: LONGEST_TEXT }) text: string;
  @When() handedInAt: string;
  @Flag() late: boolean;
  /** What was spoken, to be heard again; null while it is being made and for everything else. */
  @Id({ nullable: true }) answerEditionId: string | null;
  @Whole() times: number;
  @Flag() mayReplace: boolean;
  /** Whether its class sees it now. */
  @Flag() shown: boolean;
  /** What one lets one's class see of one; null where answers are for teachers alone. */
  @Part(() => AgreedDto, { nullable: true }) agreed: AgreedDto | null;
  /** Who made it together; one's own name where nobody else did. */
  @Text() makers: string;
  /** Its sheets: what teachers note on them is theirs. */
  @Parts(() => ShownPageDto) pages: ShownPageDto[];
  @Part(() => MediaDto) media: MediaDto;
  @Part(() => JobDto, { nullable: true }) importing: JobDto | null;
  /** What arrived each time, the newest first. */
  @Parts(() => ReceiptDto) receipts: ReceiptDto[];
  /** Why a teacher removed it; null where nobody has. */
  @Text({ nullable: true, max: LONGEST_REMOVAL }) removedReason: string | null;
}

/** @param due the moments by which its makers were to hand it in */
export const receiptOf = (version: HandedVersionEntity, due: readonly Date[]): ReceiptDto => ({
  number: version.number,
  handedInAt: version.handedInAt.toISOString(),
  late: isLate(version.handedInAt, due),
  kind: version.kind,
  files: version.fileNames.map((name, i) => ({ name, bytes: version.fileBytes[i] ?? null })),
  letters: version.text.length,
});

/** A hand-in as its learner sees it. */
@Injectable()
export class ShownHandIn {
  constructor(
    private readonly pages: PagesService,
    private readonly editions: EditionsService,
    private readonly lessons: LessonsService,
    private readonly takes: TakesService,
    private readonly jobs: JobsService,
    private readonly media: MediaService,
    private readonly dueDates: DueDates,
    private readonly written: WrittenWorks,
    private readonly versions: HandedVersions,
    private readonly people: PeopleService,
  ) {}

  /** The pages of a hand-in and its feedback lesson, as their learner may see them, and where their pictures lie for whoever asks. */
  async pagesFor(
    viewer: Viewer,
    {
      id,
      lessonId,
      worksheetId,
    }: { readonly id: string; readonly lessonId: string | null; readonly worksheetId: string | null },
  ): Promise<{ readonly pages: ShownPageDto[]; readonly media: MediaDto }> {
    const pages = await this.written.ownOf(lessonId === null ? [] : await this.pages.pagesOf(lessonId), worksheetId);
    return { pages: pages.map(shownPage), media: await this.media.give(viewer, [`hand-in:${id}`], filesOn(pages)) };
  }

  async dto(viewer: Viewer, assignment: Assignment, submission: Submission): Promise<HandInDto> {
    const lesson = await this.lessons.forSubmission(submission.id);
    const takes = lesson ? await this.takes.ofLesson(lesson.id) : [];
    const newest = lesson && (await this.jobs.newestFor(lesson.id, [IMPORT]));
    const makers = makersOf(submission);
    const dueFor = await this.dueDates.of(makers);
    const due = makers.map((maker) => dueFor(maker, assignment));
    const { id, state, kind, fileNames, text, answerId, handedInAt, times } = submission;
    return {
      id,
      state,
      kind,
      fileNames: [...fileNames],
      text,
      handedInAt: handedInAt.toISOString(),
      late: isLate(handedInAt, due),
      answerEditionId: answerId ? ((await this.editions.newestReady(answerId))?.id ?? null) : null,
      times,
      mayReplace: mayReplace(submission, takes.length),
      shown: assignment.answersSeen === 'class' && submission.approvedAt !== null,
      agreed: assignment.answersSeen === 'class' ? (submission.agreed?.[viewer.id] ?? NOTHING_AGREED) : null,
      makers: namesOf(submission, await this.people.byIds(makers)),
      ...(await this.pagesFor(viewer, { id, lessonId: lesson?.id ?? null, worksheetId: assignment.worksheetId })),
      importing: newest ? jobDto(newest) : null,
      removedReason: submission.removedReason,
      receipts: (await this.versions.of(id)).map((one) => receiptOf(one, due)),
    };
  }
}
