import { present } from '@oakbell/core/present';
import type { Params } from 'nestjs-pino';
import { randomUUID } from 'node:crypto';
import type { IncomingMessage, ServerResponse } from 'node:http';
import type { LogFn, Logger } from 'pino';

/** Whoever knows the rest of such a path needs nothing else. */
const SECRET = /^\/api\/calendar\/(?=.)/;

/** What a log says of an address: its path, without what opens something by itself. */
export function pathTold(url: string): string {
  const path = url.split('?')[0] ?? '';
  const [secret] = SECRET.exec(path) ?? [];
  return secret ? `${secret}…` : path;
}

/** Structured logs: a number for each request, its method and path without query, and nothing about the person. */
export function logOptions(level: string): Params {
  return {
    pinoHttp: {
      level,
      genReqId: (_request: IncomingMessage, response: ServerResponse) => {
        const id = randomUUID();
        response.setHeader('Request-Id', id);
        return id;
      },
      autoLogging: { ignore: (request) => request.url?.startsWith('/api') !== true },
      hooks: { logMethod: withoutItsWords },
      serializers: {
        err: failureFacts,
        req: ({ id, method, url }: { id: string; method: string; url: string }) => ({
          id,
          method,
          path: pathTold(url),
        }),
        res: ({ statusCode }: { statusCode: number }) => ({ status: statusCode }),
      },
    },
  };
}

/** A failure that is logged without a message would lend the line its own. */
function withoutItsWords(this: Logger, args: Parameters<LogFn>, method: LogFn): void {
  const [first, message] = args as readonly unknown[];
  const failure = first instanceof Error ? first : (first as { err?: unknown } | null)?.err;
  if (!(failure instanceof Error) || message !== undefined) return method.apply(this, args);
  const facts = first instanceof Error ? { err: first } : (first as object);
  method.apply(this, [facts, 'failure'] as unknown as Parameters<LogFn>);
}

/** What a log may say of a failure. */
export interface FailureFacts {
  readonly type: string;
  readonly code?: string | number;
  readonly message?: string;
  readonly stack?: string;
}

/**
 * A failure as it is logged. What a database says repeats what was asked of it, values and all, and so the words of
 * people: of such a failure only its code and its place are told.
 */
export function failureFacts(told: unknown): FailureFacts {
  // The logger has made words of it already, and keeps the failure itself beside them.
  const failure = (told as { raw?: unknown } | null)?.raw ?? told;
  if (!(failure instanceof Error)) return { type: typeof failure };
  const { code, errno } = failure as { code?: string; errno?: number };
  const { driverError, query, sql, sqlMessage } = failure as unknown as Readonly<Record<string, unknown>>;
  const places = (failure.stack ?? '').split('\n').filter((line) => line.startsWith('    at '));
  const facts = {
    type: failure.constructor.name,
    ...((code ?? errno) === undefined ? {} : { code: code ?? present(errno) }),
  };
  if ([driverError, query, sql, sqlMessage].some((one) => one !== undefined))
    return { ...facts, stack: places.join('\n') };
  return { ...facts, message: failure.message.slice(0, 500), stack: places.join('\n') };
}
