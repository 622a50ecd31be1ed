import { Body, Controller, Get, Header, HttpCode, Param, ParseUUIDPipe, Post, Put } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiProduces, ApiTags } from '@nestjs/swagger';
import type { TablePlan } from '@oakbell/core/marking';
import { OnceIfKeyed } from '../../platform/acts/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { Excuses } from '../assignments/index.ts';
import { ExcuseDto, GradebookDto, GradingDto, OwnMarksDto, TableDto, TablePlanDto } from './gradebook.dto.ts';
import { GradebookService } from './gradebook.service.ts';
import { gradebookTable } from './gradebookTable.ts';
import { Gradings } from './gradings.service.ts';
import { MarksTables } from './marksTable.service.ts';

const planDto = ({ changes, leftOut, same }: TablePlan): TablePlanDto => ({
  changes: [...changes],
  leftOut: [...leftOut],
  same,
});

/** What a class was given to hand in, and what came of it. */
@ApiTags('marking')
@Controller('api')
export class GradebookController {
  constructor(
    private readonly book: GradebookService,
    private readonly excuses: Excuses,
    private readonly gradings: Gradings,
    private readonly tables: MarksTables,
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
  async table(@Param('id', ParseUUIDPipe) id: string): Promise<string> {
    return gradebookTable(await this.book.of(id));
  }

  /** What points in a table would change. */
  @Post('classes/:id/gradebook/table/plan')
  @HttpCode(200)
  @For('teacher')
  @May('teach', 'class')
  @ApiOkResponse({ type: TablePlanDto })
  async planned(@Param('id', ParseUUIDPipe) id: string, @Body() { csv }: TableDto): Promise<TablePlanDto> {
    return planDto(await this.tables.plan(id, csv));
  }

  /** Gives the points of a table; says what was changed. */
  @Put('classes/:id/gradebook/table')
  @OnceIfKeyed()
  @For('teacher')
  @May('teach', 'class')
  @ApiOkResponse({ type: TablePlanDto })
  async bring(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { csv }: TableDto,
  ): Promise<TablePlanDto> {
    return planDto(await this.tables.apply(person, id, csv));
  }

  /** How the class counts what is missing and what is late. */
  @Put('classes/:id/grading')
  @OnceIfKeyed()
  @HttpCode(204)
  @For('teacher')
  @May('teach', 'class')
  @ApiNoContentResponse()
  async grade(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string, @Body() body: GradingDto): Promise<void> {
    await this.gradings.set(person, id, body);
  }

  /** What came of one's own work. */
  @Get('own-classes/:id/marks')
  @For('learner')
  @May('learn', 'class')
  @ApiOkResponse({ type: OwnMarksDto })
  async own(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<OwnMarksDto> {
    return this.book.ofLearner(id, person.id);
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
