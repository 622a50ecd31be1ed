import type { Redis } from 'ioredis';
import { RateLimiterMemory, RateLimiterRedis, RateLimiterRes } from 'rate-limiter-flexible';
import { Problem } from './problem.ts';

/** What is counted under `keyPrefix`: so many `points` in `duration` seconds. */
export interface Limit {
  readonly keyPrefix: string;
  readonly points: number;
  readonly duration: number;
}

/** Counts for all processes together; each for itself while Redis is away. */
export const limiterOf = (redis: Redis, how: Limit): RateLimiterRedis =>
  new RateLimiterRedis({ ...how, storeClient: redis, insuranceLimiter: new RateLimiterMemory(how) });

/** Codes that somebody may try within an hour: who has the right one needs one. */
const MOST_GUESSES = 10;

/** Codes that are typed, and so might be guessed. */
export class Guesses {
  readonly #limiter: RateLimiterRedis;

  constructor(redis: Redis, keyPrefix: string) {
    this.#limiter = limiterOf(redis, { keyPrefix, points: MOST_GUESSES, duration: 3600 });
  }

  /** @throws Problem `too-many-codes` */
  async count(personId: string): Promise<void> {
    try {
      await this.#limiter.consume(personId);
    } catch (failure) {
      if (!(failure instanceof RateLimiterRes)) throw failure;
      throw new Problem(429, 'too-many-codes', 'Too many codes were tried. Wait an hour, or ask your teacher.');
    }
  }

  /** It was the right one, and is not counted. */
  async right(personId: string): Promise<void> {
    await this.#limiter.reward(personId);
  }
}
