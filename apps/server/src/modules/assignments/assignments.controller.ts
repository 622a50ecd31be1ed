import { Body, Controller, Delete, Get, HttpCode, Param, ParseUUIDPipe, Post, Put } from '@nestjs/common';
import { ApiCreatedResponse, ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { present } from '@oakbell/core/present';
import { OnceIfKeyed } from '../../platform/acts/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { attachmentDto, AttachmentsService } from '../attachments/index.ts';
import { ClassesService } from '../classes/index.ts';
import { LessonsService } from '../lessons/index.ts';
import { OutlineService } from '../outline/index.ts';
import {
  AssignmentDto,
  PlaceDto,
  ChangedAssignmentDto,
  NewAssignmentsDto,
  termsOf,
  type AskedDto,
} from './assignments.dto.ts';
import { AssignmentPlaces } from './assignmentPlaces.service.ts';
import { AssignmentHeads } from './assignmentHeads.service.ts';
import { ensureToCome } from './assignments.rules.ts';
import { AssignmentsService, type Asked, type Assignment } from './assignments.service.ts';
import { WhomService } from './whom.service.ts';

const askedIn = (body: AskedDto): Asked => ({
  ...termsOf(body),
  // A worksheet is handed in, so one that goes with it makes it an assignment with a hand-in.
  ...(body.worksheetId ? { handIn: true } : {}),
  worksheetId: body.worksheetId ?? null,
  dueAt: new Date(body.dueAt),
  // On a page of the teacher's an answer is given; a small lesson has pages of its own.
  answerPage: body.answerLimitMs == null || body.makers != null ? null : (body.answerPage ?? null),
  lessonIds: body.lessonIds,
  attachmentIds: body.attachmentIds ?? [],
  unit: body.unit ?? null,
  day: body.day ?? null,
});

@ApiTags('assignments')
@Controller('api')
export class AssignmentsController {
  constructor(
    private readonly assignments: AssignmentsService,
    private readonly heads: AssignmentHeads,
    private readonly whom: WhomService,
    private readonly lessons: LessonsService,
    private readonly classes: ClassesService,
    private readonly outline: OutlineService,
    private readonly places: AssignmentPlaces,
    private readonly attachments: AttachmentsService,
  ) {}

  /** Gives something to classes: an assignment for each of them. */
  @Post('assignments')
  @OnceIfKeyed()
  @For('teacher')
  @May('give', 'lesson', { body: 'lessonIds' })
  @May('teach', 'class', { body: 'to.classId' })
  @ApiCreatedResponse({ type: [AssignmentDto] })
  async add(@By() person: SignedIn, @Body() body: NewAssignmentsDto): Promise<AssignmentDto[]> {
    ensureToCome(new Date(body.dueAt));
    return this.#dtos(await this.assignments.add(person, askedIn(body), body.to));
  }

  @Get('assignments/:id')
  @For('teacher')
  @May('teach', 'assignment')
  @ApiOkResponse({ type: AssignmentDto })
  async one(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<AssignmentDto> {
    return this.#dto(id);
  }

  @Put('assignments/:id')
  @For('teacher')
  @May('teach', 'assignment')
  @ApiOkResponse({ type: AssignmentDto })
  async change(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: ChangedAssignmentDto,
  ): Promise<AssignmentDto> {
    const before = await this.assignments.get(id);
    if (before.dueAt.getTime() !== Date.parse(body.dueAt)) ensureToCome(new Date(body.dueAt));
    await this.assignments.change(person, id, askedIn(body), body.whom);
    return this.#dto(id);
  }

  /** Puts it elsewhere on the page of its class. */
  @Put('assignments/:id/place')
  @HttpCode(204)
  @For('teacher')
  @May('teach', 'assignment')
  @ApiNoContentResponse()
  async move(@Param('id', ParseUUIDPipe) id: string, @Body() { unitId, day, before }: PlaceDto): Promise<void> {
    await this.places.move(id, { unitId, day, before });
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

  async #dto(id: string): Promise<AssignmentDto> {
    return present((await this.#dtos([await this.assignments.get(id)]))[0]);
  }

  async #dtos(all: readonly Assignment[]): Promise<AssignmentDto[]> {
    const lessons = await this.lessons.byIds([...new Set(all.flatMap(({ lessonIds }) => lessonIds))]);
    const heads = await this.heads.of(all);
    const said = await this.whom.saidOf(all);
    const files = await this.attachments.of(all.map(({ id }) => id));
    const units = await this.outline.namesOf(all.flatMap(({ unitId }) => unitId ?? []));
    return all.map(
      ({ id, classId, lessonIds, dueAt, instructions, points, handIn, answerLimitMs, makers, ...more }) => {
        const { title, className, learners } = present(heads.get(id));
        const { all: toAll, groups, learners: named, but } = present(said.get(id));
        const { answerPage, worksheetId, watchedPercent, workOpens, answersSeen, asking, offline, unitId, day } = more;
        const attachments = (files.get(id) ?? []).map(attachmentDto);
        return {
          ...{
            id,
            classId,
            className,
            title,
            learners,
            instructions,
            points,
            handIn,
            answerLimitMs,
            makers,
            answerPage,
          },
          worksheetId,
          ...{ watchedPercent, workOpens, answersSeen, asking, offline },
          ...{ lessonIds: [...lessonIds], dueAt: dueAt.toISOString() },
          ...{ unit: unitId === null ? null : (units.get(unitId) ?? null), day },
          ...{ attachments, attachmentIds: attachments.map((one) => one.id) },
          lessons: lessonIds.map((of) => ({ id: of, title: lessons.get(of)?.title ?? '' })),
          whom: { all: toAll, groups: [...groups], learners: [...named], but: [...but] },
        };
      },
    );
  }
}
