import { request, type APIRequestContext, type APIResponse } from '@playwright/test';
import { randomUUID } from 'node:crypto';

/** So long an act is tried again before it counts as lost. */
const PATIENCE_MS = 180_000;
const AGAIN_MS = 250;

type Method = 'get' | 'put' | 'post' | 'delete';
interface Sent {
  readonly data?: unknown;
  readonly multipart?: { readonly files: { name: string; mimeType: string; buffer: Buffer } };
  readonly headers?: Readonly<Record<string, string>>;
}

/** What was sent and what came of it, counted over all of an hour. */
export const counts = { acts: 0, answered: 0, again: 0, unreachable: 0, away: 0, status500: 0 };

/** A browser that does what ours does: an act is sent again, under its own key, until it was answered. */
export class Steady {
  readonly #request: APIRequestContext;

  private constructor(context: APIRequestContext) {
    this.#request = context;
  }

  static async signedIn(name: string, password: string): Promise<Steady> {
    const one = new Steady(await request.newContext({ baseURL: process.env['OAKBELL_URL']! }));
    await one.act('post', '/api/session', { data: { name, password } });
    return one;
  }

  /** Looks at something until it is there to be seen. */
  get<T>(path: string): Promise<T> {
    return this.#until('get', path, {});
  }

  /** Does something once. @throws Error for a refusal, and when nothing was answered for three minutes */
  async act<T>(method: Exclude<Method, 'get'>, path: string, sent: Sent = {}): Promise<T> {
    counts.acts += 1;
    const headers = { 'Idempotency-Key': randomUUID(), ...sent.headers };
    const answer = await this.#until<T>(method, path, { ...sent, headers });
    counts.answered += 1;
    return answer;
  }

  /** Whether a file can be had, and how large it is. */
  async sizeOf(path: string): Promise<number> {
    const answer = await this.#request.get(path);
    return answer.ok() ? (await answer.body()).length : 0;
  }

  async #until<T>(method: Method, path: string, sent: Sent): Promise<T> {
    const until = Date.now() + PATIENCE_MS;
    for (let tries = 0; ; tries += 1) {
      if (tries > 0) counts.again += 1;
      const answer = await this.#request[method](path, { timeout: 60_000, ...sent } as object).catch(() => null);
      if (answer?.ok()) return (await bodyOf(answer)) as T;
      const status = answer?.status() ?? 0;
      const words = answer ? await answer.text().catch(() => '') : 'nobody answered';
      if (status === 0) counts.unreachable += 1;
      else if (status === 500) counts.status500 += 1;
      else if (status > 500 || status === 429) counts.away += 1;
      const mayComeBack = status === 0 || status >= 500 || status === 429;
      if (!mayComeBack || Date.now() > until) throw new Error(`${method} ${path}: ${status} ${words.slice(0, 300)}`);
      await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
    }
  }
}

const bodyOf = async (answer: APIResponse): Promise<unknown> =>
  answer.status() === 204 || (await answer.body()).length === 0 ? null : answer.json();
