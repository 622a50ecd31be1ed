import {
  Injectable,
  SetMetadata,
  applyDecorators,
  type CallHandler,
  type ExecutionContext,
  type NestInterceptor,
} from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import { ApiHeader } from '@nestjs/swagger';
import type { Request } from 'express';
import { defer, lastValueFrom, type Observable } from 'rxjs';
import { workNames } from '../database/index.ts';
import { Problem } from '../http/index.ts';
import { Acts } from './acts.ts';
import { OnceOnly, type Keyed } from './onceOnly.ts';

const STEPS = 'oakbell:in-steps';
const ONCE = 'oakbell:once';

/**
 * The route is not one act from end to end: it receives files, waits for a job or asks others first, and then does its
 * act or acts itself. `why` says which.
 */
export const InSteps = (why: string): MethodDecorator => SetMetadata(STEPS, why);
const KEY = { name: 'Idempotency-Key', description: 'the same for every try of one act' } as const;
/** A client will send this twice: it must carry an `Idempotency-Key`. Any other act may, and is done once then too. */
export const Once = (): MethodDecorator =>
  applyDecorators(SetMetadata(ONCE, true), ApiHeader({ ...KEY, required: true }));
/** Says so of a route that makes something: whoever sends it again where no answer came gives it a key. */
export const OnceIfKeyed = (): MethodDecorator => applyDecorators(ApiHeader({ ...KEY, required: false }));

/** Every request that may write is one act, unless its route says that it is done in steps. */
@Injectable()
export class ActInterceptor implements NestInterceptor {
  constructor(
    private readonly reflector: Reflector,
    private readonly acts: Acts,
    private readonly once: OnceOnly,
  ) {}

  intercept(context: ExecutionContext, next: CallHandler): Observable<unknown> {
    if (context.getType() !== 'http') return next.handle();
    const request = context.switchToHttp().getRequest<Request>();
    const isOnce = this.reflector.get<boolean | undefined>(ONCE, context.getHandler()) === true;
    const keyed = isOnce ? keyOf(request) : keyIfAny(request);
    const inSteps = this.reflector.get<string | undefined>(STEPS, context.getHandler()) !== undefined;
    const name = `${request.method.toLowerCase()} ${(request.route as { path?: string } | undefined)?.path ?? request.path}`;
    const reads = request.method === 'GET' || request.method === 'HEAD';
    if (inSteps || reads) return workNames.run(name, () => next.handle());
    const work = () => lastValueFrom(next.handle(), { defaultValue: undefined });
    return defer(() => workNames.run(name, () => (keyed ? this.once.do(keyed, work) : this.acts.do(work))));
  }
}

type Asked = Request & { person?: { readonly id: string } };

/** The key that a request carries, or null for none. @throws Problem `no-key` for one that is none */
export const keyIfAny = (request: Asked): Keyed | null =>
  request.person && request.get('Idempotency-Key') !== undefined ? keyOf(request) : null;

/** The key that a request carries. @throws Problem `no-key` */
export function keyOf(request: Asked): Keyed {
  const key = request.get('Idempotency-Key') ?? '';
  if (!request.person || !/^[\w-]{8,64}$/.test(key))
    throw new Problem(
      400,
      'no-key',
      'This act needs an Idempotency-Key of 8 to 64 letters, digits or strokes. Nothing was changed.',
    );
  return { personId: request.person.id, key, act: `${request.method} ${request.path}`.slice(0, 200) };
}
