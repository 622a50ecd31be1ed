import {
  Body,
  Controller,
  Get,
  Param,
  ParseIntPipe,
  ParseUUIDPipe,
  Post,
  Put,
  Query,
  Req,
  Res,
  UploadedFiles,
} from '@nestjs/common';
import { ApiCreatedResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { InSteps, keyIfAny } from '../../platform/acts/index.ts';
import { Problem } from '../../platform/http/index.ts';
import { JobDto, jobDto } from '../../platform/jobs/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May, MediaService, Redirected, sendTo } from '../access/index.ts';
import { ReceivesFiles, withFiles, type UploadedFile } from '../files/index.ts';
import { LessonsService } from '../lessons/index.ts';
import { PageDto, pageDto, PageEditing } from '../pages/index.ts';
import { DrawingService } from './drawing.service.ts';
import {
  CutOutDto,
  NewPictureDto,
  PickDto,
  PlacedPictureDto,
  SoundFileDto,
  UploadDto,
  uploadDto,
} from './uploads.dto.ts';
import { UploadsService } from './uploads.service.ts';

/** Files that a maker brings to a lesson. */
@ApiTags('lessons')
@Controller('api/lessons/:id')
export class UploadsController {
  constructor(
    private readonly lessons: LessonsService,
    private readonly uploads: UploadsService,
    private readonly drawing: DrawingService,
    private readonly editing: PageEditing,
    private readonly media: MediaService,
  ) {}

  @Post('uploads')
  @ReceivesFiles()
  @For('teacher')
  @May('make', 'lesson')
  @ApiCreatedResponse({ type: [UploadDto] })
  async receive(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @UploadedFiles() files: UploadedFile[],
  ): Promise<UploadDto[]> {
    return withFiles(files, async (received) => {
      const lesson = await this.lessons.get(id);
      return (await this.uploads.receive(person.id, lesson, received)).map(uploadDto);
    });
  }

  @Get('uploads/:upload')
  @For('teacher')
  @May('make', 'lesson')
  @ApiOkResponse({ type: UploadDto })
  async one(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('upload', ParseUUIDPipe) upload: string,
  ): Promise<UploadDto> {
    return uploadDto(await this.uploads.one(id, upload));
  }

  @Get('uploads/:upload/pages/:number')
  @For('teacher')
  @May('make', 'lesson')
  @Redirected('a preview in WebP')
  async preview(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('upload', ParseUUIDPipe) upload: string,
    @Param('number', ParseIntPipe) number: number,
    @Query('large') large: string | undefined,
    @Res() response: Response,
  ): Promise<void> {
    const key = await this.drawing.preview(person.id, await this.uploads.one(id, upload), number, large !== undefined);
    sendTo(response, await this.media.address(person, [`lesson:${id}`], key));
  }

  @Post('picked-pages')
  @For('teacher')
  @May('make', 'lesson')
  @ApiCreatedResponse({ type: JobDto })
  async pick(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string, @Body() body: PickDto): Promise<JobDto> {
    return jobDto(await this.uploads.pick(person.id, await this.lessons.get(id), body.picked));
  }

  @Post('cut-outs')
  @InSteps('waits for the job that cuts; the piece is kept in the act that ends it')
  @For('teacher')
  @May('make', 'lesson')
  @ApiCreatedResponse({ type: PlacedPictureDto })
  async cutOut(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: CutOutDto,
  ): Promise<PlacedPictureDto> {
    const { x, y } = body;
    const part = { x, y, width: Math.min(body.width, 1 - x), height: Math.min(body.height, 1 - y) };
    if (part.width <= 0 || part.height <= 0) throw new Problem(422, 'nothing-cut', 'This piece lies outside the page.');
    const { upload, page, number = 1 } = body;
    if (upload) return this.drawing.cutOut(person.id, { lessonId: id, from: { upload, number }, part });
    if (page) return this.drawing.cutOut(person.id, { lessonId: id, from: { page }, part });
    throw new Problem(400, 'not-valid', 'Name a page, or a page of a file.');
  }

  @Post('sounds')
  @ReceivesFiles()
  @For('teacher')
  @May('make', 'lesson')
  @ApiCreatedResponse({ type: [SoundFileDto] })
  async addSounds(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @UploadedFiles() files: UploadedFile[],
  ): Promise<SoundFileDto[]> {
    return withFiles(files, async (received) => {
      const kept: SoundFileDto[] = [];
      for (const file of received) {
        const { clip, lengthMs } = await this.drawing.bringSound(person.id, id, file);
        kept.push({ clip, name: file.originalname.slice(0, 200), lengthMs });
      }
      return kept;
    });
  }

  @Post('assets')
  @ReceivesFiles()
  @For('teacher')
  @May('make', 'lesson')
  @ApiCreatedResponse({ type: [PlacedPictureDto] })
  async addAssets(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @UploadedFiles() files: UploadedFile[],
  ): Promise<PlacedPictureDto[]> {
    return withFiles(files, async (received) => {
      return [...(await this.drawing.placePictures(person.id, id, received))];
    });
  }

  @Post('imports')
  @ReceivesFiles()
  @For('teacher', 'learner')
  @May('arrange', 'lesson')
  @ApiCreatedResponse({ type: JobDto })
  async import(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @UploadedFiles() files: UploadedFile[],
    @Req() request: Request,
  ): Promise<JobDto> {
    const to = { personId: person.id, lessonId: id, keyed: keyIfAny(request) };
    return withFiles(files, (received) => this.uploads.takeIn(to, received));
  }

  @Put('pages/:page/picture')
  @InSteps('the picture is drawn first')
  @For('teacher')
  @May('make', 'lesson')
  @ApiOkResponse({ type: PageDto })
  async setPicture(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('page', ParseUUIDPipe) page: string,
    @Body() { upload, number = 1, picture, smallPicture, height }: NewPictureDto,
  ): Promise<PageDto> {
    if (upload) {
      const fresh = await this.drawing.pagePicture(person.id, await this.uploads.one(id, upload), number);
      return pageDto(await this.editing.replacePicture(id, page, fresh.picture, fresh.source));
    }
    if (!picture || !smallPicture || !height)
      throw new Problem(400, 'not-valid', 'Name a page of a file, or an earlier picture.');
    return pageDto(await this.editing.putPictureBack(id, page, { picture, smallPicture, height }));
  }
}
