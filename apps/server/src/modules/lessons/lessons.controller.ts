import {
  Body,
  Controller,
  Delete,
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
import {
  ApiBody,
  ApiConsumes,
  ApiCreatedResponse,
  ApiNoContentResponse,
  ApiOkResponse,
  ApiTags,
} from '@nestjs/swagger';
import { programmeOf } from '@oakbell/core/edits';
import type { Request, Response } from 'express';
import { notFound } from '../../platform/http/index.ts';
import { jobDto, JobDto, JobsService } from '../../platform/jobs/index.ts';
import { By, For, type Person } from '../../platform/sessions/index.ts';
import { sendFile, STORAGE, type Storage } from '../../platform/storage/index.ts';
import { IMPORT, ImportsService, ReceiveFiles, withFiles, type UploadedFile } from './imports/index.ts';
import {
  CuesDto,
  EditsDto,
  lessonDto,
  LessonDto,
  LessonRowDto,
  LessonTitleDto,
  NewBoardDto,
  NewLessonDto,
  pageDto,
  PageDto,
  PageOrderDto,
} from './lessons.dto.ts';
import { pictureKey } from './lessons.rules.ts';
import { LessonsService } from './lessons.service.ts';

@ApiTags('lessons')
@Controller('api/lessons')
export class LessonsController {
  constructor(
    private readonly lessons: LessonsService,
    private readonly imports: ImportsService,
    private readonly jobs: JobsService,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  @Get()
  @For('teacher')
  @ApiOkResponse({ type: [LessonRowDto] })
  async mine(@By() person: Person): Promise<LessonRowDto[]> {
    const lessons = await this.lessons.of(person.id);
    return Promise.all(
      lessons.map(async ({ id, kind, title, updatedAt, edits }) => {
        const pages = await this.lessons.pagesOf(id);
        const { length } = programmeOf(edits);
        const cover = pages.find((page) => page.smallPicture !== null)?.smallPicture ?? null;
        return {
          id,
          kind,
          title,
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
    const lesson = await this.lessons.add({ ownerId: person.id, kind: body.kind, title: body.title });
    const boards = body.boards ?? (body.kind === 'worked' ? 1 : 0);
    for (let i = 0; i < boards; i += 1) await this.lessons.addBoard(lesson.id, 'squared');
    return this.#whole(person, lesson.id);
  }

  @Get(':id')
  @For('teacher')
  @ApiOkResponse({ type: LessonDto })
  async one(@By() person: Person, @Param('id', ParseUUIDPipe) id: string): Promise<LessonDto> {
    return this.#whole(person, id);
  }

  @Patch(':id')
  @For('teacher')
  @ApiOkResponse({ type: LessonDto })
  async rename(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: LessonTitleDto,
  ): Promise<LessonDto> {
    await this.lessons.rename(await this.lessons.ownOne(person, id), body.title);
    return this.#whole(person, id);
  }

  @Put(':id/edits')
  @For('teacher')
  @ApiOkResponse({ type: LessonDto })
  async saveEdits(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: EditsDto,
  ): Promise<LessonDto> {
    await this.lessons.saveEdits(await this.lessons.ownOne(person, id), body);
    return this.#whole(person, id);
  }

  @Post(':id/boards')
  @For('teacher')
  @ApiCreatedResponse({ type: PageDto })
  async addBoard(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: NewBoardDto,
  ): Promise<PageDto> {
    await this.lessons.ownOne(person, id);
    return pageDto(await this.lessons.addBoard(id, body.backdrop, body.after));
  }

  @Put(':id/pages')
  @HttpCode(204)
  @For('teacher')
  @ApiNoContentResponse()
  async order(@By() person: Person, @Param('id', ParseUUIDPipe) id: string, @Body() body: PageOrderDto): Promise<void> {
    await this.lessons.ownOne(person, id);
    await this.lessons.order(id, body.pages);
  }

  @Delete(':id/pages/:page')
  @HttpCode(204)
  @For('teacher')
  @ApiNoContentResponse()
  async removePage(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('page', ParseUUIDPipe) page: string,
  ): Promise<void> {
    await this.lessons.ownOne(person, id);
    await this.lessons.setRemoved(id, page, true);
  }

  @Post(':id/pages/:page/restore')
  @HttpCode(204)
  @For('teacher')
  @ApiNoContentResponse()
  async restorePage(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('page', ParseUUIDPipe) page: string,
  ): Promise<void> {
    await this.lessons.ownOne(person, id);
    await this.lessons.setRemoved(id, page, false);
  }

  @Put(':id/pages/:page/cues')
  @HttpCode(204)
  @For('teacher')
  @ApiNoContentResponse()
  async setCues(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('page', ParseUUIDPipe) page: string,
    @Body() body: CuesDto,
  ): Promise<void> {
    await this.lessons.ownOne(person, id);
    await this.lessons.setCues(id, page, body.cues);
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
  @For('teacher')
  @ApiOkResponse({ description: 'a picture in WebP' })
  async picture(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('digest') digest: string,
    @Req() request: Request,
    @Res() response: Response,
  ): Promise<void> {
    await this.lessons.ownOne(person, id);
    const pages = await this.lessons.allPagesOf(id);
    if (!pages.some((page) => page.picture === digest || page.smallPicture === digest)) throw notFound('picture');
    await sendFile(this.storage, request, response, { key: pictureKey(digest), type: 'image/webp', forEver: true });
  }

  async #whole(person: Person, id: string): Promise<LessonDto> {
    const lesson = await this.lessons.ownOne(person, id);
    const newest = await this.jobs.newestFor(id, [IMPORT]);
    return lessonDto(lesson, await this.lessons.pagesOf(id), newest ? jobDto(newest) : null);
  }
}
