import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Put, Req, UploadedFiles } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Request } from 'express';
import { keyOf, Once, OnceIfKeyed, OnceOnly } from '../../platform/acts/index.ts';
import { notFound, Text } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { AssignmentsService } from '../assignments/index.ts';
import { ReceivesFiles, withFiles, type UploadedFile } from '../files/index.ts';
import { AgreedDto } from './agreed.dto.ts';
import { HandInDto, ShownHandIn } from './shownHandIn.ts';
import { LONGEST_TEXT } from './submissions.rules.ts';
import { SubmissionsService } from './submissions.service.ts';

export class HandInTextDto {
  @Text({ min: 1, max: LONGEST_TEXT }) text: string;
}

@ApiTags('submissions')
@Controller('api')
export class SubmissionsController {
  constructor(
    private readonly submissions: SubmissionsService,
    private readonly assignments: AssignmentsService,
    private readonly shown: ShownHandIn,
    private readonly once: OnceOnly,
  ) {}

  @Put('assignments/:id/hand-in/files')
  @Once()
  @ReceivesFiles()
  @For('learner')
  @May('learn', 'assignment')
  @ApiOkResponse({ type: HandInDto })
  async handInFiles(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @UploadedFiles() received: UploadedFile[],
    @Req() request: Request,
  ): Promise<HandInDto> {
    const assignment = await this.assignments.get(id);
    return withFiles(received, (files) =>
      this.once.prepared(
        keyOf(request),
        () => this.submissions.bring(person, assignment, files),
        async (checked) =>
          this.shown.dto(person, assignment, await this.submissions.handIn(person, assignment, checked)),
      ),
    );
  }

  @Put('assignments/:id/hand-in/text')
  @Once()
  @For('learner')
  @May('learn', 'assignment')
  @ApiOkResponse({ type: HandInDto })
  async handInText(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: HandInTextDto,
  ): Promise<HandInDto> {
    const assignment = await this.assignments.get(id);
    return this.shown.dto(person, assignment, await this.submissions.handIn(person, assignment, { text: body.text }));
  }

  /** What one's class may see and hear of one in it: nothing, until it is said. */
  @Put('assignments/:id/hand-in/agreed')
  @OnceIfKeyed()
  @HttpCode(204)
  @For('learner')
  @May('see-own-work', 'assignment')
  @ApiNoContentResponse()
  async agree(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string, @Body() body: AgreedDto): Promise<void> {
    const { name, voice, hand } = body;
    await this.submissions.agree(person, await this.assignments.get(id), { name, voice, hand });
  }

  @Get('assignments/:id/hand-in')
  @For('learner')
  @May('see-own-work', 'assignment')
  @ApiOkResponse({ type: HandInDto })
  async mine(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<HandInDto> {
    const assignment = await this.assignments.get(id);
    const submission = await this.submissions.ofLearner(id, person.id);
    if (!submission) throw notFound('hand-in');
    return this.shown.dto(person, assignment, submission);
  }
}
