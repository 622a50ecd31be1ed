import { Inject, Injectable, Logger, type OnModuleInit } from '@nestjs/common';
import { Rounds, endsWith, type Ending } from '../jobs/index.ts';
import { FileClaims, STORAGE, type Storage } from '../storage/index.ts';

export const REMOVE_ORPHANS = 'remove-orphans';
/** A file may wait so long for the row that names it. */
const OLD_MS = 86_400_000;
/** So many files are asked about at a time. */
const AT_ONCE = 500;

/** Removes files that no row names, a day after they were written: once a day. */
@Injectable()
export class Orphans implements OnModuleInit {
  readonly #logger = new Logger('orphans');

  constructor(
    private readonly rounds: Rounds,
    private readonly claims: FileClaims,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  onModuleInit(): void {
    // Sounds that somebody waited for are read once.
    this.claims.claim('excerpts/', () => Promise.resolve(new Set()));
    this.rounds.daily(REMOVE_ORPHANS, () => this.#remove());
  }

  async #remove(): Promise<Ending> {
    const writtenBefore = new Date(Date.now() - OLD_MS);
    let removed = 0;
    let batch: string[] = [];
    const look = async () => {
      for (const key of await this.claims.unnamed(batch)) {
        const isWanted = async () => (await this.claims.unnamed([key])).length === 0;
        if (await this.storage.removeUnwanted(key, { writtenBefore, isWanted })) removed += 1;
      }
      batch = [];
    };
    for await (const { key, writtenAt } of this.storage.walk()) {
      if (writtenAt >= writtenBefore) continue;
      batch.push(key);
      if (batch.length === AT_ONCE) await look();
    }
    await look();
    if (removed > 0) this.#logger.log(`${removed} files that nothing names were removed`);
    return endsWith({ removed });
  }
}
