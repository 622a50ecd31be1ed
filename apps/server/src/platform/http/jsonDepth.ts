import type { NextFunction, Request, Response } from 'express';
import { Problem } from './problem.ts';

/** Objects and lists in one another, in a body. Ours are not half as deep. */
export const DEEPEST_JSON = 40;
/** The largest body that is not a file. */
export const LARGEST_JSON = '1mb';

/** Whether a value is no deeper than `most`; looked at without going down into it call by call. */
export function isShallow(value: unknown, most = DEEPEST_JSON): boolean {
  let level: unknown[] = [value];
  for (let depth = 0; level.length > 0; depth += 1) {
    if (depth > most) return false;
    level = level.flatMap((one) => (typeof one === 'object' && one !== null ? Object.values(one) : []));
  }
  return true;
}

/** Refuses bodies that are deeper than anything we send, before anybody walks through them. */
export function shallowBodies(request: Request, _: Response, next: NextFunction): void {
  if (Buffer.isBuffer(request.body) || isShallow(request.body)) return next();
  next(new Problem(400, 'too-deep', `This request is more than ${DEEPEST_JSON} levels deep. Nothing was changed.`));
}
