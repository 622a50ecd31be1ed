import { mailIn } from '@oakbell/core/rosters';
import { Body, Controller, Get, HttpCode, Inject, Post } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { randomUUID } from 'node:crypto';
import { InSteps } from '../../platform/acts/index.ts';
import { CONFIG, type Config } from '../../platform/config/index.ts';
import { Flag, Parts, Problem, Text, When, Whole } from '../../platform/http/index.ts';
import { Letters } from '../../platform/mail/index.ts';
import { For } from '../../platform/sessions/index.ts';
import { PeopleService } from './people.service.ts';

/** So many letters that could not be sent are told of. */
const SHOWN = 50;

export class UnsentDto {
  /** Whom it was for; null where that was not known yet. */
  @Text({ nullable: true }) name: string | null;
  @Text() why: string;
  @When() at: string;
}
export class SchoolMailDto {
  @Flag() on: boolean;
  /** The mail server, without name and password; empty where none is known. */
  @Text() server: string;
  @Text() from: string;
  /** Letters that have not gone out yet. */
  @Whole() waiting: number;
  /** Those that could not be sent in a day, newest first. */
  @Parts(() => UnsentDto) unsent: UnsentDto[];
}
export class TryMailDto {
  @Text({ min: 3, max: 254 }) to: string;
}

/** How mail of the school goes out, for whoever keeps it. */
@ApiTags('school')
@Controller('api/school/mail')
export class SchoolMailController {
  constructor(
    private readonly people: PeopleService,
    private readonly letters: Letters,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Get()
  @For('keeper')
  @ApiOkResponse({ type: SchoolMailDto })
  async standing(): Promise<SchoolMailDto> {
    const { mail } = this.config;
    const { waiting, failed } = await this.letters.standing(SHOWN);
    const people = await this.people.byIds(failed.map((job) => job.subjectId));
    return {
      ...{ on: mail !== null, server: mail ? new URL(mail.server).host : '', from: mail?.from ?? '', waiting },
      unsent: failed.map(({ subjectId, failureText, endedAt, createdAt }) => ({
        name: people.get(subjectId)?.name ?? null,
        ...{ why: failureText ?? '', at: (endedAt ?? createdAt).toISOString() },
      })),
    };
  }

  /** Sends a letter to see whether one arrives. */
  @Post('tries')
  @InSteps('nothing is kept; a mail server is spoken to')
  @HttpCode(204)
  @For('keeper')
  @ApiNoContentResponse()
  async try(@Body() { to }: TryMailDto): Promise<void> {
    const address = mailIn(to);
    if (!address)
      throw new Problem(422, 'no-address', 'No mail could be sent there.', { fields: { to: 'Check the address.' } });
    const says = ['This mail was asked for in Oak Bell, to see whether one arrives. It did.'];
    await this.letters.sendNow({ to: address, subject: 'Oak Bell can send mail', says }, randomUUID());
  }

  /** Tries again what could not be sent. */
  @Post('again')
  @HttpCode(204)
  @For('keeper')
  @ApiNoContentResponse()
  async again(): Promise<void> {
    await this.letters.again(SHOWN);
  }
}
