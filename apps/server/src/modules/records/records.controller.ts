import { Controller, Get, Header, Inject, Param, ParseUUIDPipe, Query, Req, Res } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { present } from '@oakbell/core/present';
import type { Request, Response } from 'express';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { CONFIG, type Config } from '../../platform/config/index.ts';
import { notFound, Text, When, Whole } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { AssignmentsService, WhomService } from '../assignments/index.ts';
import { PeopleService } from '../people/index.ts';
import { Viewings, WhichLessonDto } from '../watching/index.ts';
import { statementsOfAll } from './records.rules.ts';
import { RecordsService } from './records.service.ts';

export class RecordStoreDto {
  /** Where it is; null where this server was told of none. */
  @Text({ nullable: true }) host: string | null;
  /** Visits that are to be told, and since when. */
  @Whole() waiting: number;
  @When({ nullable: true }) since: string | null;
  @When({ nullable: true }) triedAt: string | null;
  /** Why it took nothing the last time; empty when it did. */
  @Text() problem: string;
  @When({ nullable: true }) nextAt: string | null;
}

/** What was watched, as statements of the Experience API. */
@ApiTags('records')
@Controller('api')
export class RecordsController {
  constructor(
    private readonly records: RecordsService,
    private readonly viewings: Viewings,
    private readonly assignments: AssignmentsService,
    private readonly whom: WhomService,
    private readonly people: PeopleService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Get('school/records')
  @For('keeper')
  @ApiOkResponse({ type: RecordStoreDto })
  async standing(): Promise<RecordStoreDto> {
    const { host, waiting, since, triedAt, problem, nextAt } = await this.records.standing();
    const moments = [since, triedAt, nextAt].map((moment) => moment?.toISOString() ?? null);
    const [first = null, tried = null, next = null] = moments;
    return { host, waiting, since: first, triedAt: tried, problem, nextAt: next };
  }

  /** Every visit of its learners to one of its lessons, by their names: docs/formats/statements.md. */
  @Get('watching/assignments/:id/statements')
  @For('teacher')
  @May('teach', 'assignment')
  @Header('Content-Disposition', 'attachment; filename="statements.json"')
  @ApiOkResponse({ schema: { type: 'array', items: { type: 'object' } } })
  async statements(
    @By() _: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Query() { lesson }: WhichLessonDto,
    @Req() request: Request,
    @Res() response: Response,
  ): Promise<void> {
    const { lessonIds } = await this.assignments.get(id);
    if (lesson !== undefined && !lessonIds.includes(lesson)) throw notFound('lesson');
    const learnerIds = await this.whom.learnersOf(id);
    const people = await this.people.byIds(learnerIds);
    const pieces = this.viewings.ofLesson(lesson ?? present(lessonIds[0]), learnerIds);
    // A school that sends no mail and has no store was never asked where it is: where it was asked from is true too.
    const home = this.config.address || `${request.protocol}://${request.get('host') ?? ''}`;
    async function* text(): AsyncGenerator<string> {
      let between = '[';
      for await (const viewings of pieces) {
        const named = viewings.map((one) => ({ ...one, learnerName: people.get(one.learnerId)?.name ?? '' }));
        for (const statement of statementsOfAll(named, home)) {
          yield `${between}\n${JSON.stringify(statement)}`;
          between = ',';
        }
      }
      yield between === '[' ? '[]\n' : '\n]\n';
    }
    response.type('application/json');
    await pipeline(Readable.from(text()), response);
  }
}
