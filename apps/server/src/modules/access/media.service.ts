import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import type { Redis } from 'ioredis';
import { createHmac, timingSafeEqual } from 'node:crypto';
import { Acts, Outbox } from '../../platform/acts/index.ts';
import { CONFIG, type Config } from '../../platform/config/index.ts';
import { Texts, Text, When } from '../../platform/http/index.ts';
import { REDIS } from '../../platform/redis/index.ts';

/** Addresses of files, given out together: `base`, a stroke, and one of `files`; each file ends in its storage key. */
export class MediaDto {
  @Text({ max: 1000 }) base: string;
  @Texts() files: string[];
  /** Until when they can be used. */
  @When() until: string;
}

/** To whom and for what addresses are given out. */
export interface Viewer {
  readonly id: string;
  /** Names the session without telling its secret: an address works in the browser it was given to. */
  readonly tag: string;
}

/** Within such a window the same file has the same address, so that a browser keeps it. */
const WINDOW_MS = 60 * 60_000;
/** An address can be used for two hours at least, and three at most: a lesson is watched to its end by then. */
const LIFE_MS = 180 * 60_000;
/** While Redis is away nobody can be told of what was cut off: addresses then count for so long. */
const BLIND_MS = 10 * 60_000;

const CUT = 'cut-addresses';

interface Claims {
  /** What the files belong to: `lesson:…`, `edition:…`. */
  readonly scopes: readonly string[];
  readonly person: string;
  readonly tag: string;
  readonly issued: number;
  readonly until: number;
}

const text = ({ scopes, person, tag, issued, until }: Claims): string =>
  Buffer.from([scopes.join(','), person, tag, issued, until].join('|')).toString('base64url');

function read(claims: string): Claims | null {
  const [scopes, person, tag, issued, until] = Buffer.from(claims, 'base64url').toString('utf8').split('|');
  if (!scopes || !person || !tag || !Number(issued) || !Number(until)) return null;
  return { scopes: scopes.split(','), person, tag, issued: Number(issued), until: Number(until) };
}

/** Why an address is of no use: `false`, or its time is over, or its scope or person was cut off since. */
export type Opened =
  { readonly ok: true; readonly until: number } | { readonly ok: false; readonly reason: 'false' | 'over' | 'cut' };

/**
 * Short-lived signed addresses. Who may have them was decided when they were given out, so that a picture or a byte
 * range asks nothing of the database; what ends earlier (a lesson withdrawn, a class left, a session ended) is told to
 * every process by way of Redis.
 */
@Injectable()
export class MediaService implements OnModuleInit {
  constructor(
    @Inject(CONFIG) private readonly config: Config,
    @Inject(REDIS) private readonly redis: Redis,
    private readonly acts: Acts,
    private readonly outbox: Outbox,
  ) {}

  onModuleInit(): void {
    this.outbox.carry(CUT, async ({ scopes }: { scopes: readonly string[] }) => {
      for (const scope of scopes) await this.redis.set(this.#key(scope), Date.now(), 'PX', LIFE_MS);
    });
  }

  /** Addresses for these storage keys. @param end in ms since 1970: none of them can be used from then on */
  async give(
    { id, tag }: Viewer,
    scopes: readonly string[],
    keys: readonly string[],
    end = Infinity,
  ): Promise<MediaDto> {
    const window = Math.floor(Date.now() / WINDOW_MS) * WINDOW_MS;
    const cut = await this.#lastCut([...scopes, `person:${id}`, `session:${tag}`]).catch(() => 0);
    const issued = Math.max(window, cut + 1);
    const until = Math.min(window + LIFE_MS, end);
    const claims = text({ scopes, person: id, tag, issued, until });
    return {
      base: `/api/media/${claims}`,
      files: [...new Set(keys)].map((key) => `${this.#sign(claims, key)}/${key}`),
      until: new Date(until).toISOString(),
    };
  }

  /** The address of one file. */
  async address(viewer: Viewer, scopes: readonly string[], key: string): Promise<string> {
    const { base, files } = await this.give(viewer, scopes, [key]);
    return `${base}/${files[0]}`;
  }

  /** Whether an address was given out by us to this session and still counts. No database is asked. */
  async open(
    claims: string,
    { signature, key, tag }: { signature: string; key: string; tag: string | null },
  ): Promise<Opened> {
    const right = Buffer.from(this.#sign(claims, key));
    const given = Buffer.from(signature);
    const told = right.length === given.length && timingSafeEqual(right, given) ? read(claims) : null;
    if (!told || told.tag !== tag) return { ok: false, reason: 'false' };
    const now = Date.now();
    if (now >= told.until) return { ok: false, reason: 'over' };
    try {
      const cut = await this.#lastCut([...told.scopes, `person:${told.person}`, `session:${told.tag}`]);
      return cut >= told.issued ? { ok: false, reason: 'cut' } : { ok: true, until: told.until };
    } catch {
      return now - told.issued < BLIND_MS ? { ok: true, until: told.until } : { ok: false, reason: 'over' };
    }
  }

  /** Ends every address that was given out for this: `lesson:…`, `edition:…`, `person:…`, `session:…`. */
  async cut(...scopes: readonly string[]): Promise<void> {
    if (scopes.length > 0) await this.acts.do(() => this.outbox.add(CUT, { scopes }));
  }

  async #lastCut(scopes: readonly string[]): Promise<number> {
    const found = await this.redis.mget(scopes.map((scope) => this.#key(scope)));
    return Math.max(0, ...found.map((at) => Number(at ?? 0)));
  }

  #key(scope: string): string {
    return `${this.config.queue}:cut:${scope}`;
  }

  #sign(claims: string, key: string): string {
    return createHmac('sha256', this.config.secret).update(`media ${claims} ${key}`).digest('base64url').slice(0, 22);
  }
}
