import { Inject, Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Queue } from 'bullmq';
import { randomUUID } from 'node:crypto';
import { In, Repository } from 'typeorm';
import { CONFIG, type Config } from '../config/index.ts';
import { notFound, Problem } from '../http/index.ts';
import type { Person } from '../sessions/index.ts';
import { JobEntity } from './job.entity.ts';
import { connectionTo, type QueueEntry } from './queue.ts';

/** How long a request waits for the queue before the entry is left to be put back later. */
const QUEUE_PATIENCE_MS = 2000;

interface NewJob {
  readonly kind: string;
  readonly ownerId: string;
  readonly subjectId: string;
  readonly input: object;
}

/** Jobs as people see them. MariaDB holds the truth; a queue entry only says "look at this job now". */
@Injectable()
export class JobsService implements OnApplicationShutdown {
  readonly #logger = new Logger('jobs');
  readonly #queue: Queue<QueueEntry>;

  constructor(
    @InjectRepository(JobEntity) private readonly jobs: Repository<JobEntity>,
    @Inject(CONFIG) config: Config,
  ) {
    this.#queue = new Queue<QueueEntry>(config.queue, { connection: connectionTo(config.redisUrl) });
    this.#queue.on('error', (failure) => this.#logger.warn(`the queue cannot be reached: ${failure.message}`));
  }

  async add(job: NewJob): Promise<JobEntity> {
    const made = this.jobs.create({
      ...job,
      id: randomUUID(),
      state: 'waiting',
      progress: 0,
      failureCode: null,
      failureText: null,
      createdAt: new Date(),
      endedAt: null,
      attempt: 1,
    });
    await this.jobs.insert(made);
    await this.#enqueue(made);
    return made;
  }

  async ownOne(person: Person, id: string): Promise<JobEntity> {
    const job = await this.jobs.findOneBy({ id, ownerId: person.id });
    if (!job) throw notFound('job');
    return job;
  }

  /** The newest job about a thing, of these kinds; null when there was none. */
  async newestFor(subjectId: string, kinds: readonly string[]): Promise<JobEntity | null> {
    return this.jobs.findOne({ where: { subjectId, kind: In([...kinds]) }, order: { createdAt: 'DESC' } });
  }

  async cancel(person: Person, id: string): Promise<JobEntity> {
    await this.ownOne(person, id);
    await this.jobs.update({ id, state: In(['waiting', 'running']) }, { state: 'cancelled', endedAt: new Date() });
    return this.ownOne(person, id);
  }

  async retry(person: Person, id: string): Promise<JobEntity> {
    const job = await this.ownOne(person, id);
    if (job.state !== 'failed' && job.state !== 'cancelled') {
      throw new Problem(409, 'job-not-ended', 'This is still being worked on; there is nothing to try again.');
    }
    const again = { state: 'waiting' as const, progress: 0, failureCode: null, failureText: null, endedAt: null };
    await this.jobs.update({ id }, { ...again, attempt: job.attempt + 1 });
    const now = await this.ownOne(person, id);
    await this.#enqueue(now);
    return now;
  }

  /** Puts back entries that the queue lost: called by the job process at its start. */
  async restore(): Promise<void> {
    for (const job of await this.jobs.findBy({ state: In(['waiting', 'running']) })) await this.#enqueue(job);
  }

  async onApplicationShutdown(): Promise<void> {
    await this.#queue.close().catch(() => undefined);
  }

  async #enqueue(job: JobEntity): Promise<void> {
    const entry = { jobId: job.id, attempt: job.attempt };
    const options = { jobId: `${job.id}-${job.attempt}`, removeOnComplete: true, removeOnFail: true };
    const added = this.#queue.add(job.kind, entry, options).then(
      () => true,
      () => false,
    );
    const late = new Promise<boolean>((resolve) => setTimeout(resolve, QUEUE_PATIENCE_MS, false).unref());
    if (!(await Promise.race([added, late]))) this.#logger.warn('the queue is away; the job waits in the database');
  }
}
