import { Inject, Injectable } from '@nestjs/common';
import type { CookieOptions, Request, Response } from 'express';
import { Acts } from '../../platform/acts/index.ts';
import { CONFIG, type Config } from '../../platform/config/index.ts';
import { deviceWords, SESSION_HOURS, sessionCookie, SessionsService } from '../../platform/sessions/index.ts';
import { MediaService } from '../access/index.ts';
import type { PersonEntity } from './person.entity.ts';

const HOUR_MS = 3_600_000;

/** Begins and ends the session that a browser carries, whatever way somebody has said who they are. */
@Injectable()
export class SessionHand {
  constructor(
    private readonly sessions: SessionsService,
    private readonly media: MediaService,
    private readonly acts: Acts,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** Lets somebody in, in place of whoever was. @param mustChange their first password has to be changed at once */
  async letIn(person: PersonEntity, request: Request, response: Response, mustChange: boolean): Promise<void> {
    const secret = await this.acts.do(async () => {
      await this.end(request);
      return this.begin(person, request, mustChange);
    });
    this.hand(response, secret);
  }

  /** The secret of a new session, to be handed out once it is kept. */
  async begin({ id, role }: PersonEntity, request: Request, mustChange: boolean): Promise<string> {
    const device = deviceWords(request.headers['user-agent']);
    return this.sessions.begin({ id, role }, { device, mustChange });
  }

  /** Hands a session out, once it is kept: one that came to nothing would take the place of the one that counts. */
  hand(response: Response, secret: string): void {
    response.cookie(this.#cookie, secret, { ...this.#options(), maxAge: SESSION_HOURS * HOUR_MS });
  }

  /** Ends the session that a request carries, if it does. */
  async end(request: Request): Promise<void> {
    const secret = (request.cookies as Readonly<Record<string, string | undefined>>)[this.#cookie];
    const tag = secret ? await this.sessions.end(secret) : null;
    if (tag) await this.cut([tag]);
  }

  /** Takes the cookie back. */
  forget(response: Response): void {
    response.clearCookie(this.#cookie, this.#options());
  }

  /** What ended sees no picture and hears no sound any more. */
  async cut(tags: readonly string[]): Promise<void> {
    await this.media.cut(...tags.map((tag) => `session:${tag}`));
  }

  get #cookie(): string {
    return sessionCookie(this.config.secureCookies);
  }
  #options(): CookieOptions {
    return { httpOnly: true, sameSite: 'lax', secure: this.config.secureCookies, path: '/' };
  }
}
