import { Body, Controller, Delete, Get, HttpCode, Inject, Param, ParseUUIDPipe, Post, Req, Res } from '@nestjs/common';
import { present } from '@oakbell/core/present';
import { ApiCreatedResponse, ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { randomBytes } from 'node:crypto';
import { OnceIfKeyed } from '../../platform/acts/index.ts';
import { CONFIG, type Config } from '../../platform/config/index.ts';
import { By, For, ForAnyone, tagOf, type SignedIn } from '../../platform/sessions/index.ts';
import { GUARDIAN_COOKIE, May } from '../access/index.ts';
import { LessonsService } from '../lessons/index.ts';
import type { GuardianLinkEntity } from './guardianLink.entity.ts';
import { GuardianLinkDto, GuardianViewDto, NewGuardianLinkDto } from './guardians.dto.ts';
import { GuardianLinksService } from './guardianLinks.service.ts';
import { GuardianViews } from './guardianViews.service.ts';

/** One piece for a guardian, by a link that ends. */
@ApiTags('guardians')
@Controller('api')
export class GuardiansController {
  constructor(
    private readonly links: GuardianLinksService,
    private readonly views: GuardianViews,
    private readonly lessons: LessonsService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Get('assignments/:id/guardian-links')
  @For('teacher')
  @May('teach', 'assignment')
  @ApiOkResponse({ type: [GuardianLinkDto] })
  async all(@Param('id', ParseUUIDPipe) id: string): Promise<GuardianLinkDto[]> {
    return this.#dtos(await this.links.ofAssignment(id));
  }

  @Post('assignments/:id/guardian-links')
  @OnceIfKeyed()
  @For('teacher')
  @May('teach', 'assignment')
  @ApiCreatedResponse({ type: GuardianLinkDto })
  async make(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: NewGuardianLinkDto,
  ): Promise<GuardianLinkDto> {
    const [made] = await this.#dtos([await this.links.make(person, id, body)]);
    return present(made);
  }

  @Delete('assignments/:id/guardian-links/:link')
  @HttpCode(204)
  @For('teacher')
  @May('teach', 'assignment')
  @ApiNoContentResponse()
  async withdraw(@Param('id', ParseUUIDPipe) id: string, @Param('link', ParseUUIDPipe) link: string): Promise<void> {
    await this.links.withdraw(id, link);
  }

  /** Opens a link. A page that asks for it counts; programs that only look at the address do not. */
  @Post('guardian/:link/:signature')
  @HttpCode(200)
  @ForAnyone()
  @ApiOkResponse({ type: GuardianViewDto })
  async open(
    @Param('link', ParseUUIDPipe) link: string,
    @Param('signature') signature: string,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<GuardianViewDto> {
    const opened = await this.links.at(link, signature);
    const cookies = request.cookies as Readonly<Record<string, string | undefined>>;
    const secret = cookies[GUARDIAN_COOKIE] ?? randomBytes(32).toString('base64url');
    const view = await this.views.of(opened, tagOf(secret));
    await this.links.tellOpened(link);
    // Addresses of sound and pictures work in this browser alone.
    response.cookie(GUARDIAN_COOKIE, secret, {
      ...{ httpOnly: true, sameSite: 'lax', secure: this.config.secureCookies, path: '/api' },
    });
    response.setHeader('Cache-Control', 'no-store');
    return view;
  }

  async #dtos(all: readonly GuardianLinkEntity[]): Promise<GuardianLinkDto[]> {
    const lessons = await this.lessons.byIds(all.flatMap(({ lessonId }) => lessonId ?? []));
    const now = new Date();
    return all.map(({ id, learnerId, lessonId, until, withdrawnAt, firstOpenedAt, lastOpenedAt, timesOpened }) => ({
      ...{ id, learnerId, lessonId, timesOpened, until: until.toISOString() },
      lessonTitle: lessonId === null ? '' : (lessons.get(lessonId)?.title ?? ''),
      path: this.links.pathOf(id),
      ended: withdrawnAt !== null || until <= now,
      firstOpenedAt: firstOpenedAt?.toISOString() ?? null,
      lastOpenedAt: lastOpenedAt?.toISOString() ?? null,
    }));
  }
}
