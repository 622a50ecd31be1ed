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
import { Choice, Flag, Id, notFound, Part, Parts, Text, Texts, When, Whole } from '../../platform/http/index.ts';
import { jobDto, JobDto, JobsService } from '../../platform/jobs/index.ts';
import { By, For, type Person } from '../../platform/sessions/index.ts';
import { sendFile, STORAGE, type Storage } from '../../platform/storage/index.ts';
import { AssignmentsService, type AssignmentEntity } from '../assignments/index.ts';
import {
  IMPORT,
  LessonsService,
  pageDto,
  PageDto,
  pictureKey,
  ReceiveFiles,
  withFiles,
  type UploadedFile,
} from '../lessons/index.ts';
import type { SubmissionEntity } from './submission.entity.ts';
import { isLate, LONGEST_TEXT, mayReplace } from './submissions.rules.ts';
import { SubmissionsService } from './submissions.service.ts';
import { TakesService } from '../takes/index.ts';

export class HandInTextDto {
  @Text({ min: 1, max: LONGEST_TEXT }) text: string;
}
export class HandInDto {
  @Id() id: string;
  @Choice(['handed-in', 'handed-back']) state: SubmissionEntity['state'];
  @Choice(['file', 'text']) kind: SubmissionEntity['kind'];
  @Texts() fileNames: string[];
  @Text({ max: LONGEST_TEXT }) text: string;
  @When() handedInAt: string;
  @Flag() late: boolean;
  @Whole() times: number;
  @Flag() mayReplace: boolean;
  @Parts(() => PageDto) pages: PageDto[];
  @Part(() => JobDto, { nullable: true }) importing: JobDto | null;
}

@ApiTags('submissions')
@Controller('api')
export class SubmissionsController {
  constructor(
    private readonly submissions: SubmissionsService,
    private readonly assignments: AssignmentsService,
    private readonly lessons: LessonsService,
    private readonly takes: TakesService,
    private readonly jobs: JobsService,
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
      return this.#dto(assignment, await this.submissions.handIn(person, assignment, { files }));
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
    return this.#dto(assignment, await this.submissions.handIn(person, assignment, { text: body.text }));
  }

  @Get('assignments/:id/hand-in')
  @For('learner')
  @ApiOkResponse({ type: HandInDto })
  async mine(@By() person: Person, @Param('id', ParseUUIDPipe) id: string): Promise<HandInDto> {
    const assignment = await this.assignments.learntOne(person, id);
    const submission = await this.submissions.ofLearner(id, person.id);
    if (!submission) throw notFound('hand-in');
    return this.#dto(assignment, submission);
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

  async #dto(assignment: AssignmentEntity, submission: SubmissionEntity): Promise<HandInDto> {
    const lesson = await this.lessons.forSubmission(submission.id);
    const takes = lesson ? await this.takes.ofLesson(lesson.id) : [];
    const pages = lesson ? await this.lessons.pagesOf(lesson.id) : [];
    const newest = lesson && (await this.jobs.newestFor(lesson.id, [IMPORT]));
    const { id, state, kind, fileNames, text, handedInAt, times } = submission;
    return {
      id,
      state,
      kind,
      fileNames: [...fileNames],
      text,
      handedInAt: handedInAt.toISOString(),
      late: isLate(handedInAt, assignment.dueAt),
      times,
      mayReplace: mayReplace(submission, takes.length),
      pages: pages.map(pageDto),
      importing: newest ? jobDto(newest) : null,
    };
  }
}
