import { Inject, Injectable, Logger, type OnApplicationShutdown, type OnModuleInit } from '@nestjs/common';
import { endsWith, JobHandlers, JobsService, type Ending } from '../jobs/index.ts';
import { FileClaims, STORAGE, type Storage } from '../storage/index.ts';

export const REMOVE_ORPHANS = 'remove-orphans';
/** A file may wait so long for the row that names it. */
const OLD_MS = 86_400_000;
/** Whether it is time again is looked at this often. */
const LOOK_MS = 3_600_000;
/** So many files are asked about at a time. */
const AT_ONCE = 500;

/** Removes files that no row names, a day after they were written: once a day, in the job process. */
@Injectable()
export class Orphans implements OnModuleInit, OnApplicationShutdown {
  readonly #logger = new Logger('orphans');
  #timer: NodeJS.Timeout | null = null;

  constructor(
    private readonly jobs: JobsService,
    private readonly handlers: JobHandlers,
    private readonly claims: FileClaims,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  onModuleInit(): void {
    // Sounds that somebody waited for are read once.
    this.claims.claim('excerpts/', () => Promise.resolve(new Set()));
    this.handlers.register(REMOVE_ORPHANS, 'later', () => this.#remove());
  }

  /** Sweeps now and from time to time: called by the job process. */
  async keepSweeping(): Promise<void> {
    await this.storage.sweep();
    await this.#begin();
    this.#timer = setInterval(() => void this.#begin(), LOOK_MS);
  }

  onApplicationShutdown(): void {
    if (this.#timer) clearInterval(this.#timer);
  }

  async #begin(): Promise<void> {
    try {
      const newest = await this.jobs.newestOf(REMOVE_ORPHANS);
      if (newest && Date.now() - newest.createdAt.getTime() < OLD_MS) return;
      await this.jobs.add({ kind: REMOVE_ORPHANS, ownerId: null, subjectId: NOTHING, input: {} });
    } catch (failure) {
      this.#logger.warn(`files could not be looked through: ${(failure as Error).message}`);
    }
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

/** It is about no thing. */
const NOTHING = '00000000-0000-0000-0000-000000000000';
