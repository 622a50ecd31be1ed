import { LONGEST_NAME } from '@oakbell/core/people';
import { Body, Controller, Get, HttpCode, Put } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Flag, Text } from '../../platform/http/index.ts';
import { Letters } from '../../platform/mail/index.ts';
import { By, For, ROLES, type SignedIn } from '../../platform/sessions/index.ts';
import { wantsMailOfSignIns } from './browsers.ts';
import { PeopleService } from './people.service.ts';

export class OwnNameDto {
  /** As it is shown; null for the one that the school has. */
  @Text({ min: 1, max: LONGEST_NAME, nullable: true }) name: string | null;
}
export class MailWishesDto {
  /** A mail tells of a sign-in in a browser that was not used before. */
  @Flag() ofSignIns: boolean;
}
export class OwnMailDto extends MailWishesDto {
  /** Where mail reaches them; the school keeps it. */
  @Text({ nullable: true }) address: string | null;
  /** Whether this server sends mail at all. */
  @Flag() on: boolean;
}

/** What everybody says of themselves: the name they are shown by, and which mail they want. */
@ApiTags('people')
@Controller('api')
export class OwnController {
  constructor(
    private readonly people: PeopleService,
    private readonly letters: Letters,
  ) {}

  @Put('own-name')
  @HttpCode(204)
  @For(...ROLES)
  @ApiNoContentResponse()
  async setName(@By() by: SignedIn, @Body() { name }: OwnNameDto): Promise<void> {
    await this.people.setShownName(by.id, name);
  }

  @Get('own-mail')
  @For(...ROLES)
  @ApiOkResponse({ type: OwnMailDto })
  async mail(@By() by: SignedIn): Promise<OwnMailDto> {
    const person = await this.people.get(by.id);
    return { address: person.mail, on: this.letters.areOn, ofSignIns: wantsMailOfSignIns(person) };
  }

  @Put('own-mail')
  @HttpCode(204)
  @For(...ROLES)
  @ApiNoContentResponse()
  async setMail(@By() by: SignedIn, @Body() { ofSignIns }: MailWishesDto): Promise<void> {
    await this.people.setMailOfSignIns(by.id, ofSignIns);
  }
}
