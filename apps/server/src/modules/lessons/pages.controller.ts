import { Body, Controller, Delete, Get, HttpCode, Param, ParseUUIDPipe, Post, Put, Res } from '@nestjs/common';
import { ApiCreatedResponse, ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { readBackdrop, WIDE_HEIGHT } from '@oakbell/core/pages';
import type { Response } from 'express';
import { InSteps } from '../../platform/acts/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May, MediaService, Redirected, sendTo } from '../access/index.ts';
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
import { DrawingService } from './drawing.service.ts';
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
    private readonly drawing: DrawingService,
    private readonly media: MediaService,
  ) {}

  @Post('boards')
  @For('teacher')
  @May('make', 'lesson')
  @ApiCreatedResponse({ type: PageDto })
  async addBoard(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: NewBoardDto,
  ): Promise<PageDto> {
    const backdrop = readBackdrop(body.backdrop);
    if (!backdrop || backdrop.kind === 'picture') throw new Problem(422, 'bad-backdrop', 'There is no such board.');
    return pageDto(await this.lessons.addBoard(id, backdrop, body.after));
  }

  @Post('windows')
  @For('teacher')
  @May('make', 'lesson')
  @ApiCreatedResponse({ type: PageDto })
  async addWindow(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: NewWindowDto,
  ): Promise<PageDto> {
    return pageDto(await this.lessons.addPage(id, { kind: 'window', height: WIDE_HEIGHT }, body.after));
  }

  @Get('clips/:digest')
  @For('teacher')
  @May('make', 'lesson')
  @Redirected('a clip as MP4')
  async clip(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('digest') digest: string,
    @Res() response: Response,
  ): Promise<void> {
    if (!(await this.pages.hasClip(id, digest))) throw notFound('clip');
    sendTo(response, await this.media.address(person, [`lesson:${id}`], clipKey(digest)));
  }

  @Put('pages')
  @HttpCode(204)
  @For('teacher')
  @May('make', 'lesson')
  @ApiNoContentResponse()
  async order(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: PageOrderDto,
  ): Promise<void> {
    await this.lessons.order(id, body.pages);
  }

  @Post('pages/copies')
  @For('teacher')
  @May('make', 'lesson')
  @May('give', 'lesson', { body: 'from' })
  @ApiCreatedResponse({ type: [PageDto] })
  async copy(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: CopyPagesDto,
  ): Promise<PageDto[]> {
    return (
      await this.pages.copyFrom(id, body.from, { pages: body.pages ?? null, atFront: body.atFront ?? false })
    ).map(pageDto);
  }

  @Delete('pages/:page')
  @HttpCode(204)
  @For('teacher')
  @May('make', 'lesson')
  @ApiNoContentResponse()
  async remove(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('page', ParseUUIDPipe) page: string,
  ): Promise<void> {
    await this.lessons.setRemoved(id, page, true);
  }

  @Post('pages/:page/restore')
  @HttpCode(204)
  @For('teacher')
  @May('make', 'lesson')
  @ApiNoContentResponse()
  async restore(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('page', ParseUUIDPipe) page: string,
  ): Promise<void> {
    await this.lessons.setRemoved(id, page, false);
  }

  @Post('pages/:page/duplicate')
  @For('teacher')
  @May('make', 'lesson')
  @ApiCreatedResponse({ type: PageDto })
  async duplicate(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('page', ParseUUIDPipe) page: string,
  ): Promise<PageDto> {
    return pageDto(await this.pages.duplicate(id, page));
  }

  @Put('pages/:page/cues')
  @HttpCode(204)
  @For('teacher')
  @May('make', 'lesson')
  @ApiNoContentResponse()
  async setCues(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('page', ParseUUIDPipe) page: string,
    @Body() body: CuesDto,
  ): Promise<void> {
    await this.lessons.setCues(id, page, body.cues);
  }

  @Put('pages/:page/backdrop')
  @For('teacher')
  @May('make', 'lesson')
  @ApiOkResponse({ type: PageDto })
  async setBackdrop(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('page', ParseUUIDPipe) page: string,
    @Body() body: BackdropDto,
  ): Promise<PageDto> {
    return pageDto(await this.pages.setBackdrop(id, page, body.backdrop));
  }

  @Put('pages/:page/things')
  @For('teacher')
  @May('make', 'lesson')
  @ApiOkResponse({ type: PageDto })
  async setThings(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('page', ParseUUIDPipe) page: string,
    @Body() body: ThingsDto,
  ): Promise<PageDto> {
    return pageDto(await this.pages.setThings(id, page, body.things));
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
      return pageDto(await this.pages.replacePicture(id, page, fresh.picture, fresh.source));
    }
    if (!picture || !smallPicture || !height)
      throw new Problem(400, 'not-valid', 'Name a page of a file, or an earlier picture.');
    return pageDto(await this.pages.putPictureBack(id, page, { picture, smallPicture, height }));
  }
}
