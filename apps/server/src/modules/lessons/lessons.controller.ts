import {
  Body,
  Controller,
  Get,
  HttpCode,
  Inject,
  Param,
  ParseUUIDPipe,
  Patch,
  Post,
  Put,
  Req,
  Res,
  UploadedFiles,
  UseInterceptors,
} from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiCreatedResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Micros } from '@oakbell/core/clock';
import { programmeOf } from '@oakbell/core/edits';
import { readBackdrop, SQUARED } from '@oakbell/core/pages';
import type { Request, Response } from 'express';
import { notFound, Problem } from '../../platform/http/index.ts';
import { jobDto, JobDto, JobsService } from '../../platform/jobs/index.ts';
import { By, For, type Person } from '../../platform/sessions/index.ts';
import { sendFile, STORAGE, type Storage } from '../../platform/storage/index.ts';
import { IMPORT, ImportsService, ReceiveFiles, withFiles, type UploadedFile } from './imports/index.ts';
import {
  EditsDto,
  JoinDto,
  SplitDto,
  lessonDto,
  LessonDto,
  LessonRowDto,
  LessonFactsDto,
  NewLessonDto,
} from './lessons.dto.ts';
import { pictureKey } from './lessons.rules.ts';
import { LessonsService } from './lessons.service.ts';
import { PagesService } from './pages.service.ts';

@ApiTags('lessons')
@Controller('api/lessons')
export class LessonsController {
  constructor(
    private readonly lessons: LessonsService,
    private readonly imports: ImportsService,
    private readonly pages: PagesService,
    private readonly jobs: JobsService,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  @Get()
  @For('teacher')
  @ApiOkResponse({ type: [LessonRowDto] })
  async mine(@By() person: Person): Promise<LessonRowDto[]> {
    const lessons = await this.lessons.of(person.id);
    return Promise.all(
      lessons.map(async ({ id, kind, title, unitId, savedAs, updatedAt, edits }) => {
        const pages = await this.lessons.pagesOf(id);
        const { length } = programmeOf(edits);
        const shown = pages.find((page) => page.smallPicture !== null)?.smallPicture ?? null;
        const cover = edits.cover?.picture ?? shown;
        return {
          id,
          kind,
          title,
          unitId,
          savedAs,
          updatedAt: updatedAt.toISOString(),
          pages: pages.length,
          length,
          cover,
          recorded: length > 0,
        };
      }),
    );
  }

  @Post()
  @For('teacher')
  @ApiCreatedResponse({ type: LessonDto })
  async add(@By() person: Person, @Body() body: NewLessonDto): Promise<LessonDto> {
    const { kind, title, goal = '', targetMs = 300_000, unitId = null, from, opening } = body;
    for (const source of [from, opening]) if (source) await this.lessons.ownOne(person, source);
    const backdrop = body.backdrop === undefined ? SQUARED : readBackdrop(body.backdrop);
    if (!backdrop || backdrop.kind === 'picture') throw new Problem(422, 'bad-backdrop', 'There is no such board.');
    const lesson = await this.lessons.add({ ownerId: person.id, kind, title, goal, targetMs, unitId });
    const boards = body.boards ?? (kind === 'worked' && !from ? 1 : 0);
    for (let i = 0; i < boards; i += 1) await this.lessons.addBoard(lesson.id, backdrop);
    if (from) await this.pages.copyFrom(lesson.id, from, null, false);
    if (opening) await this.pages.copyFrom(lesson.id, opening, null, true);
    return this.#whole(person, lesson.id);
  }

  @Get(':id')
  @For('teacher', 'learner')
  @ApiOkResponse({ type: LessonDto })
  async one(@By() person: Person, @Param('id', ParseUUIDPipe) id: string): Promise<LessonDto> {
    return this.#whole(person, id);
  }

  @Patch(':id')
  @For('teacher')
  @ApiOkResponse({ type: LessonDto })
  async describe(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: LessonFactsDto,
  ): Promise<LessonDto> {
    await this.lessons.describe(await this.lessons.ownOne(person, id), { ...body });
    return this.#whole(person, id);
  }

  @Put(':id/edits')
  @For('teacher', 'learner')
  @ApiOkResponse({ type: LessonDto })
  async saveEdits(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: EditsDto,
  ): Promise<LessonDto> {
    await this.lessons.saveEdits(await this.lessons.ownOne(person, id), body);
    return this.#whole(person, id);
  }

  @Post(':id/split')
  @For('teacher')
  @ApiCreatedResponse({ type: LessonDto })
  async split(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { at, revision, title }: SplitDto,
  ): Promise<LessonDto> {
    const made = await this.lessons.split(await this.lessons.ownOne(person, id), { at: at as Micros, revision, title });
    return this.#whole(person, made.id);
  }

  @Post(':id/join')
  @HttpCode(200)
  @For('teacher')
  @ApiOkResponse({ type: LessonDto })
  async join(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { at, from, start, end, revision }: JoinDto,
  ): Promise<LessonDto> {
    const range = start === undefined || end === undefined ? null : { start: start as Micros, end: end as Micros };
    const [lesson, other] = [await this.lessons.ownOne(person, id), await this.lessons.ownOne(person, from)];
    await this.lessons.join(lesson, other, { at: at as Micros, range, revision });
    return this.#whole(person, id);
  }

  @Post(':id/imports')
  @For('teacher')
  @UseInterceptors(ReceiveFiles())
  @ApiConsumes('multipart/form-data')
  @ApiBody({
    schema: { type: 'object', properties: { files: { type: 'array', items: { type: 'string', format: 'binary' } } } },
  })
  @ApiCreatedResponse({ type: JobDto })
  async import(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @UploadedFiles() files: UploadedFile[],
  ): Promise<JobDto> {
    return withFiles(files, async (received) => {
      await this.lessons.ownOne(person, id);
      const checked = await this.imports.check(received, (await this.lessons.pagesOf(id)).length);
      return jobDto(await this.imports.begin({ lessonId: id, ownerId: person.id, as: 'slide' }, checked));
    });
  }

  @Get(':id/pictures/:digest')
  @For('teacher', 'learner')
  @ApiOkResponse({ description: 'a picture in WebP' })
  async picture(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('digest') digest: string,
    @Req() request: Request,
    @Res() response: Response,
  ): Promise<void> {
    await this.lessons.ownOne(person, id);
    if (!(await this.pages.hasPicture(id, digest))) throw notFound('picture');
    await sendFile(this.storage, request, response, { key: pictureKey(digest), type: 'image/webp', forEver: true });
  }

  async #whole(person: Person, id: string): Promise<LessonDto> {
    const lesson = await this.lessons.ownOne(person, id);
    const newest = await this.jobs.newestFor(id, [IMPORT]);
    return lessonDto(lesson, {
      pages: await this.lessons.pagesOf(id),
      borrowed: await this.lessons.borrowedPages(id),
      importing: newest ? jobDto(newest) : null,
    });
  }
}
