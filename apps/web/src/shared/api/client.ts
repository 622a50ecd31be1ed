import createClient from 'openapi-fetch';
import { noteKept } from './kept.ts';
import { noteUse, setSessionEnded } from './screen.ts';
import type { components, paths } from './schema.ts';

/** The shapes of the API by name, as the server describes them. */
export type Api = components['schemas'];

/** Where a password is asked for. */
const ASKS = ['/api/session', '/api/password'];

export const client = createClient<paths>({ baseUrl: '' });
client.use({
  onResponse: ({ response, request }) => {
    noteKept(response);
    if (response.ok) noteUse();
    // Who is asked for a password hears that it was wrong, and not that a session ended.
    else if (response.status === 401 && !ASKS.some((path) => request.url.endsWith(path))) setSessionEnded(true);
  },
});

/** A refusal or failure of the server, in its own plain words. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    detail: string,
    readonly fields: Readonly<Record<string, string>> = {},
    /** Whatever else it tells. */
    readonly extra: Readonly<Record<string, unknown>> = {},
  ) {
    super(detail);
  }
}

/** The server could not be reached at all. */
export const UNREACHABLE = 'unreachable';
const UNREACHABLE_TEXT = 'The school server cannot be reached just now. What was saved is safe; try again in a moment.';

/** What is thrown where something could not be fetched: whoever sends waits until the line is back. */
export const unreachable = (): Problem => new Problem(0, UNREACHABLE, UNREACHABLE_TEXT);

interface Answered<T> {
  readonly data?: T;
  readonly error?: unknown;
  readonly response: Response;
}

/** The data of an answer. @throws Problem for anything else, network failures too */
export async function call<T>(request: Promise<Answered<T>>): Promise<T> {
  const answer = await request.catch(() => {
    throw unreachable();
  });
  if (answer.response.ok) return answer.data as T;
  throw problemOf(answer.response.status, answer.error);
}

/** The header by which the server knows that an act is the one it was sent before. */
export interface ActKey {
  readonly 'Idempotency-Key': string;
}
const LATER_MS = [400, 1500];

/**
 * Sends an act that is done once, however often it is sent: where no answer comes it is sent again under the same key.
 * @throws Problem
 */
export async function once<T>(send: (header: ActKey) => Promise<T>): Promise<T> {
  const header: ActKey = { 'Idempotency-Key': crypto.randomUUID() };
  for (const wait of LATER_MS) {
    try {
      return await send(header);
    } catch (failure) {
      if (!isAway(failure)) throw failure;
      await new Promise((resolve) => setTimeout(resolve, wait));
    }
  }
  return send(header);
}

/** Whether somebody else changed the same thing a moment ago: theirs is there, and nothing was written over it. */
export const isSaidAnew = (failure: unknown): boolean => failure instanceof Problem && failure.code === 'said-anew';

/** Whether there is no such thing for whoever asks, or none any more: what was shown of it before is not theirs now. */
export const isGone = (failure: unknown): boolean => failure instanceof Problem && failure.status === 404;

/** Whether the server, or a part of it, could not be reached: it may have done what was asked all the same. */
export const isAway = (failure: unknown): boolean =>
  failure instanceof Problem && (failure.code === UNREACHABLE || [502, 503, 504].includes(failure.status));

/** The problem in a body of the server. */
export function problemOf(status: number, body: unknown): Problem {
  const { code, detail, fields, ...extra } = (body ?? {}) as {
    code?: string;
    detail?: string;
    fields?: Record<string, string>;
  };
  if (code !== undefined && detail !== undefined) return new Problem(status, code, detail, fields, extra);
  return new Problem(status, 'failed', 'Something went wrong. What was saved before is safe; try again.');
}

/** So long nothing of a file has gone out when it is said that nothing moves, in ms. */
const STANDS_MS = 10_000;

/** Sends files with progress, 0…1; `onStands` is told whether nothing moves any more. @throws Problem; `aborted` when `signal` asked for it */
export function sendFiles<T>(
  method: 'POST' | 'PUT',
  url: string,
  files: readonly File[],
  watch: {
    readonly onProgress?: (share: number) => void;
    readonly onStands?: (stands: boolean) => void;
    readonly signal?: AbortSignal;
    readonly header?: ActKey;
  } = {},
): Promise<T> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open(method, url);
    for (const [name, value] of Object.entries(watch.header ?? {})) request.setRequestHeader(name, value as string);
    request.responseType = 'json';
    let still: ReturnType<typeof setTimeout> | undefined;
    const moves = () => {
      clearTimeout(still);
      watch.onStands?.(false);
      still = setTimeout(() => watch.onStands?.(true), STANDS_MS);
    };
    request.upload.onprogress = (event) => {
      moves();
      if (event.lengthComputable) watch.onProgress?.(event.loaded / event.total);
    };
    request.onloadend = () => clearTimeout(still);
    request.onload = () =>
      request.status < 300 ? resolve(request.response as T) : reject(problemOf(request.status, request.response));
    request.onerror = () => reject(unreachable());
    request.onabort = () => reject(new Problem(0, 'aborted', 'Stopped. Nothing was changed.'));
    watch.signal?.addEventListener('abort', () => request.abort());
    moves();
    const form = new FormData();
    for (const file of files) form.append('files', file, file.name);
    request.send(form);
  });
}
