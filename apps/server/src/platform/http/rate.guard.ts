import { Inject, Injectable, type CanActivate, type ExecutionContext } from '@nestjs/common';
import type { Request, Response } from 'express';
import type { Redis } from 'ioredis';
import { type RateLimiterRedis, RateLimiterRes } from 'rate-limiter-flexible';
import { CONFIG, type Config } from '../config/index.ts';
import { REDIS } from '../redis/index.ts';
import { limiterOf } from './limits.ts';
import { Problem } from './problem.ts';

/** Requests of one signed-in browser, and of everybody behind one address who is not, in a minute. */
export const REQUESTS_A_MINUTE = { session: 1800, address: 3000 } as const;
/** A request with files counts as so many. */
const UPLOAD_POINTS = 30;

/** Keeps one browser from taking all there is; media are not counted: they cost no database. */
@Injectable()
export class RateGuard implements CanActivate {
  readonly #limits: Readonly<Record<keyof typeof REQUESTS_A_MINUTE, RateLimiterRedis>>;

  constructor(@Inject(REDIS) redis: Redis, @Inject(CONFIG) { queue }: Config) {
    const limit = (name: keyof typeof REQUESTS_A_MINUTE) => {
      const how = { keyPrefix: `${queue}:rate:${name}`, points: REQUESTS_A_MINUTE[name], duration: 60 };
      return limiterOf(redis, how);
    };
    this.#limits = { session: limit('session'), address: limit('address') };
  }

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const request = context.switchToHttp().getRequest<Request & { person?: { sessionId: string } }>();
    if (!request.path.startsWith('/api/') || request.path.startsWith('/api/media/')) return true;
    const points = request.is('multipart/form-data') ? UPLOAD_POINTS : 1;
    const { person } = request;
    try {
      if (person) await this.#limits.session.consume(person.sessionId, points);
      else await this.#limits.address.consume(request.ip ?? '', points);
      return true;
    } catch (failure) {
      if (!(failure instanceof RateLimiterRes)) throw failure;
      const seconds = Math.ceil(failure.msBeforeNext / 1000);
      context.switchToHttp().getResponse<Response>().setHeader('Retry-After', seconds);
      throw new Problem(
        429,
        'too-often',
        `Too much was asked at once from here. Nothing is lost; it goes on in ${seconds} seconds.`,
      );
    }
  }
}
