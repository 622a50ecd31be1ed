import { Injectable } from '@nestjs/common';

/** Says which of these keys a row of the database names. */
export type Claim = (keys: readonly string[]) => Promise<ReadonlySet<string>>;

/** Which module knows what lies under a prefix. Where nobody claims a prefix, nothing under it is ever removed. */
@Injectable()
export class FileClaims {
  readonly #claims = new Map<string, Claim>();

  /** @param prefix ends in `/` */
  claim(prefix: string, claim: Claim): void {
    this.#claims.set(prefix, claim);
  }

  /** Those of these keys that may be removed as far as the database goes. */
  async unnamed(keys: readonly string[]): Promise<readonly string[]> {
    const unnamed: string[] = [];
    for (const [prefix, claim] of this.#claims) {
      const own = keys.filter((key) => key.startsWith(prefix));
      if (own.length === 0) continue;
      const named = await claim(own);
      unnamed.push(...own.filter((key) => !named.has(key)));
    }
    return unnamed;
  }
}

/** A claim for files in a folder of a row of their own: `prefix/id/…`. */
export const claimById =
  (rows: (ids: readonly string[]) => Promise<readonly { readonly id: string }[]>): Claim =>
  async (keys) => {
    const idOf = (key: string): string => key.split('/')[1] ?? '';
    const there = new Set((await rows([...new Set(keys.map(idOf))])).map((row) => row.id));
    return new Set(keys.filter((key) => there.has(idOf(key))));
  };
