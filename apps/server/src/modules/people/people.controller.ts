import { Body, Controller, Delete, Get, HttpCode, Inject, Post, Req, Res } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { CONFIG, type Config } from '../../platform/config/index.ts';
import { Choice, Id, Problem, Text } from '../../platform/http/index.ts';
import {
  By,
  For,
  ForAnyone,
  ROLES,
  SESSION_COOKIE,
  SESSION_HOURS,
  SessionsService,
  type Person,
  type Role,
} from '../../platform/sessions/index.ts';
import type { PersonEntity } from './person.entity.ts';
import { PeopleService } from './people.service.ts';

export class SignInDto {
  @Text({ min: 1, max: 80 }) name: string;
  @Text({ min: 1, max: 200 }) password: string;
}
export class PersonDto {
  @Id() id: string;
  @Text() name: string;
  @Choice(ROLES) role: Role;
}
export class RosterPersonDto extends PersonDto {
  @Text() signInName: string;
}

const personDto = ({ id, name, role }: PersonEntity): PersonDto => ({ id, name, role });

@ApiTags('people')
@Controller('api')
export class PeopleController {
  constructor(
    private readonly people: PeopleService,
    private readonly sessions: SessionsService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Post('session')
  @HttpCode(200)
  @ForAnyone()
  @ApiOkResponse({ type: PersonDto })
  async signIn(
    @Body() body: SignInDto,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<PersonDto> {
    const person = await this.people.signIn(body.name, body.password, request.ip ?? '');
    const secret = await this.sessions.begin({ id: person.id, role: person.role });
    response.cookie(SESSION_COOKIE, secret, {
      httpOnly: true,
      sameSite: 'lax',
      secure: this.config.secureCookies,
      maxAge: SESSION_HOURS * 3_600_000,
      path: '/',
    });
    return personDto(person);
  }

  @Get('session')
  @For(...ROLES)
  @ApiOkResponse({ type: PersonDto })
  async me(@By() by: Person): Promise<PersonDto> {
    const person = await this.people.one(by.id);
    if (!person) throw new Problem(401, 'signed-out', 'This account is no longer here.');
    return personDto(person);
  }

  @Delete('session')
  @HttpCode(204)
  @ForAnyone()
  @ApiNoContentResponse()
  async signOut(@Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<void> {
    const secret = (request.cookies as Readonly<Record<string, string | undefined>>)[SESSION_COOKIE];
    if (secret) await this.sessions.end(secret);
    response.clearCookie(SESSION_COOKIE, { path: '/' });
  }

  @Get('people')
  @For('keeper')
  @ApiOkResponse({ type: [RosterPersonDto] })
  async all(): Promise<RosterPersonDto[]> {
    return (await this.people.all()).map((person) => ({ ...personDto(person), signInName: person.signInName }));
  }
}
