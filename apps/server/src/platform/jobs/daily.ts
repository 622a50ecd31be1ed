import { Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common';
import { JobHandlers, type JobHandler } from './jobHandlers.ts';
import { JobsService } from './jobs.service.ts';

const DAY_MS = 86_400_000;
/** Whether it is time again is looked at this often. */
const LOOK_MS = 3_600_000;
/** It is about no thing. */
const NOTHING = '00000000-0000-0000-0000-000000000000';

/** What keeps the house in order: done by the job process once a day, whoever is there. */
@Injectable()
export class Daily implements OnApplicationShutdown {
  readonly #logger = new Logger('daily');
  readonly #kinds: string[] = [];
  #timer: NodeJS.Timeout | null = null;

  constructor(
    private readonly jobs: JobsService,
    private readonly handlers: JobHandlers,
  ) {}

  /** Has this done once a day. Said while the process begins. */
  register(kind: string, handler: JobHandler): void {
    this.handlers.register(kind, 'later', handler);
    this.#kinds.push(kind);
  }

  /** Looks now and from time to time what is due: called by the job process. */
  async keepGoing(): Promise<void> {
    await this.#begin();
    this.#timer = setInterval(() => void this.#begin(), LOOK_MS);
  }

  onApplicationShutdown(): void {
    if (this.#timer) clearInterval(this.#timer);
  }

  async #begin(): Promise<void> {
    for (const kind of this.#kinds) {
      try {
        const newest = await this.jobs.newestOf(kind);
        if (newest && Date.now() - newest.createdAt.getTime() < DAY_MS) continue;
        await this.jobs.add({ kind, ownerId: null, subjectId: NOTHING, input: {} });
      } catch (failure) {
        this.#logger.warn(`${kind} could not be begun: ${(failure as Error).message}`);
      }
    }
  }
}
