import { Inject, Injectable } from '@nestjs/common';
import type { Redis } from 'ioredis';
import { createHash } from 'node:crypto';
import { type RateLimiterRedis, RateLimiterRes } from 'rate-limiter-flexible';
import { CONFIG, type Config } from '../../platform/config/index.ts';
import { limiterOf, Problem } from '../../platform/http/index.ts';
import { REDIS } from '../../platform/redis/index.ts';

export const WINDOW_MINUTES = 10;
/** Tries within the window: for one name from one address, for one name from anywhere, and from one address. */
export const MOST_TRIES = { pair: 8, name: 40, address: 300 } as const;
type Counted = keyof typeof MOST_TRIES;

/** A name that has signed in from an address is known there for so long, in seconds. */
const KNOWN_S = 30 * 86_400;

const digest = (text: string): string => createHash('sha256').update(text).digest('base64url').slice(0, 32);

/**
 * Tries to sign in, counted before a password is looked at: as many at once as there may be are still counted one by
 * one. A school sits behind one address, so what one guesser does there never keeps those out who have signed in from
 * there before; and a guesser elsewhere does not keep out the owner of a name.
 */
@Injectable()
export class SignInLimits {
  readonly #limits: Readonly<Record<Counted, RateLimiterRedis>>;
  readonly #prefix: string;

  constructor(
    @Inject(REDIS) private readonly redis: Redis,
    @Inject(CONFIG) { queue }: Config,
  ) {
    this.#prefix = `${queue}:sign-in`;
    const limit = (name: Counted) => {
      const how = { keyPrefix: `${this.#prefix}:${name}`, points: MOST_TRIES[name], duration: WINDOW_MINUTES * 60 };
      return limiterOf(redis, how);
    };
    this.#limits = { pair: limit('pair'), name: limit('name'), address: limit('address') };
  }

  /** Counts a try. @param name folded. @throws Problem `too-many-sign-ins` */
  async count(name: string, address: string): Promise<void> {
    await this.#consume('pair', digest(`${name} ${address}`));
    if (await this.#isKnown(name, address)) return;
    await this.#consume('name', digest(name));
    await this.#consume('address', digest(address));
  }

  /** It was the right password: what was counted is forgiven, and the name is known at this address. */
  async succeeded(name: string, address: string): Promise<void> {
    await this.#limits.pair.delete(digest(`${name} ${address}`)).catch(() => undefined);
    await this.#limits.name.reward(digest(name)).catch(() => undefined);
    await this.#limits.address.reward(digest(address)).catch(() => undefined);
    await this.redis.set(this.#knownKey(name, address), 1, 'EX', KNOWN_S).catch(() => undefined);
  }

  async #isKnown(name: string, address: string): Promise<boolean> {
    return (await this.redis.exists(this.#knownKey(name, address)).catch(() => 0)) === 1;
  }

  async #consume(which: Counted, key: string): Promise<void> {
    try {
      await this.#limits[which].consume(key);
    } catch (failure) {
      if (!(failure instanceof RateLimiterRes)) throw failure;
      throw new Problem(
        429,
        'too-many-sign-ins',
        `Too many tries. Wait ${WINDOW_MINUTES} minutes, or ask your school keeper.`,
      );
    }
  }

  #knownKey(name: string, address: string): string {
    return `${this.#prefix}:known:${digest(`${name} ${address}`)}`;
  }
}
