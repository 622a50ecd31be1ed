import { Controller, Param, ParseUUIDPipe, Put } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Id } from '../../platform/http/index.ts';
import { By, For, type Person } from '../../platform/sessions/index.ts';
import { AssignmentsService } from '../assignments/index.ts';
import { AnswersService } from './answers.service.ts';
import { HandInDto, ShownHandIn } from './shownHandIn.ts';

export class AnswerDto {
  /** The learner's own recording. */
  @Id() lessonId: string;
}

/** Spoken answers of learners. */
@ApiTags('submissions')
@Controller('api/assignments/:id')
export class AnswersController {
  constructor(
    private readonly assignments: AssignmentsService,
    private readonly answers: AnswersService,
    private readonly shown: ShownHandIn,
  ) {}

  @Put('answer')
  @For('learner')
  @ApiOkResponse({ type: AnswerDto })
  async begin(@By() person: Person, @Param('id', ParseUUIDPipe) id: string): Promise<AnswerDto> {
    const assignment = await this.assignments.learntOne(person, id);
    return { lessonId: (await this.answers.begin(person, assignment)).id };
  }

  @Put('hand-in/spoken')
  @For('learner')
  @ApiOkResponse({ type: HandInDto })
  async handIn(@By() person: Person, @Param('id', ParseUUIDPipe) id: string): Promise<HandInDto> {
    const assignment = await this.assignments.learntOne(person, id);
    return this.shown.dto(assignment, await this.answers.handIn(person, assignment));
  }
}
