import { Inject, Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Worker } from 'bullmq';
import { Repository } from 'typeorm';
import { CONFIG, type Config } from '../config/index.ts';
import { ConverterError, prepareConverters, sandboxHere } from '../converters/index.ts';
import { isPassing, Problem, problemOfFault } from '../http/index.ts';
import { Acts } from '../acts/index.ts';
import { workNames } from '../database/index.ts';
import { Events } from '../events/index.ts';
import { Bus } from '../redis/index.ts';
import { inJob } from '../scope/index.ts';
import { JobEntity, LANE_NAMES, LANES, type Job, type Lane, type RunningJob } from './job.entity.ts';
import { CANCELLED, JobState } from './jobState.ts';
import { JobHandlers, NotYet, TryLater } from './jobHandlers.ts';
import { JobQueue, MOST_STARTS } from './jobQueue.ts';
import { JobsService } from './jobs.service.ts';
import { RunnerName } from './runnerName.ts';
import { connectionTo, queueOf } from './queue.ts';

/** Jobs waiting in the database without a queue entry, and jobs whose process is gone, are looked for this often. */
const SWEEP_MS = 5000;

/** Takes jobs from the queue and works on them: only the job process starts it. */
@Injectable()
export class JobRunner implements OnApplicationShutdown {
  readonly #logger = new Logger('jobs');
  readonly #running = new Map<string, AbortController>();
  #workers: readonly Worker[] = [];
  #sweep: NodeJS.Timeout | null = null;
  #ends = false;
  #deaf: () => Promise<void> = () => Promise.resolve();

  constructor(
    @InjectRepository(JobEntity) private readonly jobs: Repository<Job>,
    @Inject(CONFIG) private readonly config: Config,
    private readonly handlers: JobHandlers,
    private readonly service: JobsService,
    private readonly queue: JobQueue,
    private readonly name: RunnerName,
    private readonly bus: Bus,
    private readonly acts: Acts,
    private readonly state: JobState,
    private readonly events: Events,
  ) {}

  async start(): Promise<void> {
    await prepareConverters(this.config.work);
    const { namespaces, otherUser } = sandboxHere();
    if (namespaces === 'none') this.#logger.warn('converters cannot be kept from the network on this machine');
    if (!otherUser && process.getuid?.() === 0) this.#logger.warn('converters run as root on this machine');
    await this.name.hold();
    this.#deaf = await this.bus.on(CANCELLED, (id) => this.#running.get(String(id))?.abort());
    await this.service.restore();
    const connection = connectionTo(this.config.redisUrl);
    this.#workers = LANE_NAMES.map((lane) => {
      const worker = new Worker(queueOf(this.config, lane), () => this.#next(lane), {
        connection,
        concurrency: LANES[lane],
      });
      worker.on('error', (failure) => this.#logger.warn(`the queue cannot be reached: ${failure.message}`));
      return worker;
    });
    this.#sweep = setInterval(() => void this.#tidy(), SWEEP_MS);
    await Promise.all(this.#workers.map((worker) => worker.waitUntilReady()));
  }

  async onApplicationShutdown(): Promise<void> {
    if (this.#sweep) clearInterval(this.#sweep);
    this.#ends = true;
    // What is being worked on is begun again by the next job process: its children end now.
    for (const controller of this.#running.values()) controller.abort();
    await Promise.all(this.#workers.map((worker) => worker.close()));
    await this.#deaf();
    await this.name.letGo();
  }

  async #tidy(): Promise<void> {
    try {
      await this.name.hold();
      await this.service.restore(new Set(this.#running.keys()));
    } catch (failure) {
      this.#logger.warn(`jobs could not be looked through: ${(failure as Error).message}`);
    }
  }

  /**
   * An entry of the queue says that there is something in the lane; what comes next is for the database to say, until
   * there is nothing any more: a lane goes on where its other entries were lost.
   */
  async #next(lane: Lane): Promise<void> {
    while (!this.#ends) {
      const job = await this.queue.claim(lane, this.name.id);
      if (!job) return;
      await workNames.run(`job ${job.kind}`, () => this.#work(job));
    }
  }

  async #work(job: RunningJob): Promise<void> {
    const begun = Date.now();
    const controller = new AbortController();
    this.#running.set(job.id, controller);
    try {
      const { handler } = this.handlers.of(job.kind);
      const scope = { jobId: job.id, signal: controller.signal };
      const steps = {
        progress: (share: number) => this.#progress(job, share),
        act: <T>(work: () => Promise<T>) => this.#mine(job, work),
      };
      const ending = await inJob(scope, () => handler(job, steps));
      await this.#mine(job, async () => this.state.done(job, await ending()));
      this.#logger.log({ job: job.kind, ms: Date.now() - begun });
    } catch (failure) {
      if (!(failure instanceof NotMine) && !controller.signal.aborted) await this.#fail(job, failure);
    } finally {
      this.#running.delete(job.id);
    }
  }

  /** One act of this attempt: whoever cancels, tries again or takes over waits for it, or it finds out and is not done. */
  async #mine<T>(job: RunningJob, work: () => Promise<T>): Promise<T> {
    return this.acts.do(async () => {
      const now = await this.state.locked(job.id);
      if (!isSameAttempt(now, job)) throw new NotMine();
      return work();
    });
  }

  async #progress(job: RunningJob, share: number): Promise<void> {
    const progress = Math.round(Math.max(0, Math.min(1, share)) * 1000);
    const { id, runner, attempt, starts } = job;
    const updated = await this.jobs.update({ id, state: 'running', runner, attempt, starts }, { progress });
    if (updated.affected === 0 && !isSameAttempt(await this.jobs.findOneBy({ id }), job)) throw new NotMine();
    if (job.ownerId) await this.events.mention([job.ownerId], { kind: 'job', id, of: job.subjectId });
  }

  async #fail(job: RunningJob, failure: unknown): Promise<void> {
    const later = failure instanceof TryLater ? failure.laterMs[job.starts - 1] : undefined;
    const known =
      failure instanceof TryLater
        ? failure.problem
        : failure instanceof Problem
          ? failure
          : failure instanceof ConverterError
            ? problemOf(failure)
            : problemOfFault(failure);
    if (!(failure instanceof Problem || failure instanceof TryLater || failure instanceof NotYet))
      this.#logger.error({ job: job.kind, err: failure });
    await this.#mine(job, () => {
      if (failure instanceof NotYet) return this.state.putOff(job, failure.until);
      if (later !== undefined) return this.state.wait(job, new Date(Date.now() + later));
      // A disk or a database that did not do it this time is asked once more: the job waits, and is looked for again.
      if (isPassing(failure) && job.starts < MOST_STARTS) return this.state.wait(job);
      return this.state.stop(job, {
        state: 'failed',
        failureStatus: known?.getStatus() ?? 500,
        failureCode: known?.code ?? 'failed',
        failureText: (known?.message ?? FAILED).slice(0, 400),
      });
    }).catch((again: unknown) => {
      if (!(again instanceof NotMine)) throw again;
    });
  }
}

const isSameAttempt = (now: Job | null, job: RunningJob): boolean =>
  now?.state === 'running' && now.runner === job.runner && now.attempt === job.attempt && now.starts === job.starts;

const FAILED = 'Something went wrong while this was being made. What was saved is safe; try again.';

/** A file that a converter could not cope with, in words. */
function problemOf({ fault }: ConverterError): Problem {
  if (fault === 'too-long')
    return new Problem(
      422,
      'takes-too-long',
      'This file takes too long to read. Nothing was changed; save it in a simpler form and add that.',
    );
  if (fault === 'too-much')
    return new Problem(
      422,
      'too-much-inside',
      'There is too much in this file to be read. Nothing was changed; use a smaller one.',
    );
  if (fault === 'missing')
    return new Problem(
      503,
      'no-converter',
      'This server cannot read such files yet: a program is missing. Ask your school keeper.',
    );
  return new Problem(
    422,
    'cannot-be-read',
    'This file cannot be read. Nothing was changed; save it anew and try again.',
  );
}

/** The job was cancelled, tried again or taken over: this attempt is to stop where it stands, and changes nothing. */
class NotMine extends Error {}
