import { Body, Controller, Get, Param, ParseUUIDPipe, Post, Req, UploadedFiles } from '@nestjs/common';
import { ApiCreatedResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Request } from 'express';
import { keyIfAny, OnceIfKeyed, OnceOnly } from '../../platform/acts/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { ReceivesFiles, withFiles, type UploadedFile } from '../files/index.ts';
import { worksheetDto, WorksheetDto, WorksheetFromLessonDto, WorksheetOfBoardsDto } from './worksheets.dto.ts';
import { WorksheetsService } from './worksheets.service.ts';

/** Pages that learners write on, before they are given. */
@ApiTags('worksheets')
@Controller('api/worksheets')
export class WorksheetsController {
  constructor(
    private readonly worksheets: WorksheetsService,
    private readonly once: OnceOnly,
  ) {}

  @Post('from-lesson')
  @OnceIfKeyed()
  @For('teacher')
  @May('see', 'lesson', { body: 'lessonId' })
  @ApiCreatedResponse({ type: WorksheetDto })
  async fromLesson(@By() person: SignedIn, @Body() body: WorksheetFromLessonDto): Promise<WorksheetDto> {
    return this.#dto(person, (await this.worksheets.fromLesson(person, body.lessonId, body.pageIds)).id);
  }

  @Post('of-boards')
  @OnceIfKeyed()
  @For('teacher')
  @ApiCreatedResponse({ type: WorksheetDto })
  async ofBoards(@By() person: SignedIn, @Body() body: WorksheetOfBoardsDto): Promise<WorksheetDto> {
    return this.#dto(person, (await this.worksheets.ofBoards(person, body.backdrop, body.count)).id);
  }

  /** Of PDF files and pictures, one after another; their pages are drawn meanwhile. */
  @Post('of-files')
  @ReceivesFiles()
  @For('teacher')
  @ApiCreatedResponse({ type: WorksheetDto })
  async ofFiles(
    @By() person: SignedIn,
    @UploadedFiles() received: UploadedFile[],
    @Req() request: Request,
  ): Promise<WorksheetDto> {
    return withFiles(received, (files) =>
      this.once.prepared(
        keyIfAny(request),
        () => this.worksheets.look(person, files),
        async (checked) => this.#dto(person, (await this.worksheets.ofFiles(person, checked)).id),
      ),
    );
  }

  @Get(':id')
  @For('teacher')
  @May('hand-out', 'lesson')
  @ApiOkResponse({ type: WorksheetDto })
  async one(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<WorksheetDto> {
    return this.#dto(person, id);
  }

  async #dto(person: SignedIn, id: string): Promise<WorksheetDto> {
    const shown = await this.worksheets.shown(id);
    return worksheetDto(shown, await this.worksheets.addresses(person, id, shown.pages));
  }
}
