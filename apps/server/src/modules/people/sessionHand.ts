import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import type { CookieOptions, Request, Response } from 'express';
import { Acts } from '../../platform/acts/index.ts';
import { CONFIG, type Config } from '../../platform/config/index.ts';
import { Letters, type Letter } from '../../platform/mail/index.ts';
import { deviceWords, SESSION_HOURS, sessionCookie, SessionsService } from '../../platform/sessions/index.ts';
import { MediaService } from '../access/index.ts';
import { SchoolService } from '../school/index.ts';
import { marked, MARK_DAYS, wantsMailOfSignIns } from './browsers.ts';
import { PeopleService } from './people.service.ts';
import type { PersonEntity } from './person.entity.ts';

const HOUR_MS = 3_600_000;

const NEW_BROWSER = 'new-browser';
interface Seen {
  readonly id: string;
  readonly device: string;
  readonly at: string;
}

/** Begins and ends the session that a browser carries, whatever way somebody has said who they are. */
@Injectable()
export class SessionHand implements OnModuleInit {
  constructor(
    private readonly sessions: SessionsService,
    private readonly media: MediaService,
    private readonly acts: Acts,
    private readonly people: PeopleService,
    private readonly school: SchoolService,
    private readonly letters: Letters,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  onModuleInit(): void {
    this.letters.register(NEW_BROWSER, (about: Seen) => this.#letter(about));
  }

  /** Lets somebody in, in place of whoever was. @param mustChange their first password has to be changed at once */
  async letIn(person: PersonEntity, request: Request, response: Response, mustChange: boolean): Promise<void> {
    const cookies = request.cookies as Readonly<Record<string, string | undefined>>;
    const { isKnown, kept } = marked({ secret: this.config.secret, id: person.id }, cookies[this.#known] ?? '');
    const secret = await this.acts.do(async () => {
      await this.end(request);
      if (!isKnown && !mustChange) await this.#tell(person, request);
      return this.begin(person, request, mustChange);
    });
    this.hand(response, secret);
    response.cookie(this.#known, kept, { ...this.#options(), maxAge: MARK_DAYS * 24 * HOUR_MS });
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

  /** A mail says that somebody came in by their name in a browser where they had not been. */
  async #tell(person: PersonEntity, request: Request): Promise<void> {
    if (!person.mail || !wantsMailOfSignIns(person)) return;
    const device = deviceWords(request.headers['user-agent']);
    await this.letters.post(NEW_BROWSER, person.id, { id: person.id, device, at: new Date().toISOString() });
  }

  async #letter({ id, device, at }: Seen): Promise<Letter | null> {
    const [person, timeZone] = [await this.people.one(id), await this.school.timeZone()];
    if (!person?.mail || !wantsMailOfSignIns(person)) return null;
    const when = new Intl.DateTimeFormat('en-GB', { dateStyle: 'full', timeStyle: 'short', timeZone }).format(
      new Date(at),
    );
    return {
      ...{ to: person.mail, subject: 'A new sign-in to Oak Bell' },
      says: [
        `Hello ${person.name},`,
        `somebody signed in to Oak Bell as ${person.signInName} in a browser that was not used for it before: ${device}, on ${when}.`,
        'If that was you, all is well. If not, change your password now: that signs out everybody else.',
      ],
      link: { label: 'Open your account', path: '/account' },
    };
  }

  get #known(): string {
    return this.config.secureCookies ? '__Host-oakbell-known' : 'oakbell-known';
  }
  get #cookie(): string {
    return sessionCookie(this.config.secureCookies);
  }
  #options(): CookieOptions {
    return { httpOnly: true, sameSite: 'lax', secure: this.config.secureCookies, path: '/' };
  }
}
