import { Controller, Get, Param, ParseUUIDPipe } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Id, Parts, Text, Whole } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { PeopleService, PersonDto } from '../people/index.ts';
import { ClassesService } from './classes.service.ts';

export class ClassDto {
  @Id() id: string;
  @Text() name: string;
  @Text() course: string;
  @Whole() learners: number;
}
export class ClassWithLearnersDto extends ClassDto {
  @Parts(() => PersonDto) roster: PersonDto[];
}

@ApiTags('classes')
@Controller('api/classes')
export class ClassesController {
  constructor(
    private readonly classes: ClassesService,
    private readonly people: PeopleService,
  ) {}

  @Get()
  @For('teacher')
  @ApiOkResponse({ type: [ClassDto] })
  async mine(@By() person: SignedIn): Promise<ClassDto[]> {
    const classes = await this.classes.of(person.id, 'teacher');
    return Promise.all(
      classes.map(async (one) => ({ ...one, learners: (await this.classes.learnerIds(one.id)).length })),
    );
  }

  @Get(':id')
  @For('teacher')
  @May('teach', 'class')
  @ApiOkResponse({ type: ClassWithLearnersDto })
  async one(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<ClassWithLearnersDto> {
    const found = await this.classes.get(id);
    const people = await this.people.byIds(await this.classes.learnerIds(id));
    const roster = [...people.values()].map(({ id: personId, name, role }) => ({ id: personId, name, role }));
    roster.sort((a, b) => a.name.localeCompare(b.name));
    return { ...found, learners: roster.length, roster };
  }
}
