import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Post, Put } from '@nestjs/common';
import { ApiCreatedResponse, ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { OnceIfKeyed } from '../../platform/acts/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import {
  ArchivedRubricDto,
  ChangedRubricDto,
  ChosenRubricDto,
  NewRubricDto,
  RubricDto,
  versionDto,
} from './rubrics.dto.ts';
import { RubricsService, type RubricNow } from './rubrics.service.ts';

const rubricDto = ({ rubric, version, used }: RubricNow, { id: personId }: SignedIn): RubricDto => {
  const { versionId, number, criteria } = versionDto(version);
  const { id, name, courseId, ownerId, archivedAt } = rubric;
  return {
    id,
    name,
    courseId,
    mine: ownerId === personId,
    archived: archivedAt !== null,
    number,
    versionId,
    criteria,
    used,
  };
};

/** By what teachers mark: their own rubrics, and those of the courses they share. */
@ApiTags('rubrics')
@Controller('api')
export class RubricsController {
  constructor(private readonly rubrics: RubricsService) {}

  @Get('rubrics')
  @For('teacher')
  @ApiOkResponse({ type: [RubricDto] })
  async all(@By() person: SignedIn): Promise<RubricDto[]> {
    return (await this.rubrics.of(person.id)).map((one) => rubricDto(one, person));
  }

  @Post('rubrics')
  @OnceIfKeyed()
  @For('teacher')
  @ApiCreatedResponse({ type: RubricDto })
  async add(@By() person: SignedIn, @Body() body: NewRubricDto): Promise<RubricDto> {
    return rubricDto(await this.rubrics.add(person, body), person);
  }

  @Put('rubrics/:id')
  @OnceIfKeyed()
  @For('teacher')
  @May('change', 'rubric')
  @ApiOkResponse({ type: RubricDto })
  async change(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: ChangedRubricDto,
  ): Promise<RubricDto> {
    return rubricDto(await this.rubrics.change(person, id, body), person);
  }

  @Put('rubrics/:id/archived')
  @HttpCode(204)
  @For('teacher')
  @May('change', 'rubric')
  @ApiNoContentResponse()
  async archive(@Param('id', ParseUUIDPipe) id: string, @Body() { archived }: ArchivedRubricDto): Promise<void> {
    await this.rubrics.archive(id, archived);
  }

  @Put('assignments/:id/rubric')
  @HttpCode(204)
  @For('teacher')
  @May('teach', 'assignment')
  @ApiNoContentResponse()
  async choose(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { rubricId }: ChosenRubricDto,
  ): Promise<void> {
    await this.rubrics.choose(person, id, rubricId);
  }
}
