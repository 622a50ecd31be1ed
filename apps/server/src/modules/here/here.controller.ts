import { Body, Controller, Delete, HttpCode, Param, ParseUUIDPipe, Put } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { LESSON_STEPS, type LessonStep } from '@oakbell/core/library';
import { Choice, Id, Parts, Text } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { PeopleService } from '../people/index.ts';
import { HereService } from './here.service.ts';

export class StandingDto {
  @Choice(LESSON_STEPS) step: LessonStep;
}
export class OtherDto {
  @Id() id: string;
  @Text() name: string;
  @Choice(LESSON_STEPS) step: LessonStep;
}
export class OthersDto {
  @Parts(() => OtherDto) others: OtherDto[];
}

/** Two who have the same lesson open see each other. */
@ApiTags('lessons')
@Controller('api/lessons/:id/here')
export class HereController {
  constructor(
    private readonly here: HereService,
    private readonly people: PeopleService,
  ) {}

  /** A window says that it has the lesson open, and hears who else has; it says so again every 15 seconds. */
  @Put(':window')
  @For('teacher')
  @May('make', 'lesson')
  @ApiOkResponse({ type: OthersDto })
  async stand(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('window', ParseUUIDPipe) window: string,
    @Body() { step }: StandingDto,
  ): Promise<OthersDto> {
    const { name } = await this.people.get(person.id);
    return { others: [...(await this.here.stand({ id: person.id, name }, id, { window, step }))] };
  }

  @Delete(':window')
  @HttpCode(204)
  @For('teacher')
  @May('make', 'lesson')
  @ApiNoContentResponse()
  async leave(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('window', ParseUUIDPipe) window: string,
  ): Promise<void> {
    await this.here.leave(person.id, id, window);
  }
}
