import { Body, Controller, Get, Header, HttpCode, Param, ParseUUIDPipe, Put, Query } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiProduces, ApiTags } from '@nestjs/swagger';
import { OnceIfKeyed } from '../../platform/acts/index.ts';
import { Choice } from '../../platform/http/index.ts';
import { For } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { Excuses } from '../assignments/index.ts';
import { ExcuseDto, GradebookDto } from './gradebook.dto.ts';
import { GradebookService } from './gradebook.service.ts';
import { gradebookTable } from './gradebookTable.ts';

export class WhatCountsDto {
  /** Whether what is missing counts as no points, or is left out. */
  @Choice(['nothing', 'left-out'], { optional: true }) missing?: 'nothing' | 'left-out';
}

/** What a class was given to hand in, and what came of it. */
@ApiTags('marking')
@Controller('api')
export class GradebookController {
  constructor(
    private readonly book: GradebookService,
    private readonly excuses: Excuses,
  ) {}

  @Get('classes/:id/gradebook')
  @For('teacher')
  @May('teach', 'class')
  @ApiOkResponse({ type: GradebookDto })
  async of(@Param('id', ParseUUIDPipe) id: string): Promise<GradebookDto> {
    return this.book.of(id);
  }

  /** The same as a table, for a program that reads CSV. */
  @Get('classes/:id/gradebook/table')
  @For('teacher')
  @May('teach', 'class')
  @Header('Content-Type', 'text/csv; charset=utf-8')
  @Header('Content-Disposition', 'attachment; filename="marks.csv"')
  @ApiProduces('text/csv')
  @ApiOkResponse({ schema: { type: 'string' } })
  async table(@Param('id', ParseUUIDPipe) id: string, @Query() { missing }: WhatCountsDto): Promise<string> {
    return gradebookTable(await this.book.of(id), missing === 'nothing');
  }

  /** Says that it is not asked of a learner, or that it is after all. */
  @Put('assignments/:id/excused/:learner')
  @OnceIfKeyed()
  @HttpCode(204)
  @For('teacher')
  @May('teach', 'assignment')
  @ApiNoContentResponse()
  async excuse(
    @Param('id', ParseUUIDPipe) id: string,
    @Param('learner', ParseUUIDPipe) learner: string,
    @Body() { excused }: ExcuseDto,
  ): Promise<void> {
    await this.excuses.set(id, learner, excused);
  }
}
