import {
  Body,
  Controller,
  Get,
  Inject,
  Param,
  ParseUUIDPipe,
  Put,
  Req,
  Res,
  UploadedFiles,
  UseInterceptors,
} from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { notFound, Text } from '../../platform/http/index.ts';
import { By, For, type Person } from '../../platform/sessions/index.ts';
import { sendFile, STORAGE, type Storage } from '../../platform/storage/index.ts';
import { AssignmentsService } from '../assignments/index.ts';
import { LessonsService, pictureKey, ReceiveFiles, withFiles, type UploadedFile } from '../lessons/index.ts';
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
    private readonly lessons: LessonsService,
    private readonly shown: ShownHandIn,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  @Put('assignments/:id/hand-in/files')
  @For('learner')
  @UseInterceptors(ReceiveFiles())
  @ApiConsumes('multipart/form-data')
  @ApiBody({
    schema: { type: 'object', properties: { files: { type: 'array', items: { type: 'string', format: 'binary' } } } },
  })
  @ApiOkResponse({ type: HandInDto })
  async handInFiles(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @UploadedFiles() received: UploadedFile[],
  ): Promise<HandInDto> {
    return withFiles(received, async (files) => {
      const assignment = await this.assignments.learntOne(person, id);
      return this.shown.dto(assignment, await this.submissions.handIn(person, assignment, { files }));
    });
  }

  @Put('assignments/:id/hand-in/text')
  @For('learner')
  @ApiOkResponse({ type: HandInDto })
  async handInText(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: HandInTextDto,
  ): Promise<HandInDto> {
    const assignment = await this.assignments.learntOne(person, id);
    return this.shown.dto(assignment, await this.submissions.handIn(person, assignment, { text: body.text }));
  }

  @Get('assignments/:id/hand-in')
  @For('learner')
  @ApiOkResponse({ type: HandInDto })
  async mine(@By() person: Person, @Param('id', ParseUUIDPipe) id: string): Promise<HandInDto> {
    const assignment = await this.assignments.learntOne(person, id);
    const submission = await this.submissions.ofLearner(id, person.id);
    if (!submission) throw notFound('hand-in');
    return this.shown.dto(assignment, submission);
  }

  @Get('assignments/:id/hand-in/pictures/:digest')
  @For('learner')
  @ApiOkResponse({ description: 'a picture in WebP' })
  async picture(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('digest') digest: string,
    @Req() request: Request,
    @Res() response: Response,
  ): Promise<void> {
    await this.assignments.learntOne(person, id);
    const submission = await this.submissions.ofLearner(id, person.id);
    const lesson = submission && (await this.lessons.forSubmission(submission.id));
    const pages = lesson ? await this.lessons.pagesOf(lesson.id) : [];
    if (!pages.some((page) => page.picture === digest || page.smallPicture === digest)) throw notFound('picture');
    await sendFile(this.storage, request, response, { key: pictureKey(digest), type: 'image/webp', forEver: true });
  }
}
