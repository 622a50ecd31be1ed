import {
  Inject,
  Injectable,
  SetMetadata,
  createParamDecorator,
  type CanActivate,
  type ExecutionContext,
} from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import type { Request } from 'express';
import { CONFIG, type Config } from '../config/index.ts';
import { Problem } from '../http/index.ts';
import type { Role } from './session.entity.ts';
import { frameCookie, sessionCookie, SessionsService, type SignedIn } from './sessions.service.ts';

const RULE = 'oakbell:rule';
const FRAMED = 'oakbell:in-frames';
const EARLY = 'oakbell:before-first-password';
type Rule = 'anyone' | readonly Role[];

/** The route is for signed-in people of these roles. What they may do with one thing, the access module says. */
export const For = (...roles: readonly Role[]): MethodDecorator => SetMetadata(RULE, roles);
/** The route is for anyone, signed in or not. */
export const ForAnyone = (): MethodDecorator => SetMetadata(RULE, 'anyone');
/** The route can be used before a first password was changed. */
export const BeforeFirstPassword = (): MethodDecorator => SetMetadata(EARLY, true);

/** The route can be used where lessons are watched in a frame of a page elsewhere. */
export const InFrames = (): MethodDecorator => SetMetadata(FRAMED, true);

const signedOut = () => new Problem(401, 'signed-out', 'You are signed out. Sign in to go on; what was saved is safe.');

/** The person who makes the request. */
export const By = createParamDecorator((_: unknown, context: ExecutionContext): SignedIn => {
  const { person } = context.switchToHttp().getRequest<Request & { person?: SignedIn }>();
  if (!person) throw signedOut();
  return person;
});

const cookiesOf = (request: Request) => request.cookies as Readonly<Record<string, string | undefined>>;

/** Closed by default: a route without a stated rule is refused. */
@Injectable()
export class RightsGuard implements CanActivate {
  constructor(
    private readonly reflector: Reflector,
    private readonly sessions: SessionsService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const rule = this.reflector.get<Rule | undefined>(RULE, context.getHandler());
    if (rule === 'anyone') return true;
    const request = context.switchToHttp().getRequest<Request & { person?: SignedIn }>();
    const person = (await this.#whole(request)) ?? (await this.#framed(request, context));
    if (!person) throw signedOut();
    if (!rule?.includes(person.role)) throw new Problem(403, 'not-allowed', 'This is not for your kind of account.');
    if (person.mustChange && this.reflector.get<boolean | undefined>(EARLY, context.getHandler()) !== true)
      throw new Problem(403, 'password-must-change', 'Choose a password of your own first. Then everything is open.');
    request.person = person;
    return true;
  }

  async #whole(request: Request): Promise<SignedIn | null> {
    const secret = cookiesOf(request)[sessionCookie(this.config.secureCookies)];
    return secret ? this.sessions.personOf(secret) : null;
  }

  async #framed(request: Request, context: ExecutionContext): Promise<SignedIn | null> {
    if (this.reflector.get<boolean | undefined>(FRAMED, context.getHandler()) !== true) return null;
    const secret = cookiesOf(request)[frameCookie(this.config.secureCookies)];
    return secret ? this.sessions.personOf(secret, 'frame') : null;
  }
}
