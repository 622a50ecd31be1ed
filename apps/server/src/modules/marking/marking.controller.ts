import { ANSWERS_SEEN, type AnswersSeen } from '@oakbell/core/assigning';
import { present } from '@oakbell/core/present';
import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Post, Put } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Once, OnceIfKeyed } from '../../platform/acts/index.ts';
import { Choice, Decimal, Flag, Id, notFound, Part, Parts, Text, When, Whole } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { AssignmentHeads, AssignmentsService, DueDates } from '../assignments/index.ts';
import { EditionsService } from '../editions/index.ts';
import { LessonsService } from '../lessons/index.ts';
import { PeopleService } from '../people/index.ts';
import {
  isLate,
  makersOf,
  namesOf,
  Replies,
  SUBMISSION_KINDS,
  SubmissionsService,
  type Submission,
} from '../submissions/index.ts';
import { WorksheetsService } from '../worksheets/index.ts';
import { MarkingService, marksFor } from './marking.service.ts';

export class MarkingDto {
  @Decimal({ max: 1000, nullable: true }) points: number | null;
  @Text({ max: 4000 }) comment: string;
}
export class GivenMarksDto extends MarkingDto {
  /** The hand-in they are for, as the desk told it. */
  @Whole({ min: 1, max: 100_000 }) times: number;
  /** The marks that were there, as the desk told them; 0 for none. */
  @Whole({ max: 10_000_000 }) revision: number;
}
export class SavedMarksDto {
  @Whole() revision: number;
}
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
  @Id({ nullable: true }) feedbackLessonId: string | null;
  /** How often it was handed in: marks are for one of those. */
  @Whole() times: number;
  @Whole() revision: number;
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
export class HandedBackDto {
  /** The hand-in that opens next; null when none waits. */
  @Id({ nullable: true }) next: string | null;
}
export class FeedbackDto extends MarkingDto {
  @Text() title: string;
  @Whole({ nullable: true }) outOf: number | null;
  @When({ nullable: true }) handedBackAt: string | null;
  @When({ nullable: true }) correctedAt: string | null;
  /** The spoken feedback; null when nothing was spoken or it is still being made. */
  @Id({ nullable: true }) editionId: string | null;
  @Flag() spoken: boolean;
}

@ApiTags('marking')
@Controller('api')
export class MarkingController {
  constructor(
    private readonly marking: MarkingService,
    private readonly assignments: AssignmentsService,
    private readonly dueDates: DueDates,
    private readonly heads: AssignmentHeads,
    private readonly editions: EditionsService,
    private readonly lessons: LessonsService,
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
    const replies = await this.replies.waitingOf(id);
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
        points: mark?.points ?? null,
        comment: mark?.comment ?? '',
        times: submission.times,
        revision: last?.revision ?? 0,
        earlier: last && !mark ? { points: last.points, comment: last.comment } : null,
        correctedAt: mark?.correctedAt?.toISOString() ?? null,
        handedBackAt: mark?.handedBackAt?.toISOString() ?? null,
        heardShare: share,
        heardAt: at?.toISOString() ?? null,
        approvedAt: submission.approvedAt?.toISOString() ?? null,
        named: submission.named,
        replies: replies.get(submission.id) ?? 0,
      };
    });
    const { points, makers, worksheetId, answersSeen } = assignment;
    const head = present((await this.heads.of([assignment])).get(id));
    return { ...head, points, makers, worksheet: worksheetId !== null, answersSeen, queue };
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
  @HttpCode(200)
  @For('teacher')
  @May('mark', 'submission')
  @ApiOkResponse({ type: HandedBackDto })
  async handBack(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: GivenMarksDto,
  ): Promise<HandedBackDto> {
    return { next: await this.marking.handBack(person, id, body) };
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
    return {
      title,
      points: mark.points,
      outOf: assignment.points,
      comment: mark.comment,
      handedBackAt: mark.handedBackAt?.toISOString() ?? null,
      correctedAt: mark.correctedAt?.toISOString() ?? null,
      editionId: ready?.id ?? null,
      spoken: mark.editionId !== null,
    };
  }
}
