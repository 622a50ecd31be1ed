import { LONGEST_NAME, LONGEST_PASSWORD, LONGEST_SIGN_IN_NAME } from '@oakbell/core/people';
import { Body, Controller, Get, HttpCode, Inject, Post, Req } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Request } from 'express';
import { createHash, timingSafeEqual } from 'node:crypto';
import { Acts, InSteps } from '../../platform/acts/index.ts';
import { CONFIG, type Config } from '../../platform/config/index.ts';
import { Flag, Problem, Text } from '../../platform/http/index.ts';
import { ForAnyone } from '../../platform/sessions/index.ts';
import { SchoolService } from '../school/index.ts';
import { firstKeeperWords, plainWords } from './firstWords.ts';
import { isWellKnown } from './wellKnown.ts';
import { passwordFault, PASSWORD_WORDS } from './people.rules.ts';
import { PeopleService } from './people.service.ts';
import { SignInLimits } from './signInLimits.ts';

export class BegunDto {
  @Flag() begun: boolean;
}
export class BeginningDto {
  /** What the server wrote when it was started. */
  @Text({ min: 1, max: 200 }) words: string;
  @Text({ min: 1, max: 120 }) school: string;
  @Text({ min: 1, max: 60 }) timeZone: string;
  @Text({ min: 1, max: LONGEST_NAME }) name: string;
  @Text({ min: 1, max: LONGEST_SIGN_IN_NAME }) signInName: string;
  @Text({ min: 1, max: LONGEST_PASSWORD }) password: string;
}

const digest = (text: string): Buffer => createHash('sha256').update(text).digest();

/** A school that nobody keeps yet is begun by whoever can read what its server writes. */
@ApiTags('school')
@Controller('api/beginning')
export class BeginningController {
  constructor(
    private readonly people: PeopleService,
    private readonly school: SchoolService,
    private readonly limits: SignInLimits,
    private readonly acts: Acts,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Get()
  @ForAnyone()
  @ApiOkResponse({ type: BegunDto })
  async isBegun(): Promise<BegunDto> {
    return { begun: await this.people.isKept() };
  }

  @Post()
  @InSteps('wrong words are counted')
  @HttpCode(204)
  @ForAnyone()
  @ApiNoContentResponse()
  async begin(@Body() body: BeginningDto, @Req() request: Request): Promise<void> {
    const { school, timeZone, name, signInName, password } = body;
    if (await this.people.isKept()) throw new Problem(409, 'school-begun', 'This school has begun already. Sign in.');
    await this.limits.count('the first keeper', request.ip ?? '');
    if (!timingSafeEqual(digest(plainWords(body.words)), digest(firstKeeperWords(this.config.secret))))
      throw new Problem(422, 'wrong-words', 'These are not the words. Read them again where the server was started.', {
        fields: { words: 'These are not the words that the server wrote.' },
      });
    const fault = passwordFault({ password, signInName, isWellKnown });
    if (fault)
      throw new Problem(422, 'bad-password', PASSWORD_WORDS[fault], { fields: { password: PASSWORD_WORDS[fault] } });
    await this.acts.do(async () => {
      // Whoever comes second finds the school there.
      await this.school.begin({ name: school, timeZone });
      await this.people.add({ name, signInName, password, role: 'keeper' });
    });
  }
}
