import { LONGEST_PASSWORD, TEXT_SIZES, textSizeFor, type TextSize } from '@oakbell/core/people';
import { present } from '@oakbell/core/present';
import { Body, Controller, Delete, Get, HttpCode, Param, ParseUUIDPipe, Post, Put, Req, Res } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { Acts, InSteps } from '../../platform/acts/index.ts';
import { Choice, Flag, Id, notFound, Problem, Text, When, Whole } from '../../platform/http/index.ts';
import {
  BeforeFirstPassword,
  By,
  For,
  ForAnyone,
  InFrames,
  ROLES,
  IDLE_HOURS,
  SESSION_HOURS,
  SessionsService,
  type SignedIn,
} from '../../platform/sessions/index.ts';
import { SchoolService } from '../school/index.ts';
import { AccommodationsService } from './accommodations.service.ts';
import { PersonDto, personDto } from './people.controller.ts';
import type { PersonEntity } from './person.entity.ts';
import { PasswordsService } from './passwords.service.ts';
import { PeopleService } from './people.service.ts';
import { SessionHand } from './sessionHand.ts';

export class SignInDto {
  @Text({ min: 1, max: 80 }) name: string;
  @Text({ min: 1, max: LONGEST_PASSWORD }) password: string;
}
export class MeDto extends PersonDto {
  /** What the school calls them, where they chose another name to be shown. */
  @Text({ nullable: true }) registerName: string | null;
  /** The first password has to be changed before anything else can be done. */
  @Flag() mustChangePassword: boolean;
  /** When the session ends, whatever is done in it. */
  @When() endsAt: string;
  /** The school's time zone, by its IANA name: days and times are shown in it. */
  @Text() timeZone: string;
  /** How large letters are for them, and what they chose themselves. */
  @Choice(TEXT_SIZES) textSize: TextSize;
  @Choice(TEXT_SIZES, { nullable: true }) chosenTextSize: TextSize | null;
  /** Whether what is said stands under the pages from the beginning. */
  @Flag() captions: boolean;
  /** Nothing is to move on the screen by itself. */
  @Flag() lessMotion: boolean;
  /** It ends sooner when nothing is asked in it for so long, in ms. */
  @Whole() idleMs: number;
}
export class PasswordDto {
  @Text({ min: 1, max: LONGEST_PASSWORD }) current: string;
  @Text({ min: 1, max: LONGEST_PASSWORD }) next: string;
}
export class SessionDto {
  @Id() id: string;
  /** Browser and system in a few words. */
  @Text() device: string;
  @When() startedAt: string;
  @When() lastAt: string;
  /** Whether it is the one that asks. */
  @Flag() here: boolean;
}

const HOUR_MS = 3_600_000;

/** Signing in and out, where one is signed in, and the password. */
@ApiTags('people')
@Controller('api')
export class SessionsController {
  constructor(
    private readonly people: PeopleService,
    private readonly passwords: PasswordsService,
    private readonly sessions: SessionsService,
    private readonly hand: SessionHand,
    private readonly acts: Acts,
    private readonly school: SchoolService,
    private readonly accommodations: AccommodationsService,
  ) {}

  @Post('session')
  @InSteps('a password is looked at first, and a wrong one is counted')
  @HttpCode(200)
  @ForAnyone()
  @ApiOkResponse({ type: MeDto })
  async signIn(
    @Body() body: SignInDto,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<MeDto> {
    const person = await this.passwords.signIn(body.name, body.password, request.ip ?? '');
    const mustChange = person.firstKey !== null;
    const me = await this.#me(person, mustChange);
    await this.hand.letIn(person, request, response, mustChange);
    return me;
  }

  @Get('session')
  @For(...ROLES)
  @InFrames()
  @BeforeFirstPassword()
  @ApiOkResponse({ type: MeDto })
  async me(@By() by: SignedIn): Promise<MeDto> {
    const person = await this.people.one(by.id);
    if (!person) throw new Problem(401, 'signed-out', 'This account is no longer here.');
    return this.#me(person, by.mustChange, by.endsAt);
  }

  @Delete('session')
  @InSteps('the cookie goes once the session has ended')
  @HttpCode(204)
  @ForAnyone()
  @ApiNoContentResponse()
  async signOut(@Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<void> {
    await this.acts.do(() => this.hand.end(request));
    this.hand.forget(response);
    // Pictures and sound of lessons that the browser kept are not for whoever sits down next.
    response.setHeader('Clear-Site-Data', '"cache"');
  }

  @Get('sessions')
  @For(...ROLES)
  @ApiOkResponse({ type: [SessionDto] })
  async mine(@By() by: SignedIn): Promise<SessionDto[]> {
    return (await this.sessions.of(by.id)).map(({ id, device, startedAt, lastAt }) => ({
      id,
      device,
      startedAt: startedAt.toISOString(),
      lastAt: lastAt.toISOString(),
      here: id === by.sessionId,
    }));
  }

  /** Ends every other session of this person. */
  @Delete('sessions')
  @HttpCode(204)
  @For(...ROLES)
  @ApiNoContentResponse()
  async endOthers(@By() by: SignedIn): Promise<void> {
    await this.hand.cut(await this.sessions.endOf(by.id, { allBut: by.sessionId }));
  }

  @Delete('sessions/:id')
  @HttpCode(204)
  @For(...ROLES)
  @ApiNoContentResponse()
  async endOne(@By() by: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<void> {
    const ended = await this.sessions.endOf(by.id, { id });
    if (ended.length === 0) throw notFound('session');
    await this.hand.cut(ended);
  }

  @Put('password')
  @InSteps('the cookie of the new session is handed out once that is kept')
  @For(...ROLES)
  @BeforeFirstPassword()
  @ApiOkResponse({ type: MeDto })
  async changePassword(
    @By() by: SignedIn,
    @Body() body: PasswordDto,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<MeDto> {
    const { me, secret } = await this.acts.do(async () => {
      await this.passwords.changePassword(by.id, { ...body, address: request.ip ?? '' });
      // Whoever knew the old one is out, everywhere; this browser goes on in a new session.
      await this.hand.cut(await this.sessions.endOf(by.id, { allBut: by.sessionId }));
      await this.hand.end(request);
      const changed = present(await this.people.one(by.id));
      return { me: await this.#me(changed, false), secret: await this.hand.begin(changed, request, false) };
    });
    // Nothing is asked any more once it is kept: what broke then would tell that nothing was changed.
    this.hand.hand(response, secret);
    return me;
  }

  async #me(
    person: PersonEntity,
    mustChange: boolean,
    endsAt = new Date(Date.now() + SESSION_HOURS * HOUR_MS),
  ): Promise<MeDto> {
    const needs = await this.accommodations.of(person.id);
    return {
      ...personDto(person),
      registerName: person.registerName,
      mustChangePassword: mustChange,
      endsAt: endsAt.toISOString(),
      timeZone: await this.school.timeZone(),
      textSize: textSizeFor(person.textSize, needs.largerText),
      captions: needs.captions,
      chosenTextSize: person.textSize,
      lessMotion: person.lessMotion,
      idleMs: IDLE_HOURS * HOUR_MS,
    };
  }
}
