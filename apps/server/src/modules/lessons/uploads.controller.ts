import {
  Body,
  Controller,
  Get,
  Inject,
  Param,
  ParseIntPipe,
  ParseUUIDPipe,
  Post,
  Query,
  Req,
  Res,
  UploadedFiles,
  UseInterceptors,
} from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiCreatedResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { Problem } from '../../platform/http/index.ts';
import { JobDto, jobDto } from '../../platform/jobs/index.ts';
import { By, For, type Person } from '../../platform/sessions/index.ts';
import { probe } from '../../platform/sound/index.ts';
import { sendFile, STORAGE, type Storage } from '../../platform/storage/index.ts';
import { ReceiveFiles, storePlaced, withFiles, type UploadedFile } from './imports/index.ts';
import { storeClip } from './imports/media.ts';
import { checkPicture } from './imports/pictures.ts';
import { CutOutDto, PickDto, PlacedPictureDto, SoundFileDto, UploadDto, uploadDto } from './lessons.dto.ts';
import { LessonsService } from './lessons.service.ts';
import { PagesService } from './pages.service.ts';
import { UploadsService } from './uploads.service.ts';

const FILES = {
  schema: { type: 'object', properties: { files: { type: 'array', items: { type: 'string', format: 'binary' } } } },
} as const;

/** Files that a maker brings to a lesson. */
@ApiTags('lessons')
@Controller('api/lessons/:id')
export class UploadsController {
  constructor(
    private readonly lessons: LessonsService,
    private readonly uploads: UploadsService,
    private readonly pages: PagesService,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  @Post('uploads')
  @For('teacher')
  @UseInterceptors(ReceiveFiles())
  @ApiConsumes('multipart/form-data')
  @ApiBody({ ...FILES })
  @ApiCreatedResponse({ type: [UploadDto] })
  async receive(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @UploadedFiles() files: UploadedFile[],
  ): Promise<UploadDto[]> {
    return withFiles(files, async (received) => {
      const lesson = await this.lessons.ownOne(person, id);
      return (await this.uploads.receive(lesson, received)).map(uploadDto);
    });
  }

  @Get('uploads/:upload')
  @For('teacher')
  @ApiOkResponse({ type: UploadDto })
  async one(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('upload', ParseUUIDPipe) upload: string,
  ): Promise<UploadDto> {
    await this.lessons.ownOne(person, id);
    return uploadDto(await this.uploads.one(id, upload));
  }

  @Get('uploads/:upload/pages/:number')
  @For('teacher')
  @ApiOkResponse({ description: 'a preview in WebP' })
  async preview(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('upload', ParseUUIDPipe) upload: string,
    @Param('number', ParseIntPipe) number: number,
    @Query('large') large: string | undefined,
    @Req() request: Request,
    @Res() response: Response,
  ): Promise<void> {
    await this.lessons.ownOne(person, id);
    const key = await this.uploads.preview(await this.uploads.one(id, upload), number, large !== undefined);
    await sendFile(this.storage, request, response, { key, type: 'image/webp', forEver: true });
  }

  @Post('picked-pages')
  @For('teacher')
  @ApiCreatedResponse({ type: JobDto })
  async pick(@By() person: Person, @Param('id', ParseUUIDPipe) id: string, @Body() body: PickDto): Promise<JobDto> {
    return jobDto(await this.uploads.pick(await this.lessons.ownOne(person, id), body.picked));
  }

  @Post('cut-outs')
  @For('teacher')
  @ApiCreatedResponse({ type: PlacedPictureDto })
  async cutOut(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: CutOutDto,
  ): Promise<PlacedPictureDto> {
    await this.lessons.ownOne(person, id);
    const part = { ...body, width: Math.min(body.width, 1 - body.x), height: Math.min(body.height, 1 - body.y) };
    if (part.width <= 0 || part.height <= 0) throw new Problem(422, 'nothing-cut', 'This piece lies outside the page.');
    if (body.upload) return this.uploads.cutUpload(await this.uploads.one(id, body.upload), body.number ?? 1, part);
    if (body.page) return this.uploads.cutPage(id, body.page, part);
    throw new Problem(400, 'not-valid', 'Name a page, or a page of a file.');
  }

  @Post('sounds')
  @For('teacher')
  @UseInterceptors(ReceiveFiles())
  @ApiConsumes('multipart/form-data')
  @ApiBody({ ...FILES })
  @ApiCreatedResponse({ type: [SoundFileDto] })
  async addSounds(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @UploadedFiles() files: UploadedFile[],
  ): Promise<SoundFileDto[]> {
    return withFiles(files, async (received) => {
      await this.lessons.ownOne(person, id);
      const kept: SoundFileDto[] = [];
      for (const { path, originalname } of received) {
        if (!(await probe(path))?.hasSound)
          throw new Problem(422, 'no-sound', `“${originalname}” holds no sound that can be read. Choose another file.`);
        const { clip, lengthMs } = await storeClip(this.storage, path, originalname);
        await this.pages.addAsset(id, { digest: clip, width: 0, height: 0 });
        kept.push({ clip, name: originalname.slice(0, 200), lengthMs });
      }
      return kept;
    });
  }

  @Post('assets')
  @For('teacher')
  @UseInterceptors(ReceiveFiles())
  @ApiConsumes('multipart/form-data')
  @ApiBody({ ...FILES })
  @ApiCreatedResponse({ type: [PlacedPictureDto] })
  async addAssets(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @UploadedFiles() files: UploadedFile[],
  ): Promise<PlacedPictureDto[]> {
    return withFiles(files, async (received) => {
      await this.lessons.ownOne(person, id);
      for (const file of received) await checkPicture(file.path);
      const placed: PlacedPictureDto[] = [];
      for (const file of received)
        placed.push(await this.pages.addAsset(id, await storePlaced(this.storage, file.path)));
      return placed;
    });
  }
}
