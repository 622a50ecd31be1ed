import { Body, Controller, Delete, Get, HttpCode, Param, ParseUUIDPipe, Post, Put } from '@nestjs/common';
import { ApiCreatedResponse, ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { OnceIfKeyed } from '../../platform/acts/index.ts';
import { Flag, Id, Text, When, Whole } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { ClassesService } from '../classes/index.ts';
import { LessonsService } from '../lessons/index.ts';
import type { AssignmentEntity } from './assignment.entity.ts';
import { ensureToCome } from './assignments.rules.ts';
import { AssignmentsService } from './assignments.service.ts';

export class AssignmentTermsDto {
  @Text({ max: 4000 }) instructions: string;
  @When() dueAt: string;
  @Whole({ min: 1, max: 1000, nullable: true }) points: number | null;
  @Flag() handIn: boolean;
  /** The longest a spoken answer may be, in ms: ten seconds to fifteen minutes; none is asked for when null. */
  @Whole({ min: 10_000, max: 900_000, nullable: true, optional: true }) answerLimitMs?: number | null;
  /** The page of the lesson it is given on; an empty board when null. */
  @Id({ nullable: true, optional: true }) answerPage?: string | null;
}
export class NewAssignmentDto extends AssignmentTermsDto {
  @Id() lessonId: string;
  @Id() classId: string;
}
export class AssignmentDto extends NewAssignmentDto {
  @Id() id: string;
  @Text() className: string;
  @Text() lessonTitle: string;
}

/** A spoken answer is handed in, so one that is asked for makes it an assignment with a hand-in. */
function termsOf(body: AssignmentTermsDto) {
  const { instructions, dueAt, points, handIn, answerLimitMs = null, answerPage = null } = body;
  return {
    instructions,
    dueAt: new Date(dueAt),
    points,
    handIn: handIn || answerLimitMs !== null,
    answerLimitMs,
    answerPage,
  };
}

@ApiTags('assignments')
@Controller('api')
export class AssignmentsController {
  constructor(
    private readonly assignments: AssignmentsService,
    private readonly lessons: LessonsService,
    private readonly classes: ClassesService,
  ) {}

  @Post('assignments')
  @OnceIfKeyed()
  @For('teacher')
  @May('give', 'lesson', { body: 'lessonId' })
  @May('teach', 'class', { body: 'classId' })
  @ApiCreatedResponse({ type: AssignmentDto })
  async add(@By() person: SignedIn, @Body() body: NewAssignmentDto): Promise<AssignmentDto> {
    const { lessonId, classId } = body;
    ensureToCome(new Date(body.dueAt));
    return this.#dto(await this.assignments.add(person, { lessonId, classId, ...termsOf(body) }));
  }

  @Get('assignments/:id')
  @For('teacher')
  @May('teach', 'assignment')
  @ApiOkResponse({ type: AssignmentDto })
  async one(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<AssignmentDto> {
    return this.#dto(await this.assignments.get(id));
  }

  @Put('assignments/:id')
  @For('teacher')
  @May('teach', 'assignment')
  @ApiOkResponse({ type: AssignmentDto })
  async change(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: AssignmentTermsDto,
  ): Promise<AssignmentDto> {
    const before = await this.assignments.get(id);
    if (before.dueAt.getTime() !== Date.parse(body.dueAt)) ensureToCome(new Date(body.dueAt));
    await this.assignments.change(before, termsOf(body));
    return this.#dto(await this.assignments.get(id));
  }

  @Delete('assignments/:id')
  @HttpCode(204)
  @For('teacher')
  @May('teach', 'assignment')
  @ApiNoContentResponse()
  async remove(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<void> {
    await this.assignments.remove(await this.assignments.get(id));
  }

  @Get('lessons/:id/assignments')
  @For('teacher')
  @May('see', 'lesson')
  @ApiOkResponse({ type: [AssignmentDto] })
  async ofLesson(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<AssignmentDto[]> {
    const given = await this.assignments.ofLesson(id);
    // A lesson is used by many; what a class was given is told to those who teach it.
    const teaches = new Set((await this.classes.of(person.id, 'teacher')).map((one) => one.id));
    return this.#dtos(given.filter((one) => teaches.has(one.classId)));
  }

  async #dto(one: AssignmentEntity): Promise<AssignmentDto> {
    return (await this.#dtos([one]))[0]!;
  }

  async #dtos(all: readonly AssignmentEntity[]): Promise<AssignmentDto[]> {
    const lessons = await this.lessons.byIds(all.map((one) => one.lessonId));
    const classes = await this.classes.byIds(all.map((one) => one.classId));
    return all.map(({ id, lessonId, classId, dueAt, instructions, points, handIn, answerLimitMs, answerPage }) => ({
      id,
      lessonId,
      classId,
      instructions,
      dueAt: dueAt.toISOString(),
      points,
      handIn,
      answerLimitMs,
      answerPage,
      className: classes.get(classId)?.name ?? '',
      lessonTitle: lessons.get(lessonId)?.title ?? '',
    }));
  }
}
