import { ANSWERS_SEEN, type AnswersSeen } from '@oakbell/core/assigning';
import { present } from '@oakbell/core/present';
import { MOST_PART_LETTERS } from '@oakbell/core/worksheets';
import { Body, Controller, Delete, Get, HttpCode, Param, ParseUUIDPipe, Post, Put } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Once, OnceIfKeyed } from '../../platform/acts/index.ts';
import {
  Choice,
  Decimal,
  Flag,
  Id,
  notFound,
  Part,
  Parts,
  Problem,
  Text,
  When,
  Whole,
} from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May, MediaDto, type Viewer } from '../access/index.ts';
import { AssignmentHeads, AssignmentsService, DueDates, type Assignment } from '../assignments/index.ts';
import { EditionsService } from '../editions/index.ts';
import { FeedbackWords } from '../feedback/index.ts';
import { LessonsService } from '../lessons/index.ts';
import { ShownPageDto } from '../pages/index.ts';
import { PagesService } from '../pages/index.ts';
import { PeopleService } from '../people/index.ts';
import {
  isLate,
  makersOf,
  namesOf,
  Replies,
  ShownHandIn,
  SUBMISSION_KINDS,
  SubmissionsService,
  type Submission,
} from '../submissions/index.ts';
import { WorksheetsService } from '../worksheets/index.ts';
import { RubricVersionDto, RubricsService, versionDto } from '../rubrics/index.ts';
import { MarkInk } from './markInk.service.ts';
import { HandBackRounds } from './handBackRounds.service.ts';
import { FURTHEST_BACK_MS } from './marking.rules.ts';
import { MarkingService, marksFor } from './marking.service.ts';
import {
  BackTogetherDto,
  GivenMarksDto,
  MarkingDto,
  MarkInkDto,
  markingDto,
  ReadyMarksDto,
  SavedMarksDto,
  SetBackDto,
} from './marks.dto.ts';

export class MakerDto {
  @Id() id: string;
  @Text() name: string;
}
export class QueueRowDto extends MarkingDto {
  @Id() submissionId: string;
  @Id() learnerId: string;
  /** Whose work it is: of two, where two made it. */
  @Text() learnerName: string;
  @Parts(() => MakerDto) makers: MakerDto[];
  @Choice(['handed-in', 'handed-back']) state: 'handed-in' | 'handed-back';
  @When() handedInAt: string;
  @Flag() late: boolean;
  @Choice(SUBMISSION_KINDS) kind: Submission['kind'];
  /** What was answered aloud; null while it is being made and for everything else. */
  @Id({ nullable: true }) answerEditionId: string | null;
  /** The picture of its first page; null while it is not drawn. */
  @Text({ max: 64, nullable: true }) firstPicture: string | null;
  @Id({ nullable: true }) feedbackLessonId: string | null;
  /** How often it was handed in: marks are for one of those. */
  @Whole() times: number;
  @Whole() revision: number;
  /** Since when it is done and kept until it is handed back with others; null while it is not. */
  @When({ nullable: true }) readyAt: string | null;
  /** When it is handed back by itself. */
  @When({ nullable: true }) backAt: string | null;
  /** What was given for the hand-in before this one. */
  @Part(() => MarkingDto, { nullable: true }) earlier: MarkingDto | null;
  @When({ nullable: true }) correctedAt: string | null;
  @When({ nullable: true }) handedBackAt: string | null;
  @Decimal({ max: 1, nullable: true }) heardShare: number | null;
  @When({ nullable: true }) heardAt: string | null;
  /** Since when a teacher has said that the class may see it, and whether the class is told whose it is. */
  @When({ nullable: true }) approvedAt: string | null;
  @Flag() named: boolean;
  /** Replies of the class that wait for a teacher's yes. */
  @Whole() replies: number;
  /** What its learner said about the feedback since a teacher last answered, and whether they ask to look again. */
  @Whole() words: number;
  @Flag() again: boolean;
  /** Its learner needs captions of what is spoken. */
  @Flag() needsCaptions: boolean;
}
/** By which rubric an assignment is marked. */
export class DeskRubricDto {
  @Id() rubricId: string;
  @Text() name: string;
  /** Its newest version. */
  @Id() versionId: string;
}
export class MarkingDeskDto {
  @Id() assignmentId: string;
  @Text() title: string;
  @Text() className: string;
  @Whole({ nullable: true }) points: number | null;
  @Whole() learners: number;
  /** How many make a small lesson together; null where none is asked for. */
  @Whole({ nullable: true }) makers: number | null;
  /** Whether learners write on a worksheet: who has begun can be looked on. */
  @Flag() worksheet: boolean;
  /** Whether the class sees answers as well, each after a teacher's yes. */
  @Choice(ANSWERS_SEEN) answersSeen: AnswersSeen;
  @Part(() => DeskRubricDto, { nullable: true }) rubric: DeskRubricDto | null;
  /** The versions of rubrics that something here is marked by, or would be. */
  @Parts(() => RubricVersionDto) versions: RubricVersionDto[];
  @Parts(() => QueueRowDto) queue: QueueRowDto[];
}
export class MarkingPileDto {
  @Id() assignmentId: string;
  @Text() title: string;
  @Text() className: string;
  @When() dueAt: string;
  @Whole() waiting: number;
  @Whole() handedBack: number;
  /** How many have begun to write on its worksheet and have not handed in. */
  @Whole() writing: number;
  @Whole() learners: number;
}
/** The pages of a hand-in, and what its teacher wrote on them. */
export class WrittenBackDto {
  @Parts(() => ShownPageDto) pages: ShownPageDto[];
  @Part(() => MediaDto) media: MediaDto;
  @Text({ max: MOST_PART_LETTERS }) log: string;
}
export class FeedbackDto extends MarkingDto {
  @Text() title: string;
  @Whole({ nullable: true }) outOf: number | null;
  @When({ nullable: true }) handedBackAt: string | null;
  @When({ nullable: true }) correctedAt: string | null;
  /** The spoken feedback; null when nothing was spoken or it is still being made. */
  @Id({ nullable: true }) editionId: string | null;
  @Flag() spoken: boolean;
  /** The rubric as it was when its lines were filled; null where none was. */
  @Part(() => RubricVersionDto, { nullable: true }) rubricVersion: RubricVersionDto | null;
  /** What was written on the pages without a word; null where something was spoken, which has it, or nothing was written. */
  @Part(() => WrittenBackDto, { nullable: true }) written: WrittenBackDto | null;
}

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
    const submissions = await this.submissions.ofAssignments(assignments.map((one) => one.id));
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
    const queue = submissions.map((submission): QueueRowDto => {
      const last = marks.get(submission.id);
      const mark = marksFor(submission, last);
      const { share = null, at = null } = heard.get(submission.id) ?? {};
      return {
        submissionId: submission.id,
        learnerId: submission.learnerId,
        makers: makersOf(submission).map((maker) => ({ id: maker, name: people.get(maker)?.name ?? '' })),
        learnerName: namesOf(submission, people),
        state: submission.state,
        handedInAt: submission.handedInAt.toISOString(),
        late: isLate(
          submission.handedInAt,
          makersOf(submission).map((maker) => dueFor(maker, assignment)),
        ),
        kind: submission.kind,
        answerEditionId: answers.get(submission.answerId ?? '')?.id ?? null,
        feedbackLessonId: feedback.get(submission.id)?.id ?? null,
        firstPicture: drawn.get(feedback.get(submission.id)?.id ?? '')?.whole ?? null,
        ...markingDto(mark),
        times: submission.times,
        revision: last?.revision ?? 0,
        earlier: last && !mark ? markingDto(last) : null,
        readyAt: mark?.readyAt?.toISOString() ?? null,
        backAt: mark?.backAt?.toISOString() ?? null,
        correctedAt: mark?.correctedAt?.toISOString() ?? null,
        handedBackAt: mark?.handedBackAt?.toISOString() ?? null,
        heardShare: share,
        heardAt: at?.toISOString() ?? null,
        approvedAt: submission.approvedAt?.toISOString() ?? null,
        named: submission.named,
        replies: replies.get(submission.id) ?? 0,
        words: said.get(submission.id)?.words ?? 0,
        again: said.get(submission.id)?.again ?? false,
        needsCaptions: captioned.has(submission.id),
      };
    });
    const { points, makers, worksheetId, answersSeen, rubricId } = assignment;
    const rubric = rubricId === null ? null : await this.rubrics.one(rubricId);
    const newest = rubric ? await this.rubrics.versionsOf([rubric.id], 'newest') : [];
    const used = [...new Set([...marks.values()].flatMap((one) => one.rubricVersionId ?? []))];
    const older = used.filter((version) => !newest.some((one) => one.id === version));
    const versions = [...newest, ...(await this.rubrics.versionsOf(older, 'named'))];
    const head = present((await this.heads.of([assignment])).get(id));
    return {
      ...head,
      points,
      makers,
      worksheet: worksheetId !== null,
      answersSeen,
      queue,
      rubric: rubric && { rubricId: rubric.id, name: rubric.name, versionId: present(newest[0]).id },
      versions: versions.map(versionDto),
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
  async written(@Param('id', ParseUUIDPipe) id: string): Promise<MarkInkDto> {
    return this.ink.of((await this.marking.find(id)).submission);
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

  async #writtenBack(viewer: Viewer, assignment: Assignment, submission: Submission): Promise<WrittenBackDto | null> {
    const { log } = await this.ink.of(submission);
    if (log === '') return null;
    const { pages, media } = await this.shown.dto(viewer, assignment, submission);
    return { pages, media, log };
  }
}
