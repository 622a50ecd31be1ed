import { Body, Controller, Delete, Get, HttpCode, Param, ParseUUIDPipe, Post, Put, Res } from '@nestjs/common';
import { ApiCreatedResponse, ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { clipKey, pictureKey } from '@oakbell/core/media';
import { readBackdrop, WIDE_HEIGHT } from '@oakbell/core/pages';
import type { Response } from 'express';
import { notFound, Problem } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May, MediaService, Redirected, sendTo } from '../access/index.ts';
import { PageEditing } from './pageEditing.service.ts';
import {
  BackdropDto,
  CopyPagesDto,
  CuesDto,
  CuesNowDto,
  NewBoardDto,
  NewWindowDto,
  pageDto,
  PageDto,
  PageNowDto,
  PageOrderDto,
  ThingsDto,
} from './pages.dto.ts';
import { PagesService } from './pages.service.ts';

/** The pages of a lesson, for its maker. */
@ApiTags('lessons')
@Controller('api/lessons/:id')
export class PagesController {
  constructor(
    private readonly pages: PagesService,
    private readonly editing: PageEditing,
    private readonly media: MediaService,
  ) {}

  @Post('boards')
  @For('teacher', 'learner')
  @May('arrange', 'lesson')
  @ApiCreatedResponse({ type: PageDto })
  async addBoard(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: NewBoardDto,
  ): Promise<PageDto> {
    const backdrop = readBackdrop(body.backdrop);
    if (!backdrop || backdrop.kind === 'picture') throw new Problem(422, 'bad-backdrop', 'There is no such board.');
    return pageDto(await this.pages.addBoard(id, backdrop, body.after));
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
    return pageDto(await this.pages.addPage(id, { kind: 'window', height: WIDE_HEIGHT }, body.after));
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
  @For('teacher', 'learner')
  @May('arrange', 'lesson')
  @ApiNoContentResponse()
  async order(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: PageOrderDto,
  ): Promise<void> {
    await this.pages.order(id, body.pages);
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
      await this.editing.copyFrom(id, body.from, { pages: body.pages ?? null, atFront: body.atFront ?? false })
    ).map(pageDto);
  }

  @Delete('pages/:page')
  @HttpCode(204)
  @For('teacher', 'learner')
  @May('arrange', 'lesson')
  @ApiNoContentResponse()
  async remove(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('page', ParseUUIDPipe) page: string,
  ): Promise<void> {
    await this.pages.setRemoved(id, page, true);
  }

  @Post('pages/:page/restore')
  @HttpCode(204)
  @For('teacher', 'learner')
  @May('arrange', 'lesson')
  @ApiNoContentResponse()
  async restore(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('page', ParseUUIDPipe) page: string,
  ): Promise<void> {
    await this.pages.setRemoved(id, page, false);
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
    return pageDto(await this.editing.duplicate(id, page));
  }

  @Put('pages/:page/cues')
  @For('teacher')
  @May('make', 'lesson')
  @ApiOkResponse({ type: CuesNowDto })
  async setCues(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('page', ParseUUIDPipe) page: string,
    @Body() { cues, base }: CuesDto,
  ): Promise<CuesNowDto> {
    return { cues: await this.pages.setCues(id, page, cues, base) };
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
    return pageDto(await this.editing.setBackdrop(id, page, body.backdrop, body.base));
  }

  @Put('pages/:page/things')
  @For('teacher')
  @May('make', 'lesson')
  @ApiOkResponse({ type: PageNowDto })
  async setThings(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('page', ParseUUIDPipe) page: string,
    @Body() { things, base }: ThingsDto,
  ): Promise<PageNowDto> {
    const now = await this.editing.setThings(id, page, { things, ...(base ? { base } : {}) });
    return { page: pageDto(now.page), beside: now.beside };
  }

  @Get('pictures/:digest')
  @For('teacher', 'learner')
  @May('see', 'lesson')
  @Redirected('a picture in WebP')
  async picture(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('digest') digest: string,
    @Res() response: Response,
  ): Promise<void> {
    if (!(await this.pages.hasPicture(id, digest))) throw notFound('picture');
    sendTo(response, await this.media.address(person, [`lesson:${id}`], pictureKey(digest)));
  }
}
