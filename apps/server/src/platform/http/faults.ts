import { Problem } from './problem.ts';

const DATABASE_AWAY = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'PROTOCOL_CONNECTION_LOST',
  'ETIMEDOUT',
  'EPIPE',
  'POOL_CLOSED',
]);
/** No room on the disk, or in what one may use of it; ER_DISK_FULL and ER_RECORD_FILE_FULL of the database. */
const FULL = new Set(['ENOSPC', 'EDQUOT', 'ER_DISK_FULL', 'ER_RECORD_FILE_FULL']);
/** The disk or the machine did not do it this time. */
const PASSING = new Set(['EIO', 'EMFILE', 'ENFILE', 'EAGAIN', 'ESTALE', 'EBUSY', ...DATABASE_AWAY]);

const codeOf = (failure: unknown): string =>
  (failure as { code?: string } | null)?.code ??
  (failure as { driverError?: { code?: string } } | null)?.driverError?.code ??
  '';

/** Whether the same thing may well succeed when it is done again. */
export const isPassing = (failure: unknown): boolean => PASSING.has(codeOf(failure));

/** What a fault of the machine means to people, or null where it is none. */
export function problemOfFault(failure: unknown): Problem | null {
  const code = codeOf(failure);
  if (FULL.has(code))
    return new Problem(
      507,
      'disk-full',
      'There is no room left on the disk of this server, so nothing was kept of this. What was saved before is safe. Ask your school keeper for more room, then try again.',
    );
  if (DATABASE_AWAY.has(code))
    return new Problem(
      503,
      'database-away',
      'The database cannot be reached just now. Nothing that was saved is lost; try again in a moment.',
    );
  const { name, message } = (failure ?? {}) as { name?: string; message?: string };
  if (name === 'MaxRetriesPerRequestError' || message === 'Command timed out')
    return new Problem(
      503,
      'redis-away',
      'A part of this server cannot be reached just now. Nothing that was saved is lost; try again in a moment.',
    );
  return null;
}
