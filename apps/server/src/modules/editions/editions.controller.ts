import { Controller, Get, Inject, Param, ParseEnumPipe, ParseUUIDPipe, Post, Query, Req, Res } from '@nestjs/common';
import { ApiCreatedResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Micros } from '@oakbell/core/clock';
import type { ProgrammeFilm } from '@oakbell/core/scene';
import { Type } from 'class-transformer';
import type { Request, Response } from 'express';
import { Choice, Decimal, Id, notFound, When, Whole } from '../../platform/http/index.ts';
import { By, For, type Person } from '../../platform/sessions/index.ts';
import { sendFile, STORAGE, type Storage } from '../../platform/storage/index.ts';
import { LessonsService, pictureKey } from '../lessons/index.ts';
import type { EditionEntity } from './edition.entity.ts';
import { editionKey, EditionsService } from './editions.service.ts';

export class EditionDto {
  @Id() id: string;
  @Id() lessonId: string;
  @Whole({ min: 1 }) number: number;
  @Choice(['making', 'ready', 'failed']) state: EditionEntity['state'];
  @Whole() length: number;
  @Decimal({ min: -100, max: 10, nullable: true }) lufs: number | null;
  @Id() jobId: string;
  @When() createdAt: string;
}

/** Half a minute, in microseconds. */
const LONGEST_EXCERPT = 30_000_000;
/** Programme time in microseconds, start in, end out: at most half a minute is given. */
export class ExcerptDto {
  @Type(() => Number) @Whole() start: number;
  @Type(() => Number) @Whole({ min: 1 }) end: number;
  @Choice(['on', 'off']) noise: 'on' | 'off';
  @Choice(['on', 'off']) levelling: 'on' | 'off';
}

function editionDto({ id, lessonId, number, state, length, lufs, jobId, createdAt }: EditionEntity): EditionDto {
  return { id, lessonId, number, state, length, lufs, jobId, createdAt: createdAt.toISOString() };
}

const FilmEnum = { camera: 'camera', page: 'page' } as const;

@ApiTags('editions')
@Controller('api')
export class EditionsController {
  constructor(
    private readonly editions: EditionsService,
    private readonly lessons: LessonsService,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  @Post('lessons/:id/editions')
  @For('teacher')
  @ApiCreatedResponse({ type: EditionDto })
  async publish(@By() person: Person, @Param('id', ParseUUIDPipe) id: string): Promise<EditionDto> {
    return editionDto((await this.editions.publish(await this.lessons.ownOne(person, id))).edition);
  }

  @Get('lessons/:id/editions')
  @For('teacher')
  @ApiOkResponse({ type: [EditionDto] })
  async ofLesson(@By() person: Person, @Param('id', ParseUUIDPipe) id: string): Promise<EditionDto[]> {
    await this.lessons.ownOne(person, id);
    return (await this.editions.ofLesson(id)).map(editionDto);
  }

  @Get('lessons/:id/excerpt')
  @For('teacher')
  @ApiOkResponse({ description: 'a stretch of the lesson as it would sound when published, as Opus' })
  async excerpt(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Query() { start, end, noise, levelling }: ExcerptDto,
    @Res() response: Response,
  ): Promise<void> {
    const lesson = await this.lessons.ownOne(person, id);
    const range = { start: start as Micros, end: Math.min(end, start + LONGEST_EXCERPT) as Micros };
    const sound = await this.editions.excerpt(lesson, range, { noise: noise === 'on', levelling: levelling === 'on' });
    response.type('audio/webm').set('Cache-Control', 'no-store').send(sound);
  }

  @Get('editions/:id/manifest')
  @For('teacher', 'learner')
  @ApiOkResponse({ description: 'the manifest: see docs/formats/edition.md' })
  async manifest(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Req() request: Request,
    @Res() response: Response,
  ): Promise<void> {
    await this.editions.watchable(person, id);
    const sent = {
      key: editionKey(id, 'manifest.json.gz'),
      type: 'application/json',
      forEver: true,
      encoding: 'gzip',
    } as const;
    await sendFile(this.storage, request, response, sent);
  }

  @Get('editions/:id/voice.webm')
  @For('teacher', 'learner')
  @ApiOkResponse({ description: 'the programme voice as Opus' })
  async voice(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Req() request: Request,
    @Res() response: Response,
  ): Promise<void> {
    await this.editions.watchable(person, id);
    await sendFile(this.storage, request, response, {
      key: editionKey(id, 'voice.webm'),
      type: 'audio/webm',
      forEver: true,
    });
  }

  @Get('editions/:id/voice.m4a')
  @For('teacher', 'learner')
  @ApiOkResponse({ description: 'the programme voice as AAC; not there in the first moments of an edition' })
  async voiceAac(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Req() request: Request,
    @Res() response: Response,
  ): Promise<void> {
    await this.editions.watchable(person, id);
    await sendFile(this.storage, request, response, {
      key: editionKey(id, 'voice.m4a'),
      type: 'audio/mp4',
      forEver: true,
    });
  }

  @Get('editions/:id/films/:film')
  @For('teacher', 'learner')
  @ApiOkResponse({ description: 'a programme film as MP4' })
  async film(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('film', new ParseEnumPipe(FilmEnum)) film: ProgrammeFilm,
    @Req() request: Request,
    @Res() response: Response,
  ): Promise<void> {
    await this.editions.watchable(person, id);
    await sendFile(this.storage, request, response, {
      key: editionKey(id, `${film}.mp4`),
      type: 'video/mp4',
      forEver: true,
    });
  }

  @Get('editions/:id/pictures/:digest')
  @For('teacher', 'learner')
  @ApiOkResponse({ description: 'a picture in WebP' })
  async picture(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('digest') digest: string,
    @Req() request: Request,
    @Res() response: Response,
  ): Promise<void> {
    const edition = await this.editions.watchable(person, id);
    if (!(await this.editions.hasPicture(edition, digest))) throw notFound('picture');
    await sendFile(this.storage, request, response, { key: pictureKey(digest), type: 'image/webp', forEver: true });
  }
}
