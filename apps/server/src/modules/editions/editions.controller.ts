import { Body, Controller, Get, Param, ParseUUIDPipe, Post, Put, Query, Res } from '@nestjs/common';
import { ApiCreatedResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { micros } from '@oakbell/core/clock';
import { turnsToCome } from '@oakbell/core/opening';
import { Type } from 'class-transformer';
import type { Response } from 'express';
import { Once } from '../../platform/acts/index.ts';
import { Choice, Decimal, Flag, Id, Part, When, Whole } from '../../platform/http/index.ts';
import { By, For, InFrames, type SignedIn } from '../../platform/sessions/index.ts';
import { May, MediaDto, MediaService } from '../access/index.ts';
import { LessonsService, openingOf } from '../lessons/index.ts';
import type { Edition } from './edition.entity.ts';
import { filesOf } from './editions.rules.ts';
import { EditionsService, type EditionHead } from './editions.service.ts';

export class EditionDto {
  @Id() id: string;
  @Id() lessonId: string;
  @Whole({ min: 1 }) number: number;
  @Choice(['making', 'ready', 'failed']) state: Edition['state'];
  @Whole() length: number;
  @Decimal({ min: -100, max: 10, nullable: true }) lufs: number | null;
  @Id() jobId: string;
  @When() createdAt: string;
  /** Since when only its maker sees it; null when it is open to those it was given to. */
  @When({ nullable: true }) withdrawnAt: string | null;
}
export class OpenedEditionDto {
  @Id() id: string;
  @Id() lessonId: string;
  @Part(() => MediaDto) media: MediaDto;
}
export class WithdrawnDto {
  @Flag() withdrawn: boolean;
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

function editionDto({ createdAt, withdrawnAt, ...edition }: EditionHead): EditionDto {
  const { id, lessonId, number, state, length, lufs, jobId } = edition;
  const moments = { createdAt: createdAt.toISOString(), withdrawnAt: withdrawnAt?.toISOString() ?? null };
  return { id, lessonId, number, state, length, lufs, jobId, ...moments };
}

@ApiTags('editions')
@Controller('api')
export class EditionsController {
  constructor(
    private readonly editions: EditionsService,
    private readonly lessons: LessonsService,
    private readonly media: MediaService,
  ) {}

  @Post('lessons/:id/editions')
  @Once()
  @For('teacher')
  @May('make', 'lesson')
  @ApiCreatedResponse({ type: EditionDto })
  async publish(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<EditionDto> {
    return editionDto(await this.editions.publish(person.id, id));
  }

  @Get('lessons/:id/editions')
  @For('teacher')
  @May('see', 'lesson')
  @ApiOkResponse({ type: [EditionDto] })
  async ofLesson(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<EditionDto[]> {
    return (await this.editions.ofLesson(id)).map(editionDto);
  }

  @Get('lessons/:id/excerpt')
  @For('teacher')
  @May('make', 'lesson')
  @ApiOkResponse({ description: 'a stretch of the lesson as it would sound when published, as Opus' })
  async excerpt(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Query() { start, end, noise, levelling }: ExcerptDto,
    @Res() response: Response,
  ): Promise<void> {
    const lesson = await this.lessons.get(id);
    const range = { start: micros(start), end: micros(Math.min(end, start + LONGEST_EXCERPT)) };
    const sound = await this.editions.excerpt(person.id, lesson, {
      range,
      clean: { noise: noise === 'on', levelling: levelling === 'on' },
    });
    response.type('audio/webm').set('Cache-Control', 'no-store').send(sound);
  }

  /** An edition to be watched, with the addresses of everything that is part of it. */
  @Get('editions/:id')
  @InFrames()
  @For('teacher', 'learner')
  @May('watch', 'edition')
  @ApiOkResponse({ type: OpenedEditionDto })
  async open(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<OpenedEditionDto> {
    const edition = await this.editions.get(id);
    const scopes = [`edition:${id}`, `lesson:${edition.lessonId}`];
    const { lessonId } = edition;
    const [end] = turnsToCome(openingOf(await this.lessons.get(lessonId)), Date.now());
    return { id, lessonId, media: await this.media.give(person, scopes, filesOf(edition), end) };
  }

  @Put('editions/:id/withdrawn')
  @For('teacher')
  @May('withdraw', 'edition')
  @ApiOkResponse({ type: EditionDto })
  async withdraw(
    @By() _: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { withdrawn }: WithdrawnDto,
  ): Promise<EditionDto> {
    await this.editions.setWithdrawn(id, withdrawn);
    return editionDto(await this.editions.get(id));
  }
}
