import { linksIn } from '@oakbell/core/marking';
import { present } from '@oakbell/core/present';
import { Body, Controller, Delete, Get, HttpCode, Param, ParseUUIDPipe, Post, Put } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Once, OnceIfKeyed } from '../../platform/acts/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May, type Viewer } from '../access/index.ts';
import { AssignmentHeads, AssignmentsService, DueDates, type Assignment } from '../assignments/index.ts';
import { EditionsService } from '../editions/index.ts';
import { FeedbackWords } from '../feedback/index.ts';
import { LessonsService } from '../lessons/index.ts';
import { PagesService } from '../pages/index.ts';
import { PeopleService } from '../people/index.ts';
import {
  agreedFor,
  isLate,
  makersOf,
  namesOf,
  Replies,
  ShownHandIn,
  SubmissionsService,
  type Submission,
} from '../submissions/index.ts';
import { WorksheetsService } from '../worksheets/index.ts';
import { RubricsService, versionDto } from '../rubrics/index.ts';
import { FeedbackDto, MarkingDeskDto, MarkingPileDto, type QueueRowDto, type WrittenBackDto } from './desk.dto.ts';
import { DeskRubrics } from './deskRubrics.service.ts';
import { MarkInk } from './markInk.service.ts';
import { SecondMarks } from './secondMarks.service.ts';
import { HandBackRounds } from './handBackRounds.service.ts';
import { FURTHEST_BACK_MS } from './marking.rules.ts';
import { MarkingService, marksFor } from './marking.service.ts';
import {
  BackTogetherDto,
  GivenMarksDto,
  MarkInkDto,
  markingDto,
  ReadyMarksDto,
  SavedMarksDto,
  SetBackDto,
} from './marks.dto.ts';

@ApiTags('marking')
@Controller('api')
export class MarkingController {
  constructor(
    private readonly marking: MarkingService,
    private readonly rounds: HandBackRounds,
    private readonly words: FeedbackWords,
    private readonly ink: MarkInk,
    private readonly shown: ShownHandIn,
    private readonly rubrics: RubricsService,
    private readonly deskRubrics: DeskRubrics,
    private readonly second: SecondMarks,
    private readonly assignments: AssignmentsService,
    private readonly dueDates: DueDates,
    private readonly heads: AssignmentHeads,
    private readonly editions: EditionsService,
    private readonly lessons: LessonsService,
    private readonly pages: PagesService,
    private readonly people: PeopleService,
    private readonly submissions: SubmissionsService,
    private readonly replies: Replies,
    private readonly worksheets: WorksheetsService,
  ) {}

  @Get('marking')
  @For('teacher')
  @ApiOkResponse({ type: [MarkingPileDto] })
  async piles(@By() person: SignedIn): Promise<MarkingPileDto[]> {
    const assignments = (await this.assignments.forTeacher(person.id)).filter((one) => one.handIn);
    const submissions = await this.submissions.standingOf(assignments.map((one) => one.id));
    const heads = await this.heads.of(assignments);
    const begun = await this.worksheets.begunFor(assignments.map((one) => one.id));
    return assignments.map((assignment) => {
      const own = submissions.filter((one) => one.assignmentId === assignment.id);
      const waiting = own.filter((one) => one.state === 'handed-in').length;
      return {
        ...present(heads.get(assignment.id)),
        dueAt: assignment.dueAt.toISOString(),
        waiting,
        handedBack: own.length - waiting,
        writing: (begun.get(assignment.id) ?? []).filter(
          ({ learnerId }) => !own.some((one) => makersOf(one).includes(learnerId)),
        ).length,
      };
    });
  }

  @Get('marking/:id')
  @For('teacher')
  @May('teach', 'assignment')
  @ApiOkResponse({ type: MarkingDeskDto })
  async desk(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<MarkingDeskDto> {
    const assignment = await this.assignments.get(id);
    const submissions = await this.submissions.ofAssignments([id]);
    const learnerIds = submissions.flatMap(makersOf);
    const people = await this.people.byIds(learnerIds);
    const dueFor = await this.dueDates.of(learnerIds);
    const marks = await this.marking.marksOf(submissions.map((one) => one.id));
    const feedback = await this.lessons.forSubmissions(submissions.map((one) => one.id));
    const heard = await this.marking.heard(submissions, marks, feedback);
    const answers = await this.editions.newestReadyOf(submissions.flatMap((one) => one.answerId ?? []));
    const drawn = await this.pages.shownOf([...feedback.values()].map((lesson) => lesson.id));
    const replies = await this.replies.waitingOf(id);
    const captioned = await this.marking.needingCaptions(submissions);
    const said = await this.words.waitingOf(submissions.map((one) => one.id));
    const sealed = await this.second.sealedFor(person.id, id, submissions);
    const queue = submissions.map((submission): QueueRowDto => {
      const isSealed = sealed.has(submission.id);
      const last = isSealed ? undefined : marks.get(submission.id);
      const mark = marksFor(submission, last);
      const { share = null, at = null } = heard.get(submission.id) ?? {};
      return {
        submissionId: submission.id,
        learnerId: submission.learnerId,
        makers: makersOf(submission).map((maker) => ({ id: maker, name: people.get(maker)?.name ?? '' })),
        learnerName: namesOf(submission, people),
        state: submission.state,
        removedReason: submission.removedReason,
        removedAt: submission.removedAt?.toISOString() ?? null,
        handedInAt: submission.handedInAt.toISOString(),
        late: isLate(
          submission.handedInAt,
          makersOf(submission).map((maker) => dueFor(maker, assignment)),
        ),
        kind: submission.kind,
        answerEditionId: answers.get(submission.answerId ?? '')?.id ?? null,
        feedbackLessonId: feedback.get(submission.id)?.id ?? null,
        links: [...linksIn(submission.text)],
        firstPicture: drawn.get(feedback.get(submission.id)?.id ?? '')?.whole ?? null,
        ...markingDto(mark),
        sealed: isSealed,
        times: submission.times,
        revision: last?.revision ?? 0,
        earlier: last && !mark ? markingDto(last) : null,
        readyAt: mark?.readyAt?.toISOString() ?? null,
        backAt: mark?.backAt?.toISOString() ?? null,
        correctedAt: mark?.correctedAt?.toISOString() ?? null,
        handedBackAt: mark?.handedBackAt?.toISOString() ?? null,
        openedAt: mark?.openedAt?.toISOString() ?? null,
        heardShare: share,
        heardAt: at?.toISOString() ?? null,
        approvedAt: submission.approvedAt?.toISOString() ?? null,
        named: submission.named,
        shownAs: submission.shownAs,
        agreed: agreedFor(submission),
        replies: replies.get(submission.id) ?? 0,
        words: said.get(submission.id)?.words ?? 0,
        again: said.get(submission.id)?.again ?? false,
        needsCaptions: captioned.has(submission.id),
      };
    });
    const { points, makers, worksheetId, answersSeen } = assignment;
    const used = [...marks.values()].flatMap((one) => one.rubricVersionId ?? []);
    const head = present((await this.heads.of([assignment])).get(id));
    return {
      ...head,
      points,
      makers,
      worksheet: worksheetId !== null,
      answersSeen,
      queue,
      ...(await this.deskRubrics.of(assignment, used)),
    };
  }

  @Put('marking/hand-ins/:id')
  @OnceIfKeyed()
  @For('teacher')
  @May('mark', 'submission')
  @ApiOkResponse({ type: SavedMarksDto })
  async save(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: GivenMarksDto,
  ): Promise<SavedMarksDto> {
    return { revision: await this.marking.save(person, id, body) };
  }

  @Put('marking/hand-ins/:id/correction')
  @OnceIfKeyed()
  @For('teacher')
  @May('mark', 'submission')
  @ApiOkResponse({ type: SavedMarksDto })
  async correct(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: GivenMarksDto,
  ): Promise<SavedMarksDto> {
    return { revision: await this.marking.correct(person, id, body) };
  }

  @Post('marking/hand-ins/:id/hand-back')
  @Once()
  @HttpCode(204)
  @For('teacher')
  @May('mark', 'submission')
  @ApiNoContentResponse()
  async handBack(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: GivenMarksDto,
  ): Promise<void> {
    await this.marking.handBack(person, id, body);
  }

  /** Takes back what was handed back within the last minute. */
  @Delete('marking/hand-ins/:id/hand-back')
  @HttpCode(204)
  @For('teacher')
  @May('mark', 'submission')
  @ApiNoContentResponse()
  async takeBack(@Param('id', ParseUUIDPipe) id: string): Promise<void> {
    await this.marking.takeBack(id);
  }

  @Get('marking/hand-ins/:id/ink')
  @For('teacher')
  @May('mark', 'submission')
  @ApiOkResponse({ type: MarkInkDto })
  async written(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<MarkInkDto> {
    const { submission } = await this.marking.find(id);
    await this.second.ensureShown(person.id, submission);
    return this.ink.of(submission);
  }

  /** Keeps what stands on the pages now, in place of what stood there before. */
  @Put('marking/hand-ins/:id/ink')
  @OnceIfKeyed()
  @For('teacher')
  @May('mark', 'submission')
  @ApiOkResponse({ type: SavedMarksDto })
  async write(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: MarkInkDto,
  ): Promise<SavedMarksDto> {
    return { revision: await this.ink.keep(person, id, body) };
  }

  /** Says that it is done and waits to be handed back with others, or that it is not after all. */
  @Put('marking/hand-ins/:id/ready')
  @OnceIfKeyed()
  @For('teacher')
  @May('mark', 'submission')
  @ApiOkResponse({ type: SavedMarksDto })
  async ready(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: ReadyMarksDto,
  ): Promise<SavedMarksDto> {
    return { revision: await this.marking.setReady(person, id, body, body.ready) };
  }

  /** Hands back all that are ready: at once, or at a time. */
  @Put('marking/:id/back')
  @OnceIfKeyed()
  @For('teacher')
  @May('teach', 'assignment')
  @ApiOkResponse({ type: SetBackDto })
  async backTogether(@Param('id', ParseUUIDPipe) id: string, @Body() { at }: BackTogetherDto): Promise<SetBackDto> {
    const when = at === null ? null : new Date(at);
    const ahead = when ? when.getTime() - Date.now() : 0;
    if (ahead < 0 || ahead > FURTHEST_BACK_MS)
      throw new Problem(422, 'not-a-time-to-come', 'Choose a time within the next year. Nothing was changed.');
    return { hands: await this.rounds.together(id, when) };
  }

  /** Takes that time away again; they stay ready. */
  @Delete('marking/:id/back')
  @HttpCode(204)
  @For('teacher')
  @May('teach', 'assignment')
  @ApiNoContentResponse()
  async notTogether(@Param('id', ParseUUIDPipe) id: string): Promise<void> {
    await this.marking.clearBackAt(id);
  }

  @Get('assignments/:id/feedback')
  @For('learner')
  @May('see-own-work', 'assignment')
  @ApiOkResponse({ type: FeedbackDto })
  async feedback(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<FeedbackDto> {
    const assignment = await this.assignments.get(id);
    const submission = await this.submissions.ofLearner(id, person.id);
    const mark = submission && (await this.marking.marksOf([submission.id])).get(submission.id);
    if (!submission || !mark || submission.state !== 'handed-back') throw notFound('feedback');
    const lesson = await this.lessons.forSubmission(submission.id);
    const ready = lesson && (await this.editions.newestReady(lesson.id));
    const title = (await this.heads.titlesOf([assignment])).get(id) ?? '';
    const [version] = await this.rubrics.versionsOf(mark.rubricVersionId ? [mark.rubricVersionId] : [], 'named');
    return {
      title,
      ...markingDto(mark),
      outOf: assignment.points,
      rubricVersion: version ? versionDto(version) : null,
      written: mark.editionId === null ? await this.#writtenBack(person, assignment, submission) : null,
      handedBackAt: mark.handedBackAt?.toISOString() ?? null,
      correctedAt: mark.correctedAt?.toISOString() ?? null,
      editionId: ready?.id ?? null,
      spoken: mark.editionId !== null,
    };
  }

  /** Says that one has what came back before one: its teacher sees when that was. */
  @Post('assignments/:id/feedback/opened')
  @OnceIfKeyed()
  @HttpCode(204)
  @For('learner')
  @May('see-own-work', 'assignment')
  @ApiNoContentResponse()
  async opened(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<void> {
    await this.marking.open(person, id);
  }

  async #writtenBack(viewer: Viewer, assignment: Assignment, submission: Submission): Promise<WrittenBackDto | null> {
    const { log } = await this.ink.of(submission);
    if (log === '') return null;
    const { pages, media } = await this.shown.dto(viewer, assignment, submission);
    return { pages, media, log };
  }
}
