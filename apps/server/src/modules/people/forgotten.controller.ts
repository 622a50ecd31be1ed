import { LONGEST_PASSWORD } from '@oakbell/core/people';
import { Body, Controller, Get, HttpCode, Post, Put, Req } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Request } from 'express';
import { InSteps } from '../../platform/acts/index.ts';
import { Flag, Id, Text } from '../../platform/http/index.ts';
import { Letters } from '../../platform/mail/index.ts';
import { ForAnyone } from '../../platform/sessions/index.ts';
import { PasswordsService } from './passwords.service.ts';

export class ForgottenHelpDto {
  /** Whether a mail can lead to a new password here. */
  @Flag() byMail: boolean;
}
export class ForgottenDto {
  /** Their sign-in name, or the address that mail reaches them at. */
  @Text({ min: 1, max: 254 }) name: string;
}
export class ChosenAnewDto {
  @Id() person: string;
  /** What the address in the mail holds. */
  @Text({ min: 1, max: 100 }) key: string;
  @Text({ min: 1, max: LONGEST_PASSWORD }) next: string;
}

/** For whoever has forgotten their password. */
@ApiTags('people')
@Controller('api/forgotten')
export class ForgottenController {
  constructor(
    private readonly passwords: PasswordsService,
    private readonly letters: Letters,
  ) {}

  @Get()
  @ForAnyone()
  @ApiOkResponse({ type: ForgottenHelpDto })
  help(): ForgottenHelpDto {
    return { byMail: this.letters.areOn };
  }

  @Post()
  @InSteps('each time is counted')
  @HttpCode(204)
  @ForAnyone()
  @ApiNoContentResponse()
  async ask(@Body() { name }: ForgottenDto, @Req() request: Request): Promise<void> {
    await this.passwords.forgotten(name, request.ip ?? '');
  }

  @Put('password')
  @InSteps('a wrong key is counted')
  @HttpCode(204)
  @ForAnyone()
  @ApiNoContentResponse()
  async choose(@Body() { person, key, next }: ChosenAnewDto, @Req() request: Request): Promise<void> {
    await this.passwords.chooseAnew({ id: person, key, next }, request.ip ?? '');
  }
}
