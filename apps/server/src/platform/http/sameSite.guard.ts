import { Injectable, type CanActivate, type ExecutionContext } from '@nestjs/common';
import type { Request } from 'express';
import { Problem } from './problem.ts';

const READING = new Set(['GET', 'HEAD', 'OPTIONS']);

/** Whether a request that changes something comes from our own pages (or from a program without a browser's headers). */
export function comesFromHere(headers: {
  site?: string | undefined;
  origin?: string | undefined;
  host?: string | undefined;
}): boolean {
  if (headers.site !== undefined && headers.site !== 'same-origin' && headers.site !== 'none') return false;
  if (headers.origin === undefined) return true;
  return URL.canParse(headers.origin) && new URL(headers.origin).host === headers.host;
}

/** Refuses posts that another site makes in a signed-in person's name. */
@Injectable()
export class SameSiteGuard implements CanActivate {
  canActivate(context: ExecutionContext): boolean {
    const request = context.switchToHttp().getRequest<Request>();
    if (READING.has(request.method)) return true;
    const { origin, host } = request.headers;
    const site = request.headers['sec-fetch-site'];
    if (comesFromHere({ site: typeof site === 'string' ? site : undefined, origin, host })) return true;
    throw new Problem(403, 'cross-site', 'This request came from another site and was refused. Nothing was changed.');
  }
}
