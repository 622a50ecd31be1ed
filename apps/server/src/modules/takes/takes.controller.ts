import {
  Body,
  Controller,
  Get,
  HttpCode,
  Param,
  ParseEnumPipe,
  ParseIntPipe,
  ParseUUIDPipe,
  Post,
  Put,
  Query,
  Req,
  Res,
} from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { LONGEST_TAKE } from '@oakbell/core/formats';
import type { Request, Response } from 'express';
import { InSteps } from '../../platform/acts/index.ts';
import { Choice, Decimal, Flag, Id, Parts, Problem, Text, Texts, When, Whole } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May, MediaService, Redirected, sendTo } from '../access/index.ts';
import { LessonsService } from '../lessons/index.ts';
import { takeLength, type Take, type Track } from './take.entity.ts';
import { logKey, MOST_PARTS, voiceKey } from './takes.rules.ts';
import { TakeFilmsService } from './takeFilms.service.ts';
import { TakeMaterialService } from './takeMaterial.service.ts';
import { TakeParts } from './takeParts.service.ts';
import { TakesService } from './takes.service.ts';

export class OpenTakeDto {
  @Id() lessonId: string;
  @Text({ min: 8, max: 60 }) windowKey: string;
  @Flag({ optional: true }) takeOver?: boolean;
}
export class FinishTakeDto {
  @Whole({ max: MOST_PARTS }) voiceParts: number;
  @Whole({ max: MOST_PARTS }) logParts: number;
  @Whole({ max: MOST_PARTS, optional: true }) filmParts?: number;
  /** Length of the take in frames of 1/48,000 s: at most three hours. */
  @Whole({ max: LONGEST_TAKE }) frames: number;
  /** Spoken over a lesson: not added to its end. */
  @Flag({ optional: true }) aside?: boolean;
}
export class TakeDto {
  @Id() id: string;
  @Id() lessonId: string;
  @Choice(['open', 'finished', 'discarded']) state: Take['state'];
  @When() openedAt: string;
  /** Microseconds; 0 until finished. */
  @Whole() length: number;
  @Texts() earlier: string[];
}
/** Take time in microseconds, start in, end out. */
export class StretchDto {
  @Whole() start: number;
  @Whole() end: number;
}
export class AnalysisDto {
  @Parts(() => StretchDto) quiet: StretchDto[];
  /** Where the pen wrote and nothing was said. */
  @Parts(() => StretchDto) silentWriting: StretchDto[];
  /** Where sound never reached the recorder: silence stands for it. */
  @Parts(() => StretchDto) lost: StretchDto[];
  /** Loudness in LUFS; null where nothing is to be heard. */
  @Decimal({ min: -100, max: 20, nullable: true }) lufs: number | null;
  /** Levels above this count as speech, in dBFS. */
  @Decimal({ min: -120, max: 0 }) threshold: number;
}
export class SpeakingRateDto {
  @Whole() wordsPerMinute: number;
}
export class ArrivedDto {
  @Whole() voiceParts: number;
  @Whole() logParts: number;
  @Whole() filmParts: number;
  @Whole() logBytes: number;
  @Whole() voiceFrames: number;
  @Whole() nextRun: number;
  @Choice(['open', 'finished', 'discarded']) state: Take['state'];
}

export function takeDto(take: Take): TakeDto {
  const { id, lessonId, state, openedAt, earlier } = take;
  return {
    id,
    lessonId,
    state,
    openedAt: openedAt.toISOString(),
    length: takeLength(take),
    earlier: [...earlier],
  };
}
const TrackEnum = { voice: 'voice', log: 'log', film: 'film' } as const;

@ApiTags('takes')
@Controller('api')
export class TakesController {
  constructor(
    private readonly takes: TakesService,
    private readonly parts: TakeParts,
    private readonly films: TakeFilmsService,
    private readonly material: TakeMaterialService,
    private readonly lessons: LessonsService,
    private readonly media: MediaService,
  ) {}

  @Get('lessons/:id/takes')
  @For('teacher', 'learner')
  @May('make', 'lesson')
  @ApiOkResponse({ type: [TakeDto] })
  async ofLesson(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<TakeDto[]> {
    return (await this.takes.playedBy(await this.lessons.get(id))).map(takeDto);
  }

  @Put('takes/:id')
  @For('teacher', 'learner')
  @May('make', 'lesson', { body: 'lessonId' })
  @ApiOkResponse({ type: TakeDto })
  async open(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: OpenTakeDto,
  ): Promise<TakeDto> {
    return takeDto(await this.takes.open(person, { ...body, id, takeOver: body.takeOver ?? false }));
  }

  @Put('takes/:id/parts/:track/:number')
  @InSteps('the part is stored first, and kept even when another window has taken over')
  @HttpCode(204)
  @For('teacher', 'learner')
  @May('record', 'take')
  @ApiConsumes('application/octet-stream')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  @ApiNoContentResponse()
  async part(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('track', new ParseEnumPipe(TrackEnum)) track: Track,
    @Param('number', ParseIntPipe) number: number,
    @Query('digest') digest: string,
    @Req() request: Request,
  ): Promise<void> {
    const take = await this.takes.get(id);
    const bytes: unknown = request.body;
    if (!Buffer.isBuffer(bytes) || number < 0 || number >= MOST_PARTS)
      throw new Problem(400, 'not-valid', 'A part is plain bytes with a number.');
    await this.parts.add(take, { track, number, digest, bytes });
    if (await this.takes.takenOver(take)) {
      throw new Problem(409, 'taken-over', 'Another window records this lesson now. What was recorded here is kept.');
    }
  }

  @Get('takes/:id/arrived')
  @For('teacher', 'learner')
  @May('record', 'take')
  @ApiOkResponse({ type: ArrivedDto })
  async arrived(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<ArrivedDto> {
    const take = await this.takes.get(id);
    return { ...(await this.parts.arrived(take)), state: take.state };
  }

  @Post('takes/:id/finish')
  @InSteps('waits for the job that closes it, or for the one that is at it; the take itself is the key')
  @HttpCode(200)
  @For('teacher', 'learner')
  @May('record', 'take')
  @ApiOkResponse({ type: TakeDto })
  async finish(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: FinishTakeDto,
  ): Promise<TakeDto> {
    const take = await this.takes.get(id);
    return takeDto(await this.takes.finish(take, { ...body, filmParts: body.filmParts ?? 0 }));
  }

  @Post('takes/:id/finish-as-sent')
  @InSteps('waits for the job that closes it, or for the one that is at it; the take itself is the key')
  @HttpCode(200)
  @For('teacher', 'learner')
  @May('record', 'take')
  @ApiOkResponse({ type: TakeDto })
  async finishAsSent(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<TakeDto> {
    return takeDto(await this.takes.finishAsSent(await this.takes.get(id)));
  }

  @Post('takes/:id/discard')
  @HttpCode(204)
  @For('teacher', 'learner')
  @May('record', 'take')
  @ApiNoContentResponse()
  async discard(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<void> {
    await this.takes.discard(await this.takes.get(id));
  }

  @Get('takes/:id/voice')
  @For('teacher', 'learner')
  @May('hear', 'take')
  @Redirected('the voice as Ogg Opus')
  async voice(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Res() response: Response,
  ): Promise<void> {
    sendTo(response, await this.#address(person, id, voiceKey(id)));
  }

  @Get('takes/:id/log')
  @For('teacher', 'learner')
  @May('hear', 'take')
  @Redirected('the log as NDJSON')
  async log(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string, @Res() response: Response): Promise<void> {
    sendTo(response, await this.#address(person, id, logKey(id)));
  }

  @Get('takes/:id/films/:run')
  @For('teacher', 'learner')
  @May('hear', 'take')
  @Redirected('a film of the camera or of a live window, as WebM or MP4')
  async film(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('run', ParseIntPipe) run: number,
    @Res() response: Response,
  ): Promise<void> {
    sendTo(response, await this.#address(person, id, await this.films.file(id, run)));
  }

  @Get('takes/:id/analysis')
  @For('teacher')
  @May('hear', 'take')
  @ApiOkResponse({ type: AnalysisDto })
  async analysis(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<AnalysisDto> {
    const found = await this.material.analysis(await this.takes.finished(id));
    const { quiet, silentWriting, lost, lufs, threshold } = found;
    return { quiet: [...quiet], silentWriting: [...silentWriting], lost: [...lost], lufs, threshold };
  }

  @Get('speaking-rate')
  @For('teacher')
  @ApiOkResponse({ type: SpeakingRateDto })
  async speakingRate(@By() person: SignedIn): Promise<SpeakingRateDto> {
    return { wordsPerMinute: await this.material.speakingRate(person.id) };
  }

  @Get('takes/:id/peaks')
  @For('teacher', 'learner')
  @May('hear', 'take')
  @Redirected('a hundred peaks a second, one byte each')
  async peaks(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Res() response: Response,
  ): Promise<void> {
    sendTo(response, await this.#address(person, id, await this.material.peaks(await this.takes.finished(id))));
  }

  async #address(person: SignedIn, id: string, key: string): Promise<string> {
    const { lessonId } = await this.takes.get(id);
    return this.media.address(person, [`take:${id}`, `lesson:${lessonId}`], key);
  }
}
