import { Controller, Param, ParseUUIDPipe, Put } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Once } from '../../platform/acts/index.ts';
import { Id } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
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
  @May('learn', 'assignment')
  @ApiOkResponse({ type: AnswerDto })
  async begin(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<AnswerDto> {
    const assignment = await this.assignments.get(id);
    return { lessonId: (await this.answers.begin(person, assignment)).id };
  }

  @Put('hand-in/spoken')
  @Once()
  @For('learner')
  @May('learn', 'assignment')
  @ApiOkResponse({ type: HandInDto })
  async handIn(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<HandInDto> {
    const assignment = await this.assignments.get(id);
    return this.shown.dto(person, assignment, await this.answers.handIn(person, assignment));
  }
}
