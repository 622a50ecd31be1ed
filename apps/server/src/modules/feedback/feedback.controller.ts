import { Body, Controller, Get, Param, ParseUUIDPipe, Post, Query, Req, UploadedFiles } from '@nestjs/common';
import { ApiCreatedResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { LONGEST_SPOKEN_WORD_MS } from '@oakbell/core/marking';
import type { Request } from 'express';
import { keyOf, Once, OnceOnly } from '../../platform/acts/index.ts';
import { notFound } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { ReceivesFiles, Voices, withFiles, type UploadedFile } from '../files/index.ts';
import { SubmissionsService, type Submission } from '../submissions/index.ts';
import { NewWordDto, WordAboutDto, WordsDto } from './feedback.dto.ts';
import { FeedbackWords, type Besides } from './feedbackWords.service.ts';
import { ShownWords } from './shownWords.ts';

const besidesOf = ({ again, at }: WordAboutDto): Besides => ({ again: again === 'yes', at: at ?? null });

/** What a learner and their teachers say to each other about feedback. */
@ApiTags('feedback')
@Controller('api')
export class FeedbackController {
  constructor(
    private readonly words: FeedbackWords,
    private readonly shown: ShownWords,
    private readonly submissions: SubmissionsService,
    private readonly voices: Voices,
    private readonly once: OnceOnly,
  ) {}

  @Get('assignments/:id/feedback/words')
  @For('learner')
  @May('see-own-work', 'assignment')
  @ApiOkResponse({ type: WordsDto })
  async own(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<WordsDto> {
    return this.shown.of(person, await this.#ownOf(person, id));
  }

  @Post('assignments/:id/feedback/words')
  @Once()
  @For('learner')
  @May('see-own-work', 'assignment')
  @ApiCreatedResponse({ type: WordsDto })
  async answerBack(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Query() about: WordAboutDto,
    @Body() { text, ink }: NewWordDto,
  ): Promise<WordsDto> {
    const submission = await this.#ownOf(person, id);
    await this.words.say(person, submission.id, { text, ink: ink ?? null }, besidesOf(about));
    return this.shown.of(person, submission);
  }

  /** The same by voice, a minute long. */
  @Post('assignments/:id/feedback/words/spoken')
  @Once()
  @ReceivesFiles()
  @For('learner')
  @May('see-own-work', 'assignment')
  @ApiCreatedResponse({ type: WordsDto })
  async answerBackAloud(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Query() about: WordAboutDto,
    @UploadedFiles() received: UploadedFile[],
    @Req() request: Request,
  ): Promise<WordsDto> {
    const submission = await this.#ownOf(person, id);
    return this.#aloud(person, submission, { about, received, request });
  }

  @Get('marking/hand-ins/:id/words')
  @For('teacher')
  @May('mark', 'submission')
  @ApiOkResponse({ type: WordsDto })
  async all(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<WordsDto> {
    return this.shown.of(person, await this.#one(id));
  }

  @Post('marking/hand-ins/:id/words')
  @Once()
  @For('teacher')
  @May('mark', 'submission')
  @ApiCreatedResponse({ type: WordsDto })
  async reply(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { text, ink }: NewWordDto,
  ): Promise<WordsDto> {
    const submission = await this.#one(id);
    await this.words.say(person, id, { text, ink: ink ?? null }, { again: false, at: null });
    return this.shown.of(person, submission);
  }

  /** The same by voice, a minute long. */
  @Post('marking/hand-ins/:id/words/spoken')
  @Once()
  @ReceivesFiles()
  @For('teacher')
  @May('mark', 'submission')
  @ApiCreatedResponse({ type: WordsDto })
  async replyAloud(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @UploadedFiles() received: UploadedFile[],
    @Req() request: Request,
  ): Promise<WordsDto> {
    return this.#aloud(person, await this.#one(id), { about: {}, received, request });
  }

  #aloud(
    person: SignedIn,
    submission: Submission,
    {
      about,
      received,
      request,
    }: { readonly about: WordAboutDto; readonly received: UploadedFile[]; readonly request: Request },
  ): Promise<WordsDto> {
    return withFiles(received, (files) =>
      this.once.prepared(
        keyOf(request),
        async () => {
          await this.words.ensureMay(submission, person.role === 'teacher');
          return this.voices.make(person.id, submission.id, files, LONGEST_SPOKEN_WORD_MS);
        },
        async (voice) => {
          await this.words.say(person, submission.id, voice, besidesOf(about));
          return this.shown.of(person, submission);
        },
      ),
    );
  }

  async #one(id: string): Promise<Submission> {
    const found = await this.submissions.one(id);
    if (!found) throw notFound('hand-in');
    return found;
  }

  async #ownOf({ id: learnerId }: SignedIn, assignmentId: string): Promise<Submission> {
    const found = await this.submissions.ofLearner(assignmentId, learnerId);
    if (!found) throw notFound('feedback');
    return found;
  }
}
