import { Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common';
import { JobHandlers, type JobHandler } from './jobHandlers.ts';
import { JobsService } from './jobs.service.ts';

const DAY_MS = 86_400_000;
/** How often it is looked whether a day has passed, and whether there is something to do. */
const LOOK_MS = { daily: 3_600_000, due: 60_000 } as const;
/** It is about no thing. */
const NOTHING = '00000000-0000-0000-0000-000000000000';

/** What is done again and again by the job process, whoever is there. */
@Injectable()
export class Rounds implements OnApplicationShutdown {
  readonly #logger = new Logger('rounds');
  readonly #daily: string[] = [];
  readonly #due: (readonly [kind: string, isDue: () => Promise<boolean>])[] = [];
  #timers: readonly NodeJS.Timeout[] = [];

  constructor(
    private readonly jobs: JobsService,
    private readonly handlers: JobHandlers,
  ) {}

  /** Has this done once a day. Said while the process begins. */
  daily(kind: string, handler: JobHandler): void {
    this.handlers.register(kind, 'later', handler);
    this.#daily.push(kind);
  }

  /** Has this done within a minute whenever there is something to do, one at a time. Said while the process begins. */
  whenDue(kind: string, isDue: () => Promise<boolean>, handler: JobHandler): void {
    this.handlers.register(kind, 'later', handler);
    this.#due.push([kind, isDue]);
  }

  /** Looks now and from time to time what is due: called by the job process. */
  async keepGoing(): Promise<void> {
    await this.#lookDaily();
    await this.#lookDue();
    this.#timers = [
      setInterval(() => void this.#lookDaily(), LOOK_MS.daily),
      setInterval(() => void this.#lookDue(), LOOK_MS.due),
    ];
  }

  onApplicationShutdown(): void {
    for (const timer of this.#timers) clearInterval(timer);
  }

  async #lookDaily(): Promise<void> {
    for (const kind of this.#daily)
      await this.#begin(kind, async () => {
        const newest = await this.jobs.newestOf(kind);
        return !newest || Date.now() - newest.createdAt.getTime() >= DAY_MS;
      });
  }

  async #lookDue(): Promise<void> {
    for (const [kind, isDue] of this.#due)
      await this.#begin(kind, async () => {
        const newest = await this.jobs.newestOf(kind);
        return newest?.state !== 'waiting' && newest?.state !== 'running' && (await isDue());
      });
  }

  async #begin(kind: string, isTime: () => Promise<boolean>): Promise<void> {
    try {
      if (await isTime()) await this.jobs.add({ kind, ownerId: null, subjectId: NOTHING, input: {} });
    } catch (failure) {
      this.#logger.warn(`${kind} could not be begun: ${(failure as Error).message}`);
    }
  }
}
