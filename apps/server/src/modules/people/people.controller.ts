import { mailIn } from '@oakbell/core/rosters';
import { LONGEST_NAME, LONGEST_SIGN_IN_NAME, MOST_NAMES } from '@oakbell/core/people';
import { Body, Controller, Delete, Get, HttpCode, Param, ParseUUIDPipe, Patch, Post, Put, Query } from '@nestjs/common';
import { ApiCreatedResponse, ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import { ArrayMaxSize, ArrayMinSize, ValidateBy } from 'class-validator';
import { Choice, Flag, Id, Parts, Problem, Text, When, Whole } from '../../platform/http/index.ts';
import { By, For, ROLES, type Role, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import type { PersonEntity } from './person.entity.ts';
import { PasswordsService } from './passwords.service.ts';
import { PeopleService } from './people.service.ts';

/** An address that a mail could be sent to, or nothing. */
const IsMail = (): PropertyDecorator =>
  ValidateBy(
    { name: 'isMail', validator: { validate: (value) => !value || mailIn(String(value)) !== null } },
    { message: 'No mail could be sent there. Check the address.' },
  );

export class PersonDto {
  @Id() id: string;
  @Text() name: string;
  @Choice(ROLES) role: Role;
}
export class RosterPersonDto extends PersonDto {
  @Text() signInName: string;
  /** What the school calls them, where they chose another name to be shown. */
  @Text({ nullable: true }) registerName: string | null;
  /** They have not chosen a password of their own yet: they sign in with the first one. */
  @Flag() isNew: boolean;
  @When({ nullable: true }) leftAt: string | null;
}
export class PeopleDto {
  @Parts(() => RosterPersonDto) people: RosterPersonDto[];
  /** How many there are in all. */
  @Whole() total: number;
}
export class PeopleAskedDto {
  @Text({ max: 80, optional: true }) words?: string;
  @Choice(ROLES, { optional: true }) role?: Role;
  @Type(() => Number) @Whole({ optional: true }) from?: number;
}
export class NewPersonDto {
  @Text({ min: 1, max: LONGEST_NAME }) name: string;
  /** Made of the name where it is left out. */
  @Text({ min: 1, max: LONGEST_SIGN_IN_NAME, optional: true }) signInName?: string;
}
export class NewPeopleDto {
  @Choice(ROLES) role: Role;
  @ArrayMinSize(1)
  @ArrayMaxSize(MOST_NAMES)
  @Parts(() => NewPersonDto)
  people: NewPersonDto[];
}
export class PersonNamesDto {
  @Text({ min: 1, max: LONGEST_NAME }) name: string;
  @Text({ min: 1, max: LONGEST_SIGN_IN_NAME }) signInName: string;
  /** Where mail reaches them, and how the school's own sign-in knows them; as it was when left out. */
  @IsMail()
  @Text({ max: 254, optional: true, nullable: true })
  mail?: string | null;
}
export class LeftDto {
  @Flag() left: boolean;
}
export class FirstPasswordDto {
  /** Null once they have chosen one of their own. */
  @Text({ nullable: true }) password: string | null;
}

export const personDto = ({ id, name, role }: PersonEntity): PersonDto => ({ id, name, role });
export const rosterPersonDto = (person: PersonEntity): RosterPersonDto => ({
  ...personDto(person),
  signInName: person.signInName,
  registerName: person.registerName,
  isNew: person.firstKey !== null,
  leftAt: person.leftAt?.toISOString() ?? null,
});

@ApiTags('people')
@Controller('api/people')
export class PeopleController {
  constructor(
    private readonly people: PeopleService,
    private readonly passwords: PasswordsService,
  ) {}

  @Get()
  @For('keeper')
  @ApiOkResponse({ type: PeopleDto })
  async some(@Query() { words = '', role, from = 0 }: PeopleAskedDto): Promise<PeopleDto> {
    const { people, total } = await this.people.search({ words, role: role ?? null, from });
    return { people: people.map(rosterPersonDto), total };
  }

  @Post()
  @For('keeper')
  @ApiCreatedResponse({ type: [RosterPersonDto] })
  async add(@Body() { role, people }: NewPeopleDto): Promise<RosterPersonDto[]> {
    return (await this.people.addAll(people.map((person) => ({ ...person, role })))).map(rosterPersonDto);
  }

  @Patch(':id')
  @HttpCode(204)
  @For('keeper')
  @May('keep', 'person')
  @ApiNoContentResponse()
  async rename(@Param('id', ParseUUIDPipe) id: string, @Body() body: PersonNamesDto): Promise<void> {
    const { mail } = body;
    await this.people.rename(id, { ...body, ...(mail === undefined ? {} : { mail: mail ? mailIn(mail) : null }) });
  }

  @Put(':id/left')
  @HttpCode(204)
  @For('keeper')
  @May('keep', 'person')
  @ApiNoContentResponse()
  async setLeft(@By() by: SignedIn, @Param('id', ParseUUIDPipe) id: string, @Body() { left }: LeftDto): Promise<void> {
    if (id === by.id) throw new Problem(409, 'own-account', 'Nobody sends themselves away. Ask another keeper.');
    await this.people.setLeft(id, left);
  }

  /** Ends every session of somebody, wherever they are in. */
  @Delete(':id/sessions')
  @HttpCode(204)
  @For('keeper')
  @May('keep', 'person')
  @ApiNoContentResponse()
  async signOut(@By() by: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<void> {
    if (id === by.id) throw new Problem(409, 'own-account', 'Sign your own devices out under your name.');
    await this.people.signOut(id);
  }

  /** A new first password for whoever has forgotten theirs. */
  @Post(':id/first-password')
  @HttpCode(204)
  @For('keeper', 'teacher')
  @May('guide', 'person')
  @ApiNoContentResponse()
  async giveFirstPassword(@By() by: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<void> {
    if (id === by.id) throw new Problem(409, 'own-account', 'Change your own password under your name.');
    await this.passwords.giveFirstPassword(id);
  }

  @Get(':id/first-password')
  @For('keeper', 'teacher')
  @May('guide', 'person')
  @ApiOkResponse({ type: FirstPasswordDto })
  async firstPassword(@Param('id', ParseUUIDPipe) id: string): Promise<FirstPasswordDto> {
    return { password: this.passwords.firstPasswordOf(await this.people.get(id)) };
  }
}
