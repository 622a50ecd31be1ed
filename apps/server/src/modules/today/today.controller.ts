import { Controller, Get, Param, ParseUUIDPipe } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { programmeOf } from '@oakbell/core/edits';
import { Choice, Decimal, Flag, Id, Part, Parts, Text, When, Whole } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { AssignmentsService, type AssignmentEntity } from '../assignments/index.ts';
import { ClassesService } from '../classes/index.ts';
import { EditionsService, type EditionEntity } from '../editions/index.ts';
import { LessonsService } from '../lessons/index.ts';
import { MarkingService } from '../marking/index.ts';
import { PeopleService } from '../people/index.ts';
import { SubmissionsService } from '../submissions/index.ts';
import { takeDto, TakeDto, TakesService } from '../takes/index.ts';
import { WatchingService } from '../watching/index.ts';
import { deskState, lessonStep, type DeskState, type LessonStep } from './today.rules.ts';

export class TodayLessonDto {
  @Id() id: string;
  @Text() title: string;
  @Choice(['pages', 'record', 'assign']) step: LessonStep;
  @When() updatedAt: string;
}
export class TodayHandInDto {
  @Id() submissionId: string;
  @Id() assignmentId: string;
  @Text() learnerName: string;
  @Text() lessonTitle: string;
  @When() handedInAt: string;
}
export class TodayAssignmentDto {
  @Id() assignmentId: string;
  @Id() lessonId: string;
  @Text() lessonTitle: string;
  @Text() className: string;
  @When() dueAt: string;
  @Whole() notBegun: number;
  @Whole() learners: number;
}
export class UnfinishedTakeDto {
  @Part(() => TakeDto) take: TakeDto;
  @Text() lessonTitle: string;
}
export class TodayDto {
  @Parts(() => TodayLessonDto) lessons: TodayLessonDto[];
  @Parts(() => TodayHandInDto) handIns: TodayHandInDto[];
  @Parts(() => TodayAssignmentDto) notWatched: TodayAssignmentDto[];
  @Parts(() => UnfinishedTakeDto) unfinished: UnfinishedTakeDto[];
}
export class DeskItemDto {
  @Id() assignmentId: string;
  @Text() lessonTitle: string;
  @Text() className: string;
  @Text() teacherName: string;
  @Text({ max: 4000 }) instructions: string;
  @When() dueAt: string;
  @Whole({ nullable: true }) points: number | null;
  @Flag() handIn: boolean;
  /** The longest a spoken answer may be, in ms; null when none is asked for. */
  @Whole({ nullable: true }) answerLimitMs: number | null;
  @Choice(['to-do', 'handed-in', 'finished', 'feedback']) state: DeskState;
  @Whole() length: number;
  @Decimal({ max: 1 }) share: number;
  @Id({ nullable: true }) editionId: string | null;
  /** Its teacher has taken it away for now. */
  @Flag() withdrawn: boolean;
}

@ApiTags('today')
@Controller('api')
export class TodayController {
  constructor(
    private readonly assignments: AssignmentsService,
    private readonly classes: ClassesService,
    private readonly editions: EditionsService,
    private readonly lessons: LessonsService,
    private readonly marking: MarkingService,
    private readonly people: PeopleService,
    private readonly submissions: SubmissionsService,
    private readonly takes: TakesService,
    private readonly watching: WatchingService,
  ) {}

  @Get('today')
  @For('teacher')
  @ApiOkResponse({ type: TodayDto })
  async today(@By() person: SignedIn): Promise<TodayDto> {
    const assignments = await this.assignments.forClassesOf(person.id, 'teacher');
    return {
      lessons: await this.#toFinish(person),
      handIns: await this.#waiting(assignments),
      notWatched: await this.#notWatched(assignments),
      unfinished: await this.#unfinished(person),
    };
  }

  @Get('desk')
  @For('learner')
  @ApiOkResponse({ type: [DeskItemDto] })
  async desk(@By() person: SignedIn): Promise<DeskItemDto[]> {
    const assignments = await this.assignments.forClassesOf(person.id, 'learner');
    const editions = await this.editions.newestReadyOf(assignments.map((one) => one.lessonId));
    return Promise.all(assignments.map((one) => this.#deskItem(person, one, editions.get(one.lessonId) ?? null)));
  }

  @Get('desk/:id')
  @For('learner')
  @May('learn', 'assignment')
  @ApiOkResponse({ type: DeskItemDto })
  async deskOne(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<DeskItemDto> {
    const assignment = await this.assignments.get(id);
    return this.#deskItem(person, assignment, await this.editions.newestReady(assignment.lessonId));
  }

  async #deskItem(person: SignedIn, assignment: AssignmentEntity, edition: EditionEntity | null): Promise<DeskItemDto> {
    const { id, lessonId, classId, byId, instructions, dueAt, points, handIn, answerLimitMs } = assignment;
    const submission = await this.submissions.ofLearner(id, person.id);
    const mark = submission ? (await this.marking.marksOf([submission.id])).get(submission.id) : undefined;
    const watched = edition && (await this.watching.watched(edition, [person.id])).of.get(person.id);
    const share = watched?.share ?? 0;
    return {
      assignmentId: id,
      lessonTitle: (await this.lessons.one(lessonId))?.title ?? '',
      className: (await this.classes.byIds([classId])).get(classId)?.name ?? '',
      teacherName: (await this.people.one(byId))?.name ?? '',
      instructions,
      dueAt: dueAt.toISOString(),
      points,
      handIn,
      answerLimitMs,
      state: deskState({ handIn, share, submitted: submission !== null, handedBack: Boolean(mark?.handedBackAt) }),
      length: edition?.length ?? 0,
      share,
      editionId: edition?.id ?? null,
      withdrawn: edition === null && (await this.editions.isWithdrawn(lessonId)),
    };
  }

  async #toFinish(person: SignedIn): Promise<TodayLessonDto[]> {
    const rows: TodayLessonDto[] = [];
    for (const { id, title, edits, updatedAt } of await this.lessons.of(person.id)) {
      const pages = (await this.lessons.pagesOf(id)).length;
      const assigned = (await this.assignments.ofLesson(id)).length > 0;
      const step = lessonStep({ pages, recorded: programmeOf(edits).length > 0, assigned });
      if (step) rows.push({ id, title, step, updatedAt: updatedAt.toISOString() });
    }
    return rows;
  }

  async #waiting(assignments: readonly AssignmentEntity[]): Promise<TodayHandInDto[]> {
    const waiting = (await this.submissions.ofAssignments(assignments.map((one) => one.id))).filter(
      (one) => one.state === 'handed-in',
    );
    const people = await this.people.byIds(waiting.map((one) => one.learnerId));
    const lessons = await this.lessons.byIds(assignments.map((one) => one.lessonId));
    const titles = new Map(assignments.map((one) => [one.id, lessons.get(one.lessonId)?.title ?? '']));
    return waiting.map(({ id, assignmentId, learnerId, handedInAt }) => ({
      submissionId: id,
      assignmentId,
      learnerName: people.get(learnerId)?.name ?? '',
      lessonTitle: titles.get(assignmentId) ?? '',
      handedInAt: handedInAt.toISOString(),
    }));
  }

  async #notWatched(assignments: readonly AssignmentEntity[]): Promise<TodayAssignmentDto[]> {
    const editions = await this.editions.newestReadyOf(assignments.map((one) => one.lessonId));
    const lessons = await this.lessons.byIds(assignments.map((one) => one.lessonId));
    const classes = await this.classes.byIds(assignments.map((one) => one.classId));
    const rows: TodayAssignmentDto[] = [];
    for (const { id, lessonId, classId, dueAt } of assignments) {
      const learnerIds = await this.classes.learnerIds(classId);
      const edition = editions.get(lessonId);
      const watched = edition && (await this.watching.watched(edition, learnerIds)).of;
      const notBegun = learnerIds.filter((learnerId) => !watched?.get(learnerId)?.lastAt).length;
      if (notBegun === 0) continue;
      const [lessonTitle, className] = [lessons.get(lessonId)?.title ?? '', classes.get(classId)?.name ?? ''];
      rows.push({
        assignmentId: id,
        lessonId,
        lessonTitle,
        className,
        dueAt: dueAt.toISOString(),
        notBegun,
        learners: learnerIds.length,
      });
    }
    return rows;
  }

  async #unfinished(person: SignedIn): Promise<UnfinishedTakeDto[]> {
    const takes = await this.takes.unfinishedOf(person.id);
    const lessons = await this.lessons.byIds(takes.map((take) => take.lessonId));
    return takes.map((take) => ({ take: takeDto(take), lessonTitle: lessons.get(take.lessonId)?.title ?? '' }));
  }
}
