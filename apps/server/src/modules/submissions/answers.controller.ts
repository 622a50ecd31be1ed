import { joinCodeText } from '@oakbell/core/people';
import { Body, Controller, Delete, Param, ParseUUIDPipe, Put } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Once } from '../../platform/acts/index.ts';
import { Flag, Id, Text } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { AssignmentsService, type Assignment } from '../assignments/index.ts';
import { PeopleService } from '../people/index.ts';
import { AnswersService } from './answers.service.ts';
import { Pairs } from './pairs.service.ts';
import { HandInDto, ShownHandIn } from './shownHandIn.ts';

export class AnswerDto {
  /** The recording, of the learner alone or of two. */
  @Id() lessonId: string;
  /** Whether it began with this learner: a classmate may have let them in. */
  @Flag() own: boolean;
  /** Who makes it with them; nobody when null. */
  @Text({ nullable: true }) with: string | null;
  /** By which a classmate comes in, as it is shown; null while nobody is let in. */
  @Text({ nullable: true }) code: string | null;
}
export class MakerCodeDto {
  @Text({ min: 1, max: 40 }) code: string;
}

/** Spoken answers of learners. */
@ApiTags('submissions')
@Controller('api/assignments/:id')
export class AnswersController {
  constructor(
    private readonly assignments: AssignmentsService,
    private readonly answers: AnswersService,
    private readonly shown: ShownHandIn,
    private readonly pairs: Pairs,
    private readonly people: PeopleService,
  ) {}

  @Put('answer')
  @For('learner')
  @May('learn', 'assignment')
  @ApiOkResponse({ type: AnswerDto })
  async begin(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<AnswerDto> {
    return this.#begun(person, await this.assignments.get(id));
  }

  /** Opens a small lesson to a classmate: by a new code, which the one before gives way to. */
  @Put('answer/code')
  @For('learner')
  @May('learn', 'assignment')
  @ApiOkResponse({ type: AnswerDto })
  async open(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<AnswerDto> {
    const assignment = await this.assignments.get(id);
    const { id: lessonId } = await this.answers.begin(person, assignment);
    await this.pairs.open(person.id, assignment, lessonId);
    return this.#begun(person, assignment);
  }

  /** Comes to a classmate's small lesson by its code. */
  @Put('answer/with')
  @For('learner')
  @May('learn', 'assignment')
  @ApiOkResponse({ type: AnswerDto })
  async join(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { code }: MakerCodeDto,
  ): Promise<AnswerDto> {
    const assignment = await this.assignments.get(id);
    await this.pairs.join(person.id, assignment, code);
    return this.#begun(person, assignment);
  }

  /** Each goes on alone; the lesson stays with whom it began with. */
  @Delete('answer/with')
  @For('learner')
  @May('learn', 'assignment')
  @ApiOkResponse({ type: AnswerDto })
  async end(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<AnswerDto> {
    const assignment = await this.assignments.get(id);
    await this.pairs.end(person.id, assignment);
    return this.#begun(person, assignment);
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

  async #begun(person: SignedIn, assignment: Assignment): Promise<AnswerDto> {
    const { id: lessonId, ownerId } = await this.answers.begin(person, assignment);
    const pair = await this.pairs.of(assignment.id, person.id);
    const own = ownerId === person.id;
    const other = own ? (pair?.partnerId ?? null) : ownerId;
    const name = other === null ? null : ((await this.people.byIds([other])).get(other)?.name ?? null);
    return { lessonId, own, with: name, code: pair?.code ? joinCodeText(pair.code) : null };
  }
}
