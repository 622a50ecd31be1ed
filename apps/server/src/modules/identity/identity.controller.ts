import { ownPath } from '@oakbell/core/people';
import { Controller, Get, Inject, Query, Req, Res } from '@nestjs/common';
import { ApiFoundResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { CookieOptions, Request, Response } from 'express';
import { CONFIG, type Config } from '../../platform/config/index.ts';
import { Text } from '../../platform/http/index.ts';
import { ForAnyone } from '../../platform/sessions/index.ts';
import { SessionHand } from '../people/index.ts';
import { IdentityError, IdentityService, JOURNEY_MS } from './identity.service.ts';

export class IdentityDto {
  /** What the school's own sign-in is called; null where it has none. */
  @Text({ nullable: true }) name: string | null;
}
export class IdentityAskedDto {
  @Text({ max: 300, optional: true }) to?: string;
}
const COOKIE = 'oakbell_identity';

/** Signing in by the school's own identity provider: there and back. */
@ApiTags('people')
@Controller('api/identity')
export class IdentityController {
  constructor(
    private readonly identity: IdentityService,
    private readonly hand: SessionHand,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Get()
  @ForAnyone()
  @ApiOkResponse({ type: IdentityDto })
  known(): IdentityDto {
    return { name: this.identity.name };
  }

  /** Sends a browser to the provider. */
  @Get('begin')
  @ForAnyone()
  @ApiFoundResponse()
  async begin(@Query() { to }: IdentityAskedDto, @Req() request: Request, @Res() response: Response): Promise<void> {
    await this.#orTrouble(response, async () => {
      const { url, journey } = await this.identity.begin(backOf(request), ownPath(to));
      response.cookie(COOKIE, journey, { ...this.#options(), maxAge: JOURNEY_MS });
      response.redirect(url);
    });
  }

  /** Where it comes back to. */
  @Get('back')
  @ForAnyone()
  @ApiFoundResponse()
  async back(@Req() request: Request, @Res() response: Response): Promise<void> {
    const journey = (request.cookies as Readonly<Record<string, string | undefined>>)[COOKIE] ?? '';
    response.clearCookie(COOKIE, this.#options());
    await this.#orTrouble(response, async () => {
      const address = new URL(request.originalUrl, backOf(request));
      const { person, to } = await this.identity.finish(address, journey);
      await this.hand.letIn(person, request, response, false);
      response.redirect(to);
    });
  }

  async #orTrouble(response: Response, work: () => Promise<void>): Promise<void> {
    await work().catch((failure: unknown) => {
      if (!(failure instanceof IdentityError)) throw failure;
      response.redirect(`/sign-in?trouble=${failure.trouble}`);
    });
  }

  /** It comes back from another site: a stricter cookie would not be sent. */
  #options(): CookieOptions {
    return { httpOnly: true, sameSite: 'lax', secure: this.config.secureCookies, path: '/api/identity' };
  }
}

const backOf = (request: Request): string => `${request.protocol}://${request.get('host') ?? ''}/api/identity/back`;
