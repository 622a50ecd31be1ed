import {
  Body,
  Controller,
  Delete,
  Get,
  HttpCode,
  Inject,
  Param,
  ParseUUIDPipe,
  Post,
  Put,
  Req,
  Res,
} from '@nestjs/common';
import { ApiCreatedResponse, ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { readBackdrop, WIDE_HEIGHT } from '@oakbell/core/pages';
import type { Request, Response } from 'express';
import { notFound, Problem } from '../../platform/http/index.ts';
import { By, For, type Person } from '../../platform/sessions/index.ts';
import { sendFile, STORAGE, type Storage } from '../../platform/storage/index.ts';
import {
  BackdropDto,
  CopyPagesDto,
  CuesDto,
  NewBoardDto,
  NewPictureDto,
  NewWindowDto,
  pageDto,
  PageDto,
  PageOrderDto,
  ThingsDto,
} from './lessons.dto.ts';
import { clipKey } from './lessons.rules.ts';
import { LessonsService } from './lessons.service.ts';
import { PagesService } from './pages.service.ts';
import { UploadsService } from './uploads.service.ts';

/** The pages of a lesson, for its maker. */
@ApiTags('lessons')
@Controller('api/lessons/:id')
export class PagesController {
  constructor(
    private readonly lessons: LessonsService,
    private readonly pages: PagesService,
    private readonly uploads: UploadsService,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  @Post('boards')
  @For('teacher')
  @ApiCreatedResponse({ type: PageDto })
  async addBoard(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: NewBoardDto,
  ): Promise<PageDto> {
    await this.lessons.ownOne(person, id);
    const backdrop = readBackdrop(body.backdrop);
    if (!backdrop || backdrop.kind === 'picture') throw new Problem(422, 'bad-backdrop', 'There is no such board.');
    return pageDto(await this.lessons.addBoard(id, backdrop, body.after));
  }

  @Post('windows')
  @For('teacher')
  @ApiCreatedResponse({ type: PageDto })
  async addWindow(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: NewWindowDto,
  ): Promise<PageDto> {
    await this.lessons.ownOne(person, id);
    return pageDto(await this.lessons.addPage(id, { kind: 'window', height: WIDE_HEIGHT }, body.after));
  }

  @Get('clips/:digest')
  @For('teacher')
  @ApiOkResponse({ description: 'a clip as MP4' })
  async clip(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('digest') digest: string,
    @Req() request: Request,
    @Res() response: Response,
  ): Promise<void> {
    await this.lessons.ownOne(person, id);
    if (!(await this.pages.hasClip(id, digest))) throw notFound('clip');
    await sendFile(this.storage, request, response, { key: clipKey(digest), type: 'video/mp4', forEver: true });
  }

  @Put('pages')
  @HttpCode(204)
  @For('teacher')
  @ApiNoContentResponse()
  async order(@By() person: Person, @Param('id', ParseUUIDPipe) id: string, @Body() body: PageOrderDto): Promise<void> {
    await this.lessons.ownOne(person, id);
    await this.lessons.order(id, body.pages);
  }

  @Post('pages/copies')
  @For('teacher')
  @ApiCreatedResponse({ type: [PageDto] })
  async copy(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: CopyPagesDto,
  ): Promise<PageDto[]> {
    await this.lessons.ownOne(person, id);
    await this.lessons.ownOne(person, body.from);
    return (await this.pages.copyFrom(id, body.from, body.pages ?? null, body.atFront ?? false)).map(pageDto);
  }

  @Delete('pages/:page')
  @HttpCode(204)
  @For('teacher')
  @ApiNoContentResponse()
  async remove(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('page', ParseUUIDPipe) page: string,
  ): Promise<void> {
    await this.lessons.ownOne(person, id);
    await this.lessons.setRemoved(id, page, true);
  }

  @Post('pages/:page/restore')
  @HttpCode(204)
  @For('teacher')
  @ApiNoContentResponse()
  async restore(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('page', ParseUUIDPipe) page: string,
  ): Promise<void> {
    await this.lessons.ownOne(person, id);
    await this.lessons.setRemoved(id, page, false);
  }

  @Post('pages/:page/duplicate')
  @For('teacher')
  @ApiCreatedResponse({ type: PageDto })
  async duplicate(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('page', ParseUUIDPipe) page: string,
  ): Promise<PageDto> {
    await this.lessons.ownOne(person, id);
    return pageDto(await this.pages.duplicate(id, page));
  }

  @Put('pages/:page/cues')
  @HttpCode(204)
  @For('teacher')
  @ApiNoContentResponse()
  async setCues(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('page', ParseUUIDPipe) page: string,
    @Body() body: CuesDto,
  ): Promise<void> {
    await this.lessons.ownOne(person, id);
    await this.lessons.setCues(id, page, body.cues);
  }

  @Put('pages/:page/backdrop')
  @For('teacher')
  @ApiOkResponse({ type: PageDto })
  async setBackdrop(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('page', ParseUUIDPipe) page: string,
    @Body() body: BackdropDto,
  ): Promise<PageDto> {
    await this.lessons.ownOne(person, id);
    return pageDto(await this.pages.setBackdrop(id, page, body.backdrop));
  }

  @Put('pages/:page/things')
  @For('teacher')
  @ApiOkResponse({ type: PageDto })
  async setThings(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('page', ParseUUIDPipe) page: string,
    @Body() body: ThingsDto,
  ): Promise<PageDto> {
    await this.lessons.ownOne(person, id);
    return pageDto(await this.pages.setThings(id, page, body.things));
  }

  @Put('pages/:page/picture')
  @For('teacher')
  @ApiOkResponse({ type: PageDto })
  async setPicture(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('page', ParseUUIDPipe) page: string,
    @Body() { upload, number = 1, picture, smallPicture, height }: NewPictureDto,
  ): Promise<PageDto> {
    await this.lessons.ownOne(person, id);
    if (upload) {
      const fresh = await this.uploads.pagePicture(await this.uploads.one(id, upload), number);
      return pageDto(await this.pages.replacePicture(id, page, fresh.picture, fresh.source));
    }
    if (!picture || !smallPicture || !height)
      throw new Problem(400, 'not-valid', 'Name a page of a file, or an earlier picture.');
    return pageDto(await this.pages.putPictureBack(id, page, { picture, smallPicture, height }));
  }
}
