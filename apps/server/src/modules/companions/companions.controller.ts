import { Body, Controller, Get, HttpCode, Inject, Param, ParseUUIDPipe, Post, Req, Res } from '@nestjs/common';
import { ApiCreatedResponse, ApiNoContentResponse, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { CONFIG, type Config } from '../../platform/config/index.ts';
import { InSteps } from '../../platform/acts/index.ts';
import { notFound, Problem, Text, When } from '../../platform/http/index.ts';
import { By, deviceWords, For, ForAnyone, tagOf, type SignedIn } from '../../platform/sessions/index.ts';
import { COMPANION_COOKIE, May, MediaService, Redirected, sendTo } from '../access/index.ts';
import { PagesService } from '../pages/index.ts';
import { pictureKey } from '@oakbell/core/media';
import { CompanionRooms, MOST_COMPANIONS } from './companionRooms.service.ts';

export class CompanionRoomDto {
  @Text() id: string;
  /** To be typed on the device. */
  @Text() code: string;
  @When() expiresAt: string;
}
export class OpenCompanionRoomDto {
  /** A room that is open already: it gets another code, and its devices stay. */
  @Text({ max: 64, optional: true }) room?: string;
}
export class JoinCompanionDto {
  @Text({ min: 1, max: 20 }) code: string;
}

const REFUSALS = {
  unknown: new Problem(
    404,
    'no-such-code',
    'There is no room with this code, or its time is over. Look at the room for a new one.',
  ),
  full: new Problem(409, 'room-full', `${MOST_COMPANIONS} devices have joined this room already. No more can.`),
  'too-many-guesses': new Problem(429, 'too-many-guesses', 'Too many wrong codes came from here. Wait ten minutes.'),
} as const;

@ApiTags('companions')
@Controller('api')
export class CompanionsController {
  constructor(
    private readonly rooms: CompanionRooms,
    private readonly pages: PagesService,
    private readonly media: MediaService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Post('lessons/:id/companion-room')
  @InSteps('rooms of companions are in Redis only')
  @For('teacher')
  @May('make', 'lesson')
  @ApiCreatedResponse({ type: CompanionRoomDto })
  async open(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: OpenCompanionRoomDto,
  ): Promise<CompanionRoomDto> {
    const there = body.room === undefined ? null : await this.rooms.byId(body.room);
    const isOwn = there !== null && there.ownerId === person.id && there.lessonId === id;
    const room = isOwn ? await this.rooms.renew(there) : await this.rooms.open(id, person.id);
    return { id: room.id, code: room.code, expiresAt: new Date(room.expiresAt).toISOString() };
  }

  /** Asks to join: the room's teacher has to say yes before anything is seen or written. */
  @Post('companion/join')
  @InSteps('rooms of companions are in Redis only')
  @HttpCode(204)
  @ForAnyone()
  @ApiNoContentResponse()
  async join(
    @Body() body: JoinCompanionDto,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<void> {
    const words = deviceWords(request.headers['user-agent']);
    const joined = await this.rooms.join(body.code, { address: request.ip ?? '', words });
    if (!joined.ok) throw REFUSALS[joined.reason];
    // Out of reach of scripts; it goes when the browser is closed, and means nothing once the room is over.
    response.cookie(COMPANION_COOKIE, joined.token, {
      httpOnly: true,
      sameSite: 'strict',
      secure: this.config.secureCookies,
      path: '/api',
    });
  }

  @Get('companion/pictures/:digest')
  @ForAnyone()
  @Redirected('a picture in WebP')
  async picture(@Param('digest') digest: string, @Req() request: Request, @Res() response: Response): Promise<void> {
    const token = (request.cookies as Readonly<Record<string, string | undefined>>)[COMPANION_COOKIE] ?? '';
    const found = await this.rooms.byToken(token);
    const room = found?.standing === 'in' ? await this.rooms.byId(found.room) : null;
    if (!found || !room || !(await this.pages.hasPicture(room.lessonId, digest))) throw notFound('picture');
    const viewer = { id: `${found.room}-${found.device}`, tag: tagOf(token) };
    sendTo(response, await this.media.address(viewer, [`lesson:${room.lessonId}`], pictureKey(digest)));
  }
}
