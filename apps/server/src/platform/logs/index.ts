import type { Params } from 'nestjs-pino';
import { randomUUID } from 'node:crypto';
import type { IncomingMessage, ServerResponse } from 'node:http';

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
      serializers: {
        err: failureFacts,
        req: ({ id, method, url }: { id: string; method: string; url: string }) => ({
          id,
          method,
          path: url.split('?')[0],
        }),
        res: ({ statusCode }: { statusCode: number }) => ({ status: statusCode }),
      },
    },
  };
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
export function failureFacts(failure: unknown): FailureFacts {
  if (!(failure instanceof Error)) return { type: typeof failure };
  const { code, errno } = failure as { code?: string; errno?: number };
  const { driverError, query, sql, sqlMessage } = failure as unknown as Readonly<Record<string, unknown>>;
  const places = (failure.stack ?? '').split('\n').filter((line) => line.startsWith('    at '));
  const facts = { type: failure.constructor.name, ...((code ?? errno) === undefined ? {} : { code: code ?? errno! }) };
  if ([driverError, query, sql, sqlMessage].some((one) => one !== undefined))
    return { ...facts, stack: places.join('\n') };
  return { ...facts, message: failure.message.slice(0, 500), stack: places.join('\n') };
}
