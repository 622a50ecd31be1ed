import { Controller, Get } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Choice, Id, Text } from '../../platform/http/index.ts';
import { For, ROLES, type Role } from '../../platform/sessions/index.ts';
import type { PersonEntity } from './person.entity.ts';
import { PeopleService } from './people.service.ts';

export class PersonDto {
  @Id() id: string;
  @Text() name: string;
  @Choice(ROLES) role: Role;
}
export class RosterPersonDto extends PersonDto {
  @Text() signInName: string;
}

export const personDto = ({ id, name, role }: PersonEntity): PersonDto => ({ id, name, role });

@ApiTags('people')
@Controller('api')
export class PeopleController {
  constructor(private readonly people: PeopleService) {}

  @Get('people')
  @For('keeper')
  @ApiOkResponse({ type: [RosterPersonDto] })
  async all(): Promise<RosterPersonDto[]> {
    return (await this.people.all()).map((person) => ({ ...personDto(person), signInName: person.signInName }));
  }
}
