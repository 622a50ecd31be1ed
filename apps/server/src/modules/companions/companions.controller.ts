import { Body, Controller, Get, HttpCode, Inject, Param, ParseUUIDPipe, Post, Query, Req, Res } from '@nestjs/common';
import { ApiCreatedResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { notFound, Problem, Text, When } from '../../platform/http/index.ts';
import { By, For, ForAnyone, type Person } from '../../platform/sessions/index.ts';
import { sendFile, STORAGE, type Storage } from '../../platform/storage/index.ts';
import { LessonsService, PagesService, pictureKey } from '../lessons/index.ts';
import { MOST_COMPANIONS } from './companionCodes.ts';
import { CompanionsService } from './companions.service.ts';

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
export class CompanionTokenDto {
  @Text() token: string;
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
    private readonly companions: CompanionsService,
    private readonly lessons: LessonsService,
    private readonly pages: PagesService,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  @Post('lessons/:id/companion-room')
  @For('teacher')
  @ApiCreatedResponse({ type: CompanionRoomDto })
  async open(
    @By() person: Person,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: OpenCompanionRoomDto,
  ): Promise<CompanionRoomDto> {
    await this.lessons.ownOne(person, id);
    const there = body.room === undefined ? null : this.companions.byId(body.room);
    const isOwn = there !== null && there.ownerId === person.id && there.lessonId === id;
    const room = isOwn ? this.companions.renew(there) : this.companions.open(id, person.id);
    return { id: room.id, code: room.code, expiresAt: new Date(room.expiresAt).toISOString() };
  }

  @Post('companion/join')
  @HttpCode(200)
  @ForAnyone()
  @ApiOkResponse({ type: CompanionTokenDto })
  join(@Body() body: JoinCompanionDto, @Req() request: Request): CompanionTokenDto {
    const joined = this.companions.join(body.code, request.ip ?? '');
    if (!joined.ok) throw REFUSALS[joined.reason];
    return { token: joined.token };
  }

  @Get('companion/pictures/:digest')
  @ForAnyone()
  @ApiOkResponse({ description: 'a picture in WebP' })
  async picture(
    @Param('digest') digest: string,
    @Query('token') token: string,
    @Req() request: Request,
    @Res() response: Response,
  ): Promise<void> {
    const found = this.companions.byToken(String(token));
    if (!found || !(await this.pages.hasPicture(found.room.lessonId, digest))) throw notFound('picture');
    await sendFile(this.storage, request, response, { key: pictureKey(digest), type: 'image/webp', forEver: true });
  }
}
