import { LONGEST_SHOWN_NAME } from '@oakbell/core/marking';
import { Body, Controller, Delete, Get, HttpCode, Param, ParseUUIDPipe, Put } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Choice, Flag, Id, notFound, Part, Parts, Text, When, Whole } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { MediaDto, MediaService, May } from '../access/index.ts';
import { AssignmentHeads, AssignmentsService } from '../assignments/index.ts';
import { EditionsService } from '../editions/index.ts';
import { LessonsService } from '../lessons/index.ts';
import { filesOn, PagesService, ShownPageDto, shownPage } from '../pages/index.ts';
import { PeopleService } from '../people/index.ts';
import { Approvals } from './approvals.service.ts';
import { repliesFor, ReplyDto } from './replies.controller.ts';
import { Replies } from './replies.service.ts';
import { KINDS, makersOf, namesOf, type Submission } from './submission.entity.ts';
import { LONGEST_TEXT } from './submissions.rules.ts';
import { SubmissionsService } from './submissions.service.ts';
import { WrittenWorks } from './writtenWork.service.ts';

export class ApprovalDto {
  /** Whether the class is told whose it is. */
  @Flag() named: boolean;
  /** The name that it is told instead, where it is not told whose it is. */
  @Text({ max: LONGEST_SHOWN_NAME, optional: true }) shownAs?: string;
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
  /** What was spoken; null for everything else. */
  @Id({ nullable: true }) editionId: string | null;
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
    @Body() { named, shownAs = '', times }: ApprovalDto,
  ): Promise<void> {
    await this.approvals.approve(id, { named, shownAs: shownAs.trim() || null, times });
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
    const lesson = await this.lessons.forSubmission(id);
    const all = lesson ? await this.pages.pagesOf(lesson.id) : [];
    const pages = submission.kind === 'spoken' ? [] : await this.written.ownOf(all, assignment.worksheetId);
    const { answerId } = submission;
    return {
      ...row,
      assignmentId: assignment.id,
      title: (await this.heads.titlesOf([assignment])).get(assignment.id) ?? '',
      text: submission.text,
      editionId: answerId === null ? null : ((await this.editions.newestReady(answerId))?.id ?? null),
      pages: pages.map(shownPage),
      media: await this.media.give(person, [`answer:${id}`], filesOn(pages)),
      replies: await this.#replies(person, submission),
    };
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
      if (approvedAt === null) return [];
      const own = makersOf(one).includes(personId);
      const name = named || own ? namesOf(one, people) : shownAs;
      return [{ id, name, own, kind, approvedAt: approvedAt.toISOString() }];
    });
  }
}
