import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Patch, Post } from '@nestjs/common';
import { ApiCreatedResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { micros } from '@oakbell/core/clock';
import { headOf, readEdit, type Edit } from '@oakbell/core/edits';
import type { Wanted } from '@oakbell/core/formats';
import { readBackdrop, SQUARED } from '@oakbell/core/pages';
import { OnceIfKeyed } from '../../platform/acts/index.ts';
import { Problem } from '../../platform/http/index.ts';
import { jobDto, JobsService } from '../../platform/jobs/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { AccessService, May, MediaService } from '../access/index.ts';
import { IMPORT } from '../imports/index.ts';
import { EditsService, LessonsService, type Lesson } from '../lessons/index.ts';
import { PageEditing, PagesService } from '../pages/index.ts';
import { PeopleService } from '../people/index.ts';
import {
  ChangeDto,
  ChangedDto,
  historyDto,
  JoinDto,
  PastChangeDto,
  SplitDto,
  lessonDto,
  LessonDto,
  LessonFactsDto,
  type LastEdit,
  type LessonRight,
  NewLessonDto,
} from './making.dto.ts';

@ApiTags('lessons')
@Controller('api/lessons')
export class MakingController {
  constructor(
    private readonly lessons: LessonsService,
    private readonly pages: PagesService,
    private readonly editing: PageEditing,
    private readonly edits: EditsService,
    private readonly jobs: JobsService,
    private readonly media: MediaService,
    private readonly people: PeopleService,
    private readonly access: AccessService,
  ) {}

  @Post()
  @OnceIfKeyed()
  @For('teacher')
  @May('give', 'lesson', { body: 'from' })
  @May('give', 'lesson', { body: 'opening' })
  @May('teach', 'unit', { body: 'unitId' })
  @ApiCreatedResponse({ type: LessonDto })
  async add(@By() person: SignedIn, @Body() body: NewLessonDto): Promise<LessonDto> {
    const { kind, title, goal = '', targetMs = 300_000, unitId = null, from, opening } = body;
    const backdrop = body.backdrop === undefined ? SQUARED : readBackdrop(body.backdrop);
    if (!backdrop || backdrop.kind === 'picture') throw new Problem(422, 'bad-backdrop', 'There is no such board.');
    const lesson = await this.lessons.add({ ownerId: person.id, kind, title, goal, targetMs, unitId });
    const boards = body.boards ?? (kind === 'worked' && !from ? 1 : 0);
    for (let i = 0; i < boards; i += 1) await this.pages.addBoard(lesson.id, backdrop);
    if (from) await this.editing.copyFrom(lesson.id, from);
    if (opening) await this.editing.copyFrom(lesson.id, opening, { atFront: true });
    return this.#whole(person, lesson.id);
  }

  @Get(':id')
  @For('teacher', 'learner')
  @May('see', 'lesson')
  @ApiOkResponse({ type: LessonDto })
  async one(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<LessonDto> {
    return this.#whole(person, id);
  }

  @Patch(':id')
  @For('teacher')
  @May('make', 'lesson')
  @ApiOkResponse({ type: LessonDto })
  async describe(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { was, ...facts }: LessonFactsDto,
  ): Promise<LessonDto> {
    await this.lessons.describe(id, facts, was);
    return this.#whole(person, id);
  }

  @Post(':id/changes')
  @HttpCode(200)
  @For('teacher', 'learner')
  @May('make', 'lesson')
  @ApiOkResponse({ type: ChangedDto })
  async change(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: ChangeDto,
  ): Promise<ChangedDto> {
    const wanted = wantedOf(body);
    const made = await this.edits.change(id, { byId: person.id, revision: body.revision, wanted });
    const { revision, updatedAt } = made.lesson;
    return {
      revision,
      applied: 'do' in wanted ? [] : [...made.done],
      history: historyDto(made.lesson, await this.#last(person, made.lesson)),
      updatedAt: updatedAt.toISOString(),
    };
  }

  @Get(':id/changes')
  @For('teacher', 'learner')
  @May('make', 'lesson')
  @ApiOkResponse({ type: [PastChangeDto] })
  async past(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<PastChangeDto[]> {
    const past = await this.#past(person, await this.lessons.get(id), LISTED);
    return past.map(({ edit, ...one }) => ({ ...one, edit: headOf(edit) }));
  }

  @Post(':id/split')
  @For('teacher')
  @May('make', 'lesson')
  @May('give', 'lesson')
  @ApiCreatedResponse({ type: LessonDto })
  async split(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { at, revision, title }: SplitDto,
  ): Promise<LessonDto> {
    const lesson = await this.lessons.get(id);
    const made = await this.lessons.split(person.id, lesson, { at: micros(at), revision, title });
    return this.#whole(person, made.id);
  }

  @Post(':id/join')
  @HttpCode(200)
  @For('teacher')
  @May('make', 'lesson')
  @May('give', 'lesson')
  @May('give', 'lesson', { body: 'from' })
  @ApiOkResponse({ type: LessonDto })
  async join(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { at, from, start, end, revision }: JoinDto,
  ): Promise<LessonDto> {
    const range = start === undefined || end === undefined ? null : { start: micros(start), end: micros(end) };
    const [lesson, other] = [await this.lessons.get(id), await this.lessons.get(from)];
    await this.lessons.join(person.id, lesson, { from: other, at: micros(at), range, revision });
    return this.#whole(person, id);
  }

  async #may(person: SignedIn, id: string): Promise<LessonRight> {
    if ((await this.access.decide(person, 'own', 'lesson', id)).ok) return 'own';
    return (await this.access.decide(person, 'make', 'lesson', id)).ok ? 'change' : 'use';
  }

  async #last(person: SignedIn, lesson: Lesson): Promise<LastEdit | null> {
    return (await this.#past(person, lesson, 1))[0] ?? null;
  }

  /** The newest changes, with who did them where that was somebody else. */
  async #past(person: SignedIn, lesson: Lesson, most: number): Promise<(Omit<PastChangeDto, 'edit'> & LastEdit)[]> {
    const past = await this.edits.past(lesson, most);
    const others = [...new Set(past.map((one) => one.byId))].filter((id) => id !== person.id);
    const names = await this.people.byIds(others);
    return past.map(({ byId, ...one }) => ({ ...one, by: names.get(byId)?.name ?? null }));
  }

  async #whole(person: SignedIn, id: string): Promise<LessonDto> {
    const lesson = await this.lessons.get(id);
    const newest = await this.jobs.newestFor(id, [IMPORT]);
    return lessonDto(lesson, {
      edits: await this.edits.of(lesson),
      last: await this.#last(person, lesson),
      pages: await this.pages.pagesOf(id),
      borrowed: await this.pages.borrowedPages(id),
      media: await this.media.give(person, [`lesson:${id}`], await this.pages.filesOf(lesson)),
      importing: newest ? jobDto(newest) : null,
      owner: (await this.people.byIds([lesson.ownerId])).get(lesson.ownerId)?.name ?? '',
      may: await this.#may(person, id),
    });
  }
}

/** So many of the newest changes are listed; undo goes further back. */
const LISTED = 30;

/** @throws Problem `not-an-edit` */
function wantedOf({ do: edits, undo, redo }: ChangeDto): Wanted {
  if (edits && undo === undefined && redo === undefined) {
    const read = edits.map(readEdit);
    if (!read.includes(null)) return { do: read as Edit[] };
  } else if (!edits && undo !== undefined && redo === undefined) return { undo };
  else if (!edits && undo === undefined && redo !== undefined) return { redo };
  throw new Problem(422, 'not-an-edit', 'The change could not be understood. The lesson is as it was.');
}
