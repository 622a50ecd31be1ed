import { Inject, Injectable } from '@nestjs/common';
import type { Statement } from '@oakbell/core/statements';
import { CONFIG, type Config, type RecordsConfig } from '../../platform/config/index.ts';

/** A store that says nothing for so long is away, in ms. */
const PATIENCE_MS = 20_000;
const VERSION = '1.0.3';

/** It did not take what it was told, in words for whoever keeps the school. */
export class StoreRefused extends Error {}

/** The learning record store that the school has named, through the Experience API. */
@Injectable()
export class RecordStore {
  readonly #store: RecordsConfig | null;

  constructor(@Inject(CONFIG) config: Config) {
    this.#store = config.records;
  }

  /** Where it is; null where there is none. */
  get host(): string | null {
    return this.#store && new URL(this.#store.endpoint).host;
  }

  /** Tells statements; those that it has are told again without harm. @throws StoreRefused */
  async tell(statements: readonly Statement[]): Promise<void> {
    if (statements.length === 0) return;
    const status = await this.#post(statements);
    if (status < 300) return;
    // One of them is known under its name as it was told before: it is looked at which.
    if (status === 409 && statements.length > 1) {
      for (const one of statements) await this.tell([one]);
      return;
    }
    if (status !== 409) throw new StoreRefused(wordsOf(status));
  }

  async #post(statements: readonly Statement[]): Promise<number> {
    if (!this.#store) throw new StoreRefused('This server was told of no record store.');
    const { endpoint, name, secret } = this.#store;
    try {
      const response = await fetch(new URL('statements', endpoint), {
        method: 'POST',
        headers: {
          Authorization: `Basic ${Buffer.from(`${name}:${secret}`).toString('base64')}`,
          'Content-Type': 'application/json',
          'X-Experience-API-Version': VERSION,
        },
        body: JSON.stringify(statements),
        redirect: 'error',
        signal: AbortSignal.timeout(PATIENCE_MS),
      });
      await response.body?.cancel();
      return response.status;
    } catch {
      throw new StoreRefused('It does not answer.');
    }
  }
}

function wordsOf(status: number): string {
  if (status === 401 || status === 403) return 'It does not know this server’s name and secret.';
  if (status >= 500 || status === 429) return 'It is busy.';
  return `It does not take the statements (${status}).`;
}
