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
