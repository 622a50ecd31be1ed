import {
  Body,
  Controller,
  Delete,
  Get,
  HttpCode,
  Param,
  ParseUUIDPipe,
  Post,
  Put,
  Query,
  Req,
  UploadedFiles,
} from '@nestjs/common';
import { ApiCreatedResponse, ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { LONGEST_SPOKEN_QUESTION_MS, LONGEST_SPOKEN_REPLY_MS } from '@oakbell/core/asking';
import type { Request } from 'express';
import { keyOf, Once, OnceOnly } from '../../platform/acts/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { ReceivesFiles, Voices, withFiles, type UploadedFile } from '../files/index.ts';
import {
  OpenToQuestionsDto,
  ForWhomDto,
  MomentDto,
  NewAnswerDto,
  NewQuestionDto,
  NewSignDto,
  QuestionDto,
  QuestionsDto,
} from './questions.dto.ts';
import { QuestionsService } from './questions.service.ts';
import { ShownQuestions } from './shownQuestions.ts';
import { SignsService } from './signs.service.ts';

/** What learners ask and say at a moment of a lesson, and what is answered. */
@ApiTags('questions')
@Controller('api')
export class QuestionsController {
  constructor(
    private readonly questions: QuestionsService,
    private readonly signs: SignsService,
    private readonly shown: ShownQuestions,
    private readonly voices: Voices,
    private readonly once: OnceOnly,
  ) {}

  @Get('assignments/:id/lessons/:lesson/questions')
  @For('learner')
  @May('learn', 'assignment')
  @ApiOkResponse({ type: QuestionsDto })
  async mine(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('lesson', ParseUUIDPipe) lesson: string,
  ): Promise<QuestionsDto> {
    return this.shown.of(person, id, lesson);
  }

  @Get('watching/assignments/:id/lessons/:lesson/questions')
  @For('teacher')
  @May('teach', 'assignment')
  @ApiOkResponse({ type: QuestionsDto })
  async all(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('lesson', ParseUUIDPipe) lesson: string,
  ): Promise<QuestionsDto> {
    return this.shown.of(person, id, lesson);
  }

  @Post('assignments/:id/lessons/:lesson/questions')
  @Once()
  @For('learner')
  @May('learn', 'assignment')
  @ApiCreatedResponse({ type: QuestionDto })
  async ask(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('lesson', ParseUUIDPipe) lesson: string,
    @Query() { edition, at }: MomentDto,
    @Body() { text }: NewQuestionDto,
  ): Promise<QuestionDto> {
    const where = { assignmentId: id, lessonId: lesson, editionId: edition, at };
    return this.shown.one(person, await this.questions.ask(person, where, { text }));
  }

  /** The same by voice, ten seconds long. */
  @Post('assignments/:id/lessons/:lesson/questions/spoken')
  @Once()
  @ReceivesFiles()
  @For('learner')
  @May('learn', 'assignment')
  @ApiCreatedResponse({ type: QuestionDto })
  async askAloud(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('lesson', ParseUUIDPipe) lesson: string,
    @Query() { edition, at }: MomentDto,
    @UploadedFiles() received: UploadedFile[],
    @Req() request: Request,
  ): Promise<QuestionDto> {
    const where = { assignmentId: id, lessonId: lesson, editionId: edition, at };
    return withFiles(received, (files) =>
      this.once.prepared(
        keyOf(request),
        async () => {
          await this.questions.ensureMay(person, where);
          return this.voices.make(person.id, id, files, LONGEST_SPOKEN_QUESTION_MS);
        },
        async (voice) => this.shown.one(person, await this.questions.ask(person, where, voice)),
      ),
    );
  }

  @Delete('assignments/:id/questions/:question')
  @HttpCode(204)
  @For('learner')
  @May('learn', 'assignment')
  @ApiNoContentResponse()
  async takeBack(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('question', ParseUUIDPipe) question: string,
  ): Promise<void> {
    await this.questions.takeBack(person.id, id, question);
  }

  @Put('assignments/:id/lessons/:lesson/signs')
  @HttpCode(204)
  @For('learner')
  @May('learn', 'assignment')
  @ApiNoContentResponse()
  async sign(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('lesson', ParseUUIDPipe) lesson: string,
    @Query() { edition, at }: MomentDto,
    @Body() { kind, on }: NewSignDto,
  ): Promise<void> {
    await this.signs.set(person, { assignmentId: id, lessonId: lesson, editionId: edition, at }, kind, on);
  }

  @Put('assignments/:id/questions/:question/answer')
  @HttpCode(204)
  @For('teacher')
  @May('teach', 'assignment')
  @ApiNoContentResponse()
  async answer(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('question', ParseUUIDPipe) question: string,
    @Body() { text, forClass }: NewAnswerDto,
  ): Promise<void> {
    await this.questions.answer(person, id, question, forClass, { text });
  }

  /** The same by voice, three minutes long. */
  @Put('assignments/:id/questions/:question/answer/spoken')
  @Once()
  @HttpCode(204)
  @ReceivesFiles()
  @For('teacher')
  @May('teach', 'assignment')
  @ApiNoContentResponse()
  async answerAloud(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('question', ParseUUIDPipe) question: string,
    @Query() { to }: ForWhomDto,
    @UploadedFiles() received: UploadedFile[],
    @Req() request: Request,
  ): Promise<void> {
    await withFiles(received, (files) =>
      this.once.prepared(
        keyOf(request),
        () => this.voices.make(person.id, id, files, LONGEST_SPOKEN_REPLY_MS),
        (voice) => this.questions.answer(person, id, question, to === 'class', voice),
      ),
    );
  }

  @Delete('assignments/:id/questions/:question/answer')
  @HttpCode(204)
  @For('teacher')
  @May('teach', 'assignment')
  @ApiNoContentResponse()
  async unanswer(
    @By() _: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('question', ParseUUIDPipe) question: string,
  ): Promise<void> {
    await this.questions.unanswer(id, question);
  }

  /** Whether learners may ask, and give signs. */
  @Put('assignments/:id/asking')
  @HttpCode(204)
  @For('teacher')
  @May('teach', 'assignment')
  @ApiNoContentResponse()
  async setAsking(
    @By() _: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { asking }: OpenToQuestionsDto,
  ): Promise<void> {
    await this.questions.setAsking(id, asking);
  }
}
