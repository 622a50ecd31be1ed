import { Body, Controller, Get, Header, HttpCode, Param, ParseUUIDPipe, Post, Put, Query } from '@nestjs/common';
import { FASTEST, LATEST_REPORT_MS, SLOWEST } from '@oakbell/core/clock';
import { STANDINGS, type Standing } from '@oakbell/core/opening';
import { ApiNoContentResponse, ApiOkResponse, ApiProduces, ApiTags } from '@nestjs/swagger';
import { InSteps } from '../../platform/acts/index.ts';
import { Choice, Decimal, Id, Parts, Text, When, Whole } from '../../platform/http/index.ts';
import { By, For, InFrames, type SignedIn } from '../../platform/sessions/index.ts';
import { AccessService, May } from '../access/index.ts';
import { AssignmentsService } from '../assignments/index.ts';
import { EditionsService, shownOpening } from '../editions/index.ts';
import { LessonsService } from '../lessons/index.ts';
import { PeopleService } from '../people/index.ts';
import { SchoolService } from '../school/index.ts';
import { ReportsService } from './reports.service.ts';
import { LearnerWatchedDto, RangeDto, WatchedClassDto, WatchedDto, WhichLessonDto } from './watched.dto.ts';
import { WatchedClasses } from './watchedClasses.service.ts';
import { WatchedLearner } from './watchedLearner.service.ts';
import { WatchedSheets } from './watchedSheets.service.ts';
import { watchedTable } from './watchedTable.ts';
import { WatchingService } from './watching.service.ts';

export class BeginVisitDto {
  @Id() editionId: string;
  /** How long ago it began, in ms: thirty days at most. The server may have been away then. */
  @Whole({ max: LATEST_REPORT_MS, optional: true }) agoMs?: number;
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
  @Whole({ max: LATEST_REPORT_MS, optional: true }) agoMs?: number;
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
    private readonly sheets: WatchedSheets,
    private readonly side: WatchedClasses,
    private readonly over: WatchedLearner,
    private readonly assignments: AssignmentsService,
    private readonly editions: EditionsService,
    private readonly lessons: LessonsService,
    private readonly people: PeopleService,
    private readonly school: SchoolService,
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
    @By() _: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Query() { lesson }: WhichLessonDto,
  ): Promise<WatchedDto> {
    return this.sheets.of(id, lesson);
  }

  /** One lesson, class by class. */
  @Get('lessons/:id/classes')
  @For('teacher')
  @May('see', 'lesson')
  @ApiOkResponse({ type: [WatchedClassDto] })
  async sideBySide(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<WatchedClassDto[]> {
    return [...(await this.side.of(person.id, id))];
  }

  /** One learner, lesson by lesson. */
  @Get('classes/:id/learners/:learner')
  @For('teacher')
  @May('teach', 'class')
  @ApiOkResponse({ type: LearnerWatchedDto })
  async ofLearner(
    @By() _: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('learner', ParseUUIDPipe) learner: string,
  ): Promise<LearnerWatchedDto> {
    return this.over.of(id, learner);
  }

  /** The same as a table, for a program that reads CSV. */
  @Get('assignments/:id/table')
  @For('teacher')
  @May('teach', 'assignment')
  @Header('Content-Type', 'text/csv; charset=utf-8')
  @Header('Content-Disposition', 'attachment; filename="watched.csv"')
  @ApiProduces('text/csv')
  @ApiOkResponse({ schema: { type: 'string' } })
  async table(
    @By() _: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Query() { lesson }: WhichLessonDto,
  ): Promise<string> {
    return watchedTable(await this.sheets.of(id, lesson), await this.school.timeZone());
  }
}
