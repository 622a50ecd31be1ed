import { Controller, Delete, Get, HttpCode, Inject, Param, ParseUUIDPipe, Post, Req, Res } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { CONFIG, type Config } from '../../platform/config/index.ts';
import { Text } from '../../platform/http/index.ts';
import { By, For, ForAnyone, type SignedIn } from '../../platform/sessions/index.ts';
import { PeopleService } from '../people/index.ts';
import { CalendarService } from './calendar.service.ts';

export class OwnCalendarDto {
  /** The path of the address at which due dates are read; null where there is none. */
  @Text({ nullable: true }) path: string | null;
}

/** Due dates for the calendars of phones and computers. */
@ApiTags('calendar')
@Controller('api')
export class CalendarController {
  constructor(
    private readonly calendar: CalendarService,
    private readonly people: PeopleService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Get('own-calendar')
  @For('teacher', 'learner')
  @ApiOkResponse({ type: OwnCalendarDto })
  async own(@By() by: SignedIn): Promise<OwnCalendarDto> {
    return { path: await this.calendar.pathOf(by.id) };
  }

  /** A new address; the one before shows nothing any more. */
  @Post('own-calendar')
  @HttpCode(200)
  @For('teacher', 'learner')
  @ApiOkResponse({ type: OwnCalendarDto })
  async renew(@By() by: SignedIn): Promise<OwnCalendarDto> {
    await this.people.setCalendar(by.id, true);
    return this.own(by);
  }

  @Delete('own-calendar')
  @HttpCode(204)
  @For('teacher', 'learner')
  @ApiNoContentResponse()
  async end(@By() by: SignedIn): Promise<void> {
    await this.people.setCalendar(by.id, false);
  }

  @Get('calendar/:person/:signature/due.ics')
  @ForAnyone()
  @ApiOkResponse({ description: 'text/calendar (RFC 5545); see docs/formats/calendar.md' })
  async read(
    @Param('person', ParseUUIDPipe) person: string,
    @Param('signature') signature: string,
    @Req() request: Request,
    @Res() response: Response,
  ): Promise<void> {
    const base = this.config.address || `${request.protocol}://${request.get('host')}`;
    const written = await this.calendar.at(person, signature, base);
    response.type('text/calendar; charset=utf-8').set('Cache-Control', 'private, no-cache').send(written);
  }
}
