import { Body, Controller, Delete, Get, HttpCode, Param, ParseUUIDPipe, Post, Put } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Flag, Id, Text, When } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { JoiningService } from './joining.service.ts';

export class JoinCodeDto {
  @Text() code: string;
  @When() until: string;
}
export class TypedCodeDto {
  @Text({ min: 1, max: 40 }) code: string;
}
export class AskedForDto {
  @Id() classId: string;
  @Text() className: string;
  @When() at: string;
}
export class LetInDto {
  @Flag() letIn: boolean;
}
/** Coming into a class by its code. */
@ApiTags('classes')
@Controller('api')
export class JoiningController {
  constructor(private readonly joining: JoiningService) {}

  @Put('classes/:id/join-code')
  @For('teacher', 'keeper')
  @May('run', 'class')
  @ApiOkResponse({ type: JoinCodeDto })
  async open(@Param('id', ParseUUIDPipe) id: string): Promise<JoinCodeDto> {
    const { code, until } = await this.joining.open(id);
    return { code, until: until.toISOString() };
  }

  @Delete('classes/:id/join-code')
  @HttpCode(204)
  @For('teacher', 'keeper')
  @May('run', 'class')
  @ApiNoContentResponse()
  async close(@Param('id', ParseUUIDPipe) id: string): Promise<void> {
    await this.joining.close(id);
  }

  /** The yes or the no to somebody who asked to join. */
  @Put('classes/:id/asking/:person')
  @HttpCode(204)
  @For('teacher', 'keeper')
  @May('run', 'class')
  @ApiNoContentResponse()
  async answer(
    @Param('id', ParseUUIDPipe) id: string,
    @Param('person', ParseUUIDPipe) person: string,
    @Body() { letIn }: LetInDto,
  ): Promise<void> {
    await this.joining.answer(id, person, letIn);
  }

  /** What one has asked for and has no answer to yet. */
  @Get('joining')
  @For('learner')
  @ApiOkResponse({ type: [AskedForDto] })
  async askedFor(@By() person: SignedIn): Promise<AskedForDto[]> {
    return (await this.joining.askedBy(person.id)).map(({ at, ...one }) => ({ ...one, at: at.toISOString() }));
  }

  @Post('joining')
  @HttpCode(204)
  @For('learner')
  @ApiNoContentResponse()
  async ask(@By() person: SignedIn, @Body() { code }: TypedCodeDto): Promise<void> {
    await this.joining.ask(person.id, code);
  }
}
