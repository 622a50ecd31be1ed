import { HttpException } from '@nestjs/common';

/** Problem Details (RFC 9457) with our stable `code`. */
export interface ProblemBody {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  readonly code: string;
  readonly detail: string;
  /** For a request that does not validate: the field's path to what is wrong with it. */
  readonly fields?: Readonly<Record<string, string>>;
  readonly [extra: string]: unknown;
}

/** A failure with a stable code and plain words: what happened, what is safe, what to do now. */
export class Problem extends HttpException {
  constructor(
    status: number,
    readonly code: string,
    detail: string,
    readonly extra: Readonly<Record<string, unknown>> = {},
  ) {
    super(detail, status);
  }
}

/** The thing is not there, or not for this person: both look the same from outside. */
export const notFound = (what: string): Problem => new Problem(404, 'not-found', `There is no such ${what} for you.`);

/** Throws `notFound` unless `allowed`. */
export function ensureFor(allowed: boolean, what: string): void {
  if (!allowed) throw notFound(what);
}

const TITLES: Readonly<Record<number, string>> = {
  400: 'Not understood',
  401: 'Sign in first',
  403: 'Not allowed',
  404: 'Not found',
  409: 'In conflict with what is there',
  413: 'Too large',
  415: 'Wrong kind of file',
  422: 'Cannot be done with this',
  429: 'Too many tries',
  410: 'No longer there',
  503: 'Not ready',
  507: 'No room left',
};

/** The body of a problem. */
export function problemBody(status: number, code: string, detail: string, extra: object = {}): ProblemBody {
  return {
    type: `urn:oakbell:problem:${code}`,
    title: TITLES[status] ?? 'Something went wrong',
    status,
    code,
    detail,
    ...extra,
  };
}
