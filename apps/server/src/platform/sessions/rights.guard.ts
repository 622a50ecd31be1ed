import { Injectable, SetMetadata, createParamDecorator, type CanActivate, type ExecutionContext } from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import type { Request } from 'express';
import { Problem } from '../http/index.ts';
import type { Role } from './session.entity.ts';
import { SESSION_COOKIE, SessionsService, type Person } from './sessions.service.ts';

const RULE = 'oakbell:rule';
type Rule = 'anyone' | readonly Role[];

/** The route is for signed-in people of these roles. What they may do with one thing is decided beside its module. */
export const For = (...roles: readonly Role[]): MethodDecorator => SetMetadata(RULE, roles);
/** The route is for anyone, signed in or not. */
export const ForAnyone = (): MethodDecorator => SetMetadata(RULE, 'anyone');

/** The person who makes the request. */
export const By = createParamDecorator((_: unknown, context: ExecutionContext): Person => {
  const { person } = context.switchToHttp().getRequest<Request & { person?: Person }>();
  if (!person) throw new Problem(401, 'signed-out', 'You are signed out. Sign in to go on; what was saved is safe.');
  return person;
});

/** Closed by default: a route without a stated rule is refused. */
@Injectable()
export class RightsGuard implements CanActivate {
  constructor(
    private readonly reflector: Reflector,
    private readonly sessions: SessionsService,
  ) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const rule = this.reflector.get<Rule | undefined>(RULE, context.getHandler());
    if (rule === 'anyone') return true;
    const request = context.switchToHttp().getRequest<Request & { person?: Person }>();
    const cookies = request.cookies as Readonly<Record<string, string | undefined>>;
    const secret = cookies[SESSION_COOKIE];
    const person = secret ? await this.sessions.personOf(secret) : null;
    if (!person) throw new Problem(401, 'signed-out', 'You are signed out. Sign in to go on; what was saved is safe.');
    if (!rule?.includes(person.role)) throw new Problem(403, 'not-allowed', 'This is not for your kind of account.');
    request.person = person;
    return true;
  }
}
