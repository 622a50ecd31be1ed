import { LONGEST_SHOWN_NAME } from '@oakbell/core/marking';
import { editionKey } from '@oakbell/core/media';
import { Body, Controller, Delete, Get, HttpCode, Param, ParseUUIDPipe, Put } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Choice, Flag, Id, notFound, Part, Parts, Text, When, Whole } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { MediaDto, MediaService, May } from '../access/index.ts';
import { AssignmentHeads, AssignmentsService } from '../assignments/index.ts';
import { EditionsService } from '../editions/index.ts';
import { LessonsService } from '../lessons/index.ts';
import { filesOn, PagesService, ShownPageDto, shownPage, type PageEntity } from '../pages/index.ts';
import { PeopleService } from '../people/index.ts';
import { Approvals } from './approvals.service.ts';
import { repliesFor, ReplyDto } from './replies.controller.ts';
import { Replies } from './replies.service.ts';
import { showsNothing, shownParts } from './shownParts.ts';
import { agreedFor, KINDS, makersOf, namesOf, type Submission } from './submission.entity.ts';
import { LONGEST_TEXT } from './submissions.rules.ts';
import { SubmissionsService } from './submissions.service.ts';
import { WrittenWorks } from './writtenWork.service.ts';

export class ApprovalDto {
  /** Whether the class is told whose it is. */
  @Flag() named: boolean;
  /** The name that it is told instead, where it is not told whose it is. */
  @Text({ max: LONGEST_SHOWN_NAME, optional: true }) shownAs?: string;
  /** Whether nothing on its pages is written by hand. */
  @Flag({ optional: true }) typed?: boolean;
  /** The hand-in that the yes is for, as the desk told it. */
  @Whole({ min: 1, max: 100_000 }) times: number;
}
export class ClassAnswerRowDto {
  @Id() id: string;
  /** Whose it is, or the name that the class is told instead; null where it is told none. */
  @Text({ nullable: true }) name: string | null;
  @Flag() own: boolean;
  @Choice(KINDS) kind: Submission['kind'];
  @When() approvedAt: string;
}
export class ClassAnswerDto extends ClassAnswerRowDto {
  @Id() assignmentId: string;
  @Text() title: string;
  /** What was typed; empty for everything else. */
  @Text({ max: LONGEST_TEXT }) text: string;
  /** What was spoken; null for everything else, and where a part of it is left out. */
  @Id({ nullable: true }) editionId: string | null;
  /** Where the sound of what was spoken lies, where that alone is heard; null for everything else. */
  @Text({ nullable: true }) sound: string | null;
  /** Whether something is left out, as its makers wish. */
  @Flag() leftOut: boolean;
  /** Its pages as they were handed in: nothing of what teachers put on them. */
  @Parts(() => ShownPageDto) pages: ShownPageDto[];
  @Part(() => MediaDto) media: MediaDto;
  /** What the class sees of what was said to it, and one's own that waits. */
  @Parts(() => ReplyDto) replies: ReplyDto[];
}

/** Answers that a class sees, each after a teacher's yes. */
@ApiTags('submissions')
@Controller('api')
export class ClassAnswersController {
  constructor(
    private readonly approvals: Approvals,
    private readonly replies: Replies,
    private readonly submissions: SubmissionsService,
    private readonly assignments: AssignmentsService,
    private readonly heads: AssignmentHeads,
    private readonly people: PeopleService,
    private readonly lessons: LessonsService,
    private readonly editions: EditionsService,
    private readonly pages: PagesService,
    private readonly written: WrittenWorks,
    private readonly media: MediaService,
  ) {}

  @Put('marking/hand-ins/:id/approval')
  @HttpCode(204)
  @For('teacher')
  @May('mark', 'submission')
  @ApiNoContentResponse()
  async approve(
    @By() _: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { named, shownAs = '', typed = false, times }: ApprovalDto,
  ): Promise<void> {
    await this.approvals.approve(id, { named, shownAs: shownAs.trim() || null, typed, times });
  }

  @Delete('marking/hand-ins/:id/approval')
  @HttpCode(204)
  @For('teacher')
  @May('mark', 'submission')
  @ApiNoContentResponse()
  async withdraw(@By() _: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<void> {
    await this.approvals.withdraw(id);
  }

  @Get('assignments/:id/answers')
  @For('learner')
  @May('learn', 'assignment')
  @ApiOkResponse({ type: [ClassAnswerRowDto] })
  async list(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<ClassAnswerRowDto[]> {
    if ((await this.assignments.get(id)).answersSeen !== 'class') return [];
    return this.#rows(person, await this.approvals.of(id));
  }

  @Get('answers/:id')
  @For('learner')
  @May('look-at', 'submission')
  @ApiOkResponse({ type: ClassAnswerDto })
  async one(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<ClassAnswerDto> {
    const submission = await this.submissions.one(id);
    const [row] = submission ? await this.#rows(person, [submission]) : [];
    if (!submission || !row) throw notFound('answer');
    const assignment = await this.assignments.get(submission.assignmentId);
    const { answerId } = submission;
    const { pages, plays, leftOut } = shownParts(submission, await this.#pagesOf(submission, assignment.worksheetId));
    const spoken = answerId !== null && plays !== 'nothing' ? await this.editions.newestReady(answerId) : null;
    const sound = spoken && plays === 'sound' ? editionKey(spoken.id, 'voice.webm') : null;
    return {
      ...row,
      assignmentId: assignment.id,
      title: (await this.heads.titlesOf([assignment])).get(assignment.id) ?? '',
      text: submission.text,
      editionId: spoken && plays === 'edition' ? spoken.id : null,
      ...{ sound, leftOut },
      pages: pages.map(shownPage),
      media: await this.media.give(person, [`answer:${id}`], [...filesOn(pages), ...(sound ? [sound] : [])]),
      replies: await this.#replies(person, submission),
    };
  }

  /** The pages of a hand-in as its makers see them; a spoken answer has them in its edition. */
  async #pagesOf({ id, kind }: Submission, worksheetId: string | null): Promise<readonly PageEntity[]> {
    if (kind === 'spoken') return [];
    const lesson = await this.lessons.forSubmission(id);
    return this.written.ownOf(lesson ? await this.pages.pagesOf(lesson.id) : [], worksheetId);
  }

  async #replies({ id: personId }: SignedIn, submission: Submission): Promise<ReplyDto[]> {
    const all = await this.replies.of(submission);
    const seen = all.filter(({ approvedAt, byId }) => approvedAt !== null || byId === personId);
    return repliesFor(personId, seen, await this.people.byIds(seen.map(({ byId }) => byId)));
  }

  /** Those that stand before the class, as a learner of it sees them. */
  async #rows({ id: personId }: SignedIn, all: readonly Submission[]): Promise<ClassAnswerRowDto[]> {
    const people = await this.people.byIds(all.flatMap(makersOf));
    return all.flatMap((one) => {
      const { id, kind, approvedAt, named, shownAs } = one;
      // What its makers no longer agree to is gone at once.
      if (approvedAt === null || showsNothing(one)) return [];
      const own = makersOf(one).includes(personId);
      const name = (named && agreedFor(one).name) || own ? namesOf(one, people) : shownAs;
      return [{ id, name, own, kind, approvedAt: approvedAt.toISOString() }];
    });
  }
}
