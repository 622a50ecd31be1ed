import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Put } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { LONGEST_CAPTION, MOST_TYPED } from '@oakbell/core/captions';
import { micros } from '@oakbell/core/clock';
import { OnceIfKeyed } from '../../platform/acts/index.ts';
import { Id, Parts, Text, Whole } from '../../platform/http/index.ts';
import { For } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { CaptionsService } from './captions.service.ts';

export class SpokenStretchDto {
  @Id() takeId: string;
  /** Take time in microseconds. */
  @Whole() start: number;
  @Whole() end: number;
}
export class CaptionLineDto extends SpokenStretchDto {
  /** Nothing where nothing is said. */
  @Text({ max: LONGEST_CAPTION }) text: string;
}
export class LessonCaptionsDto {
  @Parts(() => CaptionLineDto) lines: CaptionLineDto[];
  /** Where something is said, in pieces short enough to be heard once and typed. */
  @Parts(() => SpokenStretchDto) stretches: SpokenStretchDto[];
}
export class TypedLineDto extends SpokenStretchDto {
  /** Null takes the line away. */
  @Text({ max: LONGEST_CAPTION, nullable: true }) text: string | null;
  /** The line as it was seen; null for none. */
  @Text({ max: LONGEST_CAPTION, nullable: true }) was: string | null;
}
export class TypedLinesDto {
  @Parts(() => TypedLineDto, { most: MOST_TYPED }) lines: TypedLineDto[];
}

/** What is said in a lesson, typed by hand. */
@ApiTags('captions')
@Controller('api/lessons/:id/captions')
export class CaptionsController {
  constructor(private readonly captions: CaptionsService) {}

  @Get()
  @For('teacher')
  @May('make', 'lesson')
  @ApiOkResponse({ type: LessonCaptionsDto })
  async of(@Param('id', ParseUUIDPipe) id: string): Promise<LessonCaptionsDto> {
    const { lines, stretches } = await this.captions.ofLesson(id);
    return { lines: [...lines], stretches: [...stretches] };
  }

  @Put()
  @OnceIfKeyed()
  @HttpCode(204)
  @For('teacher')
  @May('make', 'lesson')
  @ApiNoContentResponse()
  async type(@Param('id', ParseUUIDPipe) id: string, @Body() { lines }: TypedLinesDto): Promise<void> {
    await this.captions.type(
      id,
      lines.map((line) => ({ ...line, start: micros(line.start), end: micros(line.end) })),
    );
  }
}
