import { present } from '@oakbell/core/present';
import { Inject, Injectable, Logger, type OnApplicationShutdown, type OnModuleInit } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Queue } from 'bullmq';
import { randomUUID } from 'node:crypto';
import { In, Repository } from 'typeorm';
import { Acts, Outbox } from '../acts/index.ts';
import { CONFIG, type Config } from '../config/index.ts';
import { actScopes } from '../database/index.ts';
import { notFound, Problem } from '../http/index.ts';
import { Bus } from '../redis/index.ts';
import { JobEntity, LANE_NAMES, type Job, type Lane, type WaitingJob } from './job.entity.ts';
import { JobHandlers } from './jobHandlers.ts';
import { JobQueue } from './jobQueue.ts';
import { ENDED, JobState } from './jobState.ts';
import { connectionTo, queueOf } from './queue.ts';

/** How long a request waits for the queue before the entry is left to be put back later. */
const QUEUE_PATIENCE_MS = 2000;
/** How long a request waits for the end of a job that somebody wants to see. */
const LOOK_PATIENCE_MS = 120_000;
/** So many jobs of one person may wait or run in one lane. */
export const MOST_JOBS = 60;

export interface NewJob {
  readonly kind: string;
  /** Null for what nobody asked for. */
  readonly ownerId: string | null;
  readonly subjectId: string;
  readonly input: object;
  /** It waits until then; it need not where this is left out. */
  readonly notBefore?: Date;
}

const ENQUEUE = 'job-waits';

/** Jobs as people see them. MariaDB holds the truth; a queue entry only says "look into this lane now". */
@Injectable()
export class JobsService implements OnModuleInit, OnApplicationShutdown {
  readonly #logger = new Logger('jobs');
  readonly #queues: ReadonlyMap<Lane, Queue>;
  readonly #waiting = new Map<string, Set<() => void>>();

  constructor(
    @InjectRepository(JobEntity) private readonly jobs: Repository<Job>,
    @Inject(CONFIG) config: Config,
    private readonly handlers: JobHandlers,
    private readonly queue: JobQueue,
    private readonly bus: Bus,
    private readonly acts: Acts,
    private readonly outbox: Outbox,
    private readonly state: JobState,
  ) {
    this.#queues = new Map(
      LANE_NAMES.map((lane) => {
        const queue = new Queue(queueOf(config, lane), { connection: connectionTo(config.redisUrl) });
        queue.on('error', (failure) => this.#logger.warn(`the queue cannot be reached: ${failure.message}`));
        return [lane, queue];
      }),
    );
  }

  onModuleInit(): void {
    this.outbox.carry(ENQUEUE, async ({ id }: { id: string }) => {
      const job = await this.jobs.findOneBy({ id });
      if (job?.state === 'waiting') await this.#enqueue(job);
    });
    void this.bus.on(ENDED, (id) => this.#waiting.get(String(id))?.forEach((look) => look()));
  }

  /** Has something done, once the act that asks for it is kept. @throws Problem `too-many-jobs` when enough wait already */
  async add(job: NewJob): Promise<Job> {
    return this.acts.do(() => this.#add(job));
  }

  async #add(job: NewJob): Promise<Job> {
    const { lane } = this.handlers.of(job.kind);
    // What nobody waits for is begun by us, not by a person.
    const counts = job.ownerId !== null && lane !== 'later';
    const there = counts
      ? await this.jobs.countBy({ ownerId: present(job.ownerId), lane, state: In(['waiting', 'running']) })
      : 0;
    if (there >= MOST_JOBS)
      throw new Problem(
        429,
        'too-many-jobs',
        `${there} pieces of work are waiting for you already; ${MOST_JOBS} can. Wait for some of them, then try again.`,
      );
    const made: WaitingJob = {
      ...job,
      id: randomUUID(),
      lane,
      result: null,
      state: 'waiting',
      progress: 0,
      failureStatus: null,
      failureCode: null,
      failureText: null,
      createdAt: new Date(),
      notBefore: job.notBefore ?? null,
      startedAt: null,
      endedAt: null,
      attempt: 1,
      runner: null,
      starts: 0,
    };
    await this.jobs.insert(made);
    await this.outbox.add(ENQUEUE, { id: made.id });
    return made;
  }

  /**
   * Has a job done by the job process and waits for what comes of it. @throws Problem as the job did; `still-working`
   * when it takes longer than a request may wait: it goes on
   * @throws Error inside an act: nobody would see the job before the act ends
   */
  async perform<T>(job: NewJob): Promise<T> {
    if (actScopes.getStore()) throw new Error(`an act cannot wait for ${job.kind}`);
    return this.#result(await this.add(job));
  }

  /** The same, where it is enough to wait for one that is at it already: of this kind, about the same thing. */
  async performOnce<T>(job: NewJob): Promise<T> {
    if (actScopes.getStore()) throw new Error(`an act cannot wait for ${job.kind}`);
    const { kind, subjectId } = job;
    const there = await this.jobs.findOneBy({ kind, subjectId, state: In(['waiting', 'running']) });
    return this.#result(there ?? (await this.add(job)));
  }

  async #result<T>({ id }: Job): Promise<T> {
    const ended = await this.#ended(id);
    if (ended.state === 'done') return ended.result as T;
    if (ended.state === 'failed') throw new Problem(ended.failureStatus, ended.failureCode, ended.failureText);
    throw new Problem(503, 'still-working', 'This takes longer than usual. It goes on; look again in a minute.');
  }

  async #ended(id: string): Promise<Job> {
    const isEnded = (job: Job) => job.state !== 'waiting' && job.state !== 'running';
    const until = Date.now() + LOOK_PATIENCE_MS;
    for (;;) {
      let told = () => undefined as void;
      const news = new Promise<void>((resolve) => (told = resolve));
      const listeners = this.#waiting.get(id) ?? new Set();
      this.#waiting.set(id, listeners.add(told));
      // Looked at after listening: what ends in between is not missed. While Redis is away nothing is told.
      const timer = setTimeout(told, Math.min(15_000, Math.max(0, until - Date.now())));
      const job = await this.jobs.findOneByOrFail({ id }).finally(() => undefined);
      if (!isEnded(job) && Date.now() < until) await news;
      clearTimeout(timer);
      listeners.delete(told);
      if (listeners.size === 0) this.#waiting.delete(id);
      if (isEnded(job) || Date.now() >= until) return job;
    }
  }

  async one(id: string): Promise<Job> {
    const job = await this.jobs.findOneBy({ id });
    if (!job) throw notFound('job');
    return job;
  }

  /** The newest job about a thing, of these kinds; null when there was none. */
  async newestFor(subjectId: string, kinds: readonly string[]): Promise<Job | null> {
    return this.jobs.findOne({ where: { subjectId, kind: In([...kinds]) }, order: { createdAt: 'DESC' } });
  }

  /** The newest job of a kind, whatever it is about. */
  async newestOf(kind: string): Promise<Job | null> {
    return this.jobs.findOne({ where: { kind }, order: { createdAt: 'DESC' } });
  }

  /** How many jobs of a kind wait or run, and those that failed, newest first. */
  async standing(kind: string, most: number): Promise<{ readonly waiting: number; readonly failed: readonly Job[] }> {
    const waiting = await this.jobs.countBy({ kind, state: In(['waiting', 'running']) });
    const failed = await this.jobs.find({ where: { kind, state: 'failed' }, order: { endedAt: 'DESC' }, take: most });
    return { waiting, failed };
  }

  async cancel(id: string): Promise<Job> {
    return this.acts.do(async () => {
      const job = await this.state.locked(id);
      if (job?.state === 'waiting' || job?.state === 'running') await this.state.stop(job, { state: 'cancelled' });
      return this.one(id);
    });
  }

  async retry(id: string): Promise<Job> {
    return this.acts.do(async () => {
      const job = await this.state.locked(id);
      if (job?.state !== 'failed' && job?.state !== 'cancelled')
        throw new Problem(409, 'job-not-ended', 'This is still being worked on; there is nothing to try again.');
      const again = {
        state: 'waiting',
        progress: 0,
        failureStatus: null,
        failureCode: null,
        failureText: null,
      } as const;
      await this.jobs.update(
        { id },
        { ...again, endedAt: null, runner: null, notBefore: null, starts: 0, attempt: job.attempt + 1 },
      );
      await this.handlers.of(job.kind).again?.(job);
      await this.outbox.add(ENQUEUE, { id });
      return this.one(id);
    });
  }

  /** Puts back what the queue lost and what a process that is gone left behind: called by the job process. */
  async restore(working: ReadonlySet<string> = new Set()): Promise<void> {
    await this.outbox.sweep();
    await this.queue.takeBack(working);
    for (const job of await this.queue.waiting()) await this.#enqueue(job);
  }

  async onApplicationShutdown(): Promise<void> {
    await Promise.all([...this.#queues.values()].map((queue) => queue.close().catch(() => undefined)));
  }

  async #enqueue(job: Job): Promise<void> {
    const options = { jobId: `${job.id}-${job.attempt}-${job.starts}`, removeOnComplete: true, removeOnFail: true };
    const queue = this.#queues.get(job.lane);
    // One that belongs nowhere keeps no other from its queue.
    if (!queue) return this.#logger.error(`a job waits in a lane that is not there: ${job.lane}`);
    const added = queue.add(job.kind, {}, options).then(
      () => true,
      () => false,
    );
    const late = new Promise<boolean>((resolve) => setTimeout(resolve, QUEUE_PATIENCE_MS, false).unref());
    if (!(await Promise.race([added, late]))) this.#logger.warn('the queue is away; the job waits in the database');
  }
}
