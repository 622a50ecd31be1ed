import { Inject, Injectable } from '@nestjs/common';
import type { CookieOptions, Request, Response } from 'express';
import type { Redis } from 'ioredis';
import { createHash, randomBytes } from 'node:crypto';
import { Acts } from '../../platform/acts/index.ts';
import { CONFIG, type Config } from '../../platform/config/index.ts';
import { Problem } from '../../platform/http/index.ts';
import { REDIS } from '../../platform/redis/index.ts';
import { frameCookie, SESSION_HOURS, SessionsService, type SignedIn } from '../../platform/sessions/index.ts';
import { MediaService } from '../access/index.ts';

/** A pass counts for so long, and once. */
const PASS_MS = 60_000;
const FRAME = 'A frame in another page';

const PASS_OVER = () => new Problem(410, 'pass-over', 'That took too long. Press Sign in to watch once more.');

type Passed = Pick<SignedIn, 'id' | 'role' | 'sessionId'>;

/**
 * Sessions of frames in pages elsewhere. Browsers keep a frame from the cookies of Oak Bell itself; so a window of Oak
 * Bell, where somebody is signed in, hands the frame a pass, and the frame gets a cookie of its own for it, which counts
 * under that page alone and for watching alone.
 */
@Injectable()
export class FramesService {
  constructor(
    @Inject(REDIS) private readonly redis: Redis,
    @Inject(CONFIG) private readonly config: Config,
    private readonly sessions: SessionsService,
    private readonly media: MediaService,
    private readonly acts: Acts,
  ) {}

  /** A pass for a frame of this person's. */
  async pass({ id, role, sessionId }: SignedIn): Promise<string> {
    const pass = randomBytes(32).toString('base64url');
    await this.redis.set(this.#key(pass), JSON.stringify({ id, role, sessionId } satisfies Passed), 'PX', PASS_MS);
    return pass;
  }

  /** Begins the session of a frame. @throws Problem `pass-over` for a pass that was used, is too old or never was one */
  async begin(pass: string, response: Response): Promise<void> {
    const found = await this.redis.getdel(this.#key(pass));
    if (found === null) throw PASS_OVER();
    const secret = await this.#begun(JSON.parse(found) as Passed).catch(async (failure: unknown) => {
      // Nothing came of it: it counts once more.
      if (!(failure instanceof Problem)) await this.redis.set(this.#key(pass), found, 'PX', PASS_MS);
      throw failure;
    });
    response.cookie(this.#cookie, secret, { ...OPTIONS, maxAge: SESSION_HOURS * 3_600_000 });
  }

  async #begun({ id, role, sessionId }: Passed): Promise<string> {
    return this.acts.do(async () => {
      if (!(await this.sessions.of(id)).some((one) => one.id === sessionId)) throw PASS_OVER();
      return this.sessions.begin({ id, role }, { device: FRAME, mustChange: false, kind: 'frame' });
    });
  }

  /** Ends the session of a frame, and takes its cookie back. */
  async end(request: Request, response: Response): Promise<void> {
    const secret = (request.cookies as Readonly<Record<string, string | undefined>>)[this.#cookie];
    await this.acts.do(async () => {
      const tag = secret ? await this.sessions.end(secret) : null;
      if (tag) await this.media.cut(`session:${tag}`);
    });
    response.clearCookie(this.#cookie, OPTIONS);
  }

  get #cookie(): string {
    return frameCookie(this.config.secureCookies);
  }

  #key(pass: string): string {
    return `${this.config.queue}:frame-pass:${createHash('sha256').update(pass).digest('hex')}`;
  }
}

/** Kept apart for each page that frames us; browsers allow that for secure cookies alone (on localhost too). */
const OPTIONS: CookieOptions = { httpOnly: true, sameSite: 'none', secure: true, partitioned: true, path: '/' };
