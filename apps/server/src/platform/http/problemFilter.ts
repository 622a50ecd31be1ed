import { Catch, HttpException, Logger, type ArgumentsHost, type ExceptionFilter } from '@nestjs/common';
import type { Request, Response } from 'express';
import { problemOfFault } from './faults.ts';
import { Problem, problemBody, type ProblemBody } from './problem.ts';

/** Every failure leaves the server as Problem Details; nothing internal is told. */
@Catch()
export class ProblemFilter implements ExceptionFilter {
  readonly #logger = new Logger('http');

  catch(failure: unknown, host: ArgumentsHost): void {
    const response = host.switchToHttp().getResponse<Response>();
    const request = host.switchToHttp().getRequest<Request>();
    const body = bodyOf(failure);
    if (body.status >= 500) this.#logger.error({ err: failure, code: body.code, path: request.path });
    if (response.headersSent) {
      response.destroy();
      return;
    }
    if ((body.status === 429 || body.status === 503) && !response.hasHeader('Retry-After'))
      response.setHeader('Retry-After', '10');
    response.status(body.status).type('application/problem+json').send(JSON.stringify(body));
  }
}

function bodyOf(failure: unknown): ProblemBody {
  if (failure instanceof Problem) return problemBody(failure.getStatus(), failure.code, failure.message, failure.extra);
  if (failure instanceof HttpException) return bodyOfHttp(failure);
  const parsed = bodyOfParser(failure);
  if (parsed) return parsed;
  const fault = problemOfFault(failure);
  if (fault) return problemBody(fault.getStatus(), fault.code, fault.message);
  return problemBody(
    500,
    'failed',
    'Something went wrong here. What was saved before is safe; try again, and tell your school keeper if it happens again.',
  );
}

const CODES: Readonly<Record<number, string>> = {
  401: 'signed-out',
  403: 'not-allowed',
  404: 'not-found',
  413: 'too-large',
  429: 'too-often',
};

function bodyOfHttp(failure: HttpException): ProblemBody {
  const status = failure.getStatus();
  if (status === 413)
    return problemBody(
      413,
      'too-large',
      'This is more than can be sent at once: 100 MB for a file, 300 MB for all. Nothing was changed; send less.',
    );
  return problemBody(status, CODES[status] ?? 'not-understood', failure.message);
}

/** What the readers of bodies refuse: not ours, but not a fault of the server either. */
function bodyOfParser(failure: unknown): ProblemBody | null {
  const { type, status } = (failure ?? {}) as { type?: unknown; status?: unknown };
  if (typeof type !== 'string' || typeof status !== 'number' || status < 400 || status > 499) return null;
  if (type === 'entity.too.large')
    return problemBody(413, 'too-large', 'This request is larger than is taken. Nothing was changed.');
  return problemBody(status, 'not-understood', 'This request could not be read. Nothing was changed.');
}
