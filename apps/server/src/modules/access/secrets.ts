import type { Request } from 'express';
import type { Config } from '../../platform/config/index.ts';
import { frameCookie, sessionCookie } from '../../platform/sessions/index.ts';

/** A device that joined a recording room carries its token like this. */
export const COMPANION_COOKIE = 'oakbell_companion';

/** A browser in which a guardian opened a link carries its secret like this. */
export const GUARDIAN_COOKIE = 'oakbell_guardian';

/** The secrets that a browser carries: of its session, of one in a frame, of a room that it joined as a pen, of a link. */
export function secretsOf(request: Request, { secureCookies }: Config): readonly string[] {
  const cookies = request.cookies as Readonly<Record<string, string | undefined>>;
  return [sessionCookie(secureCookies), frameCookie(secureCookies), COMPANION_COOKIE, GUARDIAN_COOKIE].flatMap(
    (name) => cookies[name] ?? [],
  );
}
