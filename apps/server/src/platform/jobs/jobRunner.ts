import { Inject, Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Worker } from 'bullmq';
import { Repository } from 'typeorm';
import { CONFIG, type Config } from '../config/index.ts';
import { Problem } from '../http/index.ts';
import { JobEntity } from './job.entity.ts';
import { JobHandlers } from './jobHandlers.ts';
import { JobsService } from './jobs.service.ts';
import { connectionTo, type QueueEntry } from './queue.ts';

/** Jobs waiting in the database without a queue entry are looked for this often. */
const SWEEP_MS = 15_000;

/** Takes jobs from the queue and works on them: only the job process starts it. */
@Injectable()
export class JobRunner implements OnApplicationShutdown {
  readonly #logger = new Logger('jobs');
  #worker: Worker<QueueEntry> | null = null;
  #sweep: NodeJS.Timeout | null = null;

  constructor(
    @InjectRepository(JobEntity) private readonly jobs: Repository<JobEntity>,
    @Inject(CONFIG) private readonly config: Config,
    private readonly handlers: JobHandlers,
    private readonly service: JobsService,
  ) {}

  async start(): Promise<void> {
    await this.service.restore();
    const connection = connectionTo(this.config.redisUrl);
    this.#worker = new Worker<QueueEntry>(this.config.queue, (entry) => this.#work(entry.data), {
      connection,
      concurrency: 2,
    });
    this.#worker.on('error', (failure) => this.#logger.warn(`the queue cannot be reached: ${failure.message}`));
    this.#sweep = setInterval(() => void this.service.restore().catch(() => undefined), SWEEP_MS);
    await this.#worker.waitUntilReady();
  }

  async onApplicationShutdown(): Promise<void> {
    if (this.#sweep) clearInterval(this.#sweep);
    await this.#worker?.close();
  }

  async #work({ jobId, attempt }: QueueEntry): Promise<void> {
    const job = await this.jobs.findOneBy({ id: jobId });
    if (!job || job.attempt !== attempt || (job.state !== 'waiting' && job.state !== 'running')) return;
    const begun = Date.now();
    await this.jobs.update({ id: jobId }, { state: 'running' });
    try {
      await this.handlers.of(job.kind)(job, (share) => this.#progress(job, share));
      await this.jobs.update({ id: jobId, state: 'running' }, { state: 'done', progress: 1000, endedAt: new Date() });
      this.#logger.log({ job: job.kind, ms: Date.now() - begun });
    } catch (failure) {
      if (failure instanceof JobCancelled) return;
      await this.#fail(job, failure);
    }
  }

  async #progress(job: JobEntity, share: number): Promise<void> {
    const progress = Math.round(Math.max(0, Math.min(1, share)) * 1000);
    const updated = await this.jobs.update({ id: job.id, state: 'running', attempt: job.attempt }, { progress });
    if (updated.affected === 0) {
      const now = await this.jobs.findOneBy({ id: job.id });
      if (now?.state !== 'running') throw new JobCancelled();
    }
  }

  async #fail(job: JobEntity, failure: unknown): Promise<void> {
    const known = failure instanceof Problem;
    if (!known) this.#logger.error({ job: job.kind, err: failure });
    await this.jobs.update(
      { id: job.id },
      {
        state: 'failed',
        endedAt: new Date(),
        failureCode: known ? failure.code : 'failed',
        failureText: known
          ? failure.message
          : 'Something went wrong while this was being made. What was saved is safe; try again.',
      },
    );
  }
}

/** The owner cancelled: the handler is to stop where it stands. */
class JobCancelled extends Error {}
