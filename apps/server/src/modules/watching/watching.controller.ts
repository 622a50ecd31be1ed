import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Post, Put, Query } from '@nestjs/common';
import { FASTEST, SLOWEST } from '@oakbell/core/clock';
import { STANDINGS, type Standing } from '@oakbell/core/opening';
import { present } from '@oakbell/core/present';
import { ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { InSteps } from '../../platform/acts/index.ts';
import {
  Choice,
  Day,
  Decimal,
  Id,
  notFound,
  Numbers,
  Part,
  Parts,
  Text,
  When,
  Whole,
} from '../../platform/http/index.ts';
import { By, For, InFrames, type SignedIn } from '../../platform/sessions/index.ts';
import { AccessService, May } from '../access/index.ts';
import { AssignmentHeads, AssignmentsService, WhomService } from '../assignments/index.ts';
import { EditionsService, shownOpening } from '../editions/index.ts';
import { LessonsService } from '../lessons/index.ts';
import { PeopleService } from '../people/index.ts';
import { RemindersService } from '../reminders/index.ts';
import { ReportsService } from './reports.service.ts';
import type { UncountedEntity } from './visit.entity.ts';
import { WatchedDays } from './watchedDays.service.ts';
import { WatchCounts } from './watchCounts.service.ts';
import { LATEST_MS } from './watching.rules.ts';
import { WatchingService } from './watching.service.ts';

export class RangeDto {
  @Whole() start: number;
  @Whole() end: number;
}
export class BeginVisitDto {
  @Id() editionId: string;
  /** How long ago it began, in ms: thirty days at most. The server may have been away then. */
  @Whole({ max: LATEST_MS, optional: true }) agoMs?: number;
}
export class VisitDto {
  @Whole() resumeAt: number;
  @Parts(() => RangeDto) seen: RangeDto[];
}
export class PlayDto extends RangeDto {
  @Decimal({ min: SLOWEST, max: FASTEST }) speed: number;
}
export class ReportDto {
  /** Rises from 0 in each visit: a report that comes twice is counted once. */
  @Whole({ max: 1_000_000 }) number: number;
  @Parts(() => PlayDto) plays: PlayDto[];
  /** Where the player stands, in microseconds of programme time. */
  @Whole() position: number;
  /** How long ago it was played, in ms: it may have waited in the browser. */
  @Whole({ max: LATEST_MS, optional: true }) agoMs?: number;
}
/** What a learner's devices said was played and cannot have been. */
export class UncountedDto {
  @Whole() reports: number;
  /** What they claim to have played, in ms of the clock. */
  @Whole() claimedMs: number;
  @When() lastAt: string;
}
export class WatchedLearnerDto {
  @Id() id: string;
  @Text() name: string;
  @Decimal({ max: 1 }) share: number;
  @Parts(() => RangeDto) ranges: RangeDto[];
  /** What of it was played more than once. */
  @Parts(() => RangeDto) again: RangeDto[];
  @Whole() replayed: number;
  @When({ nullable: true }) firstAt: string | null;
  @When({ nullable: true }) lastAt: string | null;
  /** When they were reminded last. */
  @When({ nullable: true }) remindedAt: string | null;
  /** Null where all of it was counted. */
  @Part(() => UncountedDto, { nullable: true }) uncounted: UncountedDto | null;
}
export class WatchedLessonDto {
  @Id() id: string;
  @Text() title: string;
}
export class WhichLessonDto {
  /** One of its lessons; the first when left out. */
  @Id({ optional: true }) lesson?: string;
}
/** What was watched on one day by the school's clock. */
export class WatchedDayDto {
  @Day() day: string;
  @Whole() learners: number;
  /** Of the lesson, in ms. */
  @Whole() playedMs: number;
}
export class WatchedDto {
  @Id() assignmentId: string;
  /** What it is called, and who has it. */
  @Text() title: string;
  @Text() className: string;
  @When() dueAt: string;
  /** Its lessons, in their order; the others tell of one of them. */
  @Parts(() => WatchedLessonDto) lessons: WatchedLessonDto[];
  @Id() lessonId: string;
  /** From how much of it on it counts as watched, in per cent. */
  @Whole() watchedPercent: number;
  /** The edition whose axis everything is shown on; null before one is ready. */
  @Id({ nullable: true }) editionId: string | null;
  @Whole() length: number;
  /** Mean plays per learner, for each hundredth of the lesson. */
  @Numbers() warmth: number[];
  /** The days on which it was watched, in their order. */
  @Parts(() => WatchedDayDto) days: WatchedDayDto[];
  @Parts(() => WatchedLearnerDto) learners: WatchedLearnerDto[];
}

/** A lesson as its link shows it. */
export class LinkedLessonDto {
  @Id() lessonId: string;
  @Text() title: string;
  @Text() teacherName: string;
  @Choice(STANDINGS) standing: Standing;
  /** When it opens, where that is still to come. */
  @When({ nullable: true }) opensAt: string | null;
  /** What is watched; null when it is not open, and before the first edition is ready. */
  @Id({ nullable: true }) editionId: string | null;
  /** The next work that a learner was given with it. */
  @Id({ nullable: true }) assignmentId: string | null;
}

@ApiTags('watching')
@Controller('api/watching')
export class WatchingController {
  constructor(
    private readonly watching: WatchingService,
    private readonly access: AccessService,
    private readonly reports: ReportsService,
    private readonly counts: WatchCounts,
    private readonly days: WatchedDays,
    private readonly assignments: AssignmentsService,
    private readonly heads: AssignmentHeads,
    private readonly whom: WhomService,
    private readonly editions: EditionsService,
    private readonly lessons: LessonsService,
    private readonly people: PeopleService,
    private readonly reminders: RemindersService,
  ) {}

  /** What a link to a lesson leads to. Its makers can watch it whenever they like. */
  @Get('lessons/:id')
  @InFrames()
  @For('teacher', 'learner')
  @May('find', 'lesson')
  @ApiOkResponse({ type: LinkedLessonDto })
  async linked(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<LinkedLessonDto> {
    const lesson = await this.lessons.get(id);
    const edition = await this.editions.newestReady(id);
    const isTakenAway = edition === null && (await this.editions.withdrawnOf([id])).has(id);
    const shown = shownOpening(lesson, isTakenAway, Date.now());
    const may = edition !== null && (await this.access.decide(person, 'watch', 'edition', edition.id)).ok;
    const given = person.role === 'learner' ? await this.assignments.forLearner(person.id, { lessonId: id }) : [];
    const next = given.find(({ dueAt }) => dueAt.getTime() > Date.now()) ?? given.at(-1);
    return {
      lessonId: id,
      title: lesson.title,
      teacherName: (await this.people.byIds([lesson.ownerId])).get(lesson.ownerId)?.name ?? '',
      ...(may ? ({ standing: 'open', opensAt: null } as const) : shown),
      editionId: may ? edition.id : null,
      assignmentId: next?.id ?? null,
    };
  }

  @Put('visits/:id')
  @InFrames()
  @For('learner')
  @May('count', 'edition', { body: 'editionId' })
  @ApiOkResponse({ type: VisitDto })
  async begin(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { editionId, agoMs = 0 }: BeginVisitDto,
  ): Promise<VisitDto> {
    const { resumeAt, seen } = await this.watching.begin(person, { id, editionId, agoMs });
    return { resumeAt, seen: [...seen] };
  }

  @Post('visits/:id/reports')
  @HttpCode(204)
  @InFrames()
  @For('learner')
  @May('report', 'visit')
  @InSteps('many reports are counted in one act')
  @ApiNoContentResponse()
  async report(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string, @Body() body: ReportDto): Promise<void> {
    await this.reports.report(person, id, body);
  }

  @Get('assignments/:id')
  @For('teacher')
  @May('teach', 'assignment')
  @ApiOkResponse({ type: WatchedDto })
  async watched(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Query() { lesson }: WhichLessonDto,
  ): Promise<WatchedDto> {
    const assignment = await this.assignments.get(id);
    const { lessonIds, watchedPercent } = assignment;
    if (lesson !== undefined && !lessonIds.includes(lesson)) throw notFound('lesson');
    const lessonId = lesson ?? present(lessonIds[0]);
    const learnerIds = await this.whom.learnersOf(id);
    const people = await this.people.byIds(learnerIds);
    const edition = await this.editions.newestReady(lessonId);
    const lessons = await this.lessons.byIds(lessonIds);
    const { title, className } = present((await this.heads.of([assignment])).get(id));
    const watched = edition ? await this.counts.ofClass(edition, learnerIds) : null;
    const reminded = await this.reminders.newestOf(id, learnerIds);
    const uncounted = await this.counts.uncountedOf(lessonId, learnerIds);
    const learners = learnerIds.map((learnerId) => {
      const own = watched?.of.get(learnerId);
      return {
        id: learnerId,
        name: people.get(learnerId)?.name ?? '',
        share: own?.share ?? 0,
        ranges: [...(own?.ranges ?? [])],
        again: [...(own?.again ?? [])],
        replayed: own?.replayed ?? 0,
        firstAt: own?.firstAt?.toISOString() ?? null,
        lastAt: own?.lastAt?.toISOString() ?? null,
        remindedAt: reminded.get(learnerId)?.at.toISOString() ?? null,
        uncounted: uncountedDto(uncounted.get(learnerId)),
      };
    });
    return {
      assignmentId: id,
      ...{ title, className, lessonId, watchedPercent },
      lessons: lessonIds.map((of) => ({ id: of, title: lessons.get(of)?.title ?? '' })),
      dueAt: assignment.dueAt.toISOString(),
      editionId: edition?.id ?? null,
      length: edition?.length ?? 0,
      warmth: [...(watched?.warmth ?? [])],
      days: [...(await this.days.of(lessonId, learnerIds))],
      learners: learners.sort((a, b) => a.name.localeCompare(b.name)),
    };
  }
}

const uncountedDto = (of: UncountedEntity | undefined): UncountedDto | null =>
  of ? { reports: of.reports, claimedMs: of.claimedMs, lastAt: of.lastAt.toISOString() } : null;
