import { Injectable, type OnModuleInit } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Repository } from 'typeorm';
import { Outbox } from '../acts/index.ts';
import { Events } from '../events/index.ts';
import { Bus } from '../redis/index.ts';
import {
  JobEntity,
  type CancelledJob,
  type FailedJob,
  type Job,
  type JobFailure,
  type RunningJob,
  type WaitingJob,
} from './job.entity.ts';
import { JobHandlers } from './jobHandlers.ts';

/** Said to every process when a job has ended, and when its owner cancelled it. */
export const ENDED = 'job-ended';
export const CANCELLED = 'job-cancelled';

type Stopped = ({ readonly state: 'failed' } & JobFailure) | { readonly state: 'cancelled' };

/** The one place where a job ends: always in an act, with the row locked, and with what its kind has to say to it. */
@Injectable()
export class JobState implements OnModuleInit {
  constructor(
    @InjectRepository(JobEntity) private readonly jobs: Repository<Job>,
    private readonly handlers: JobHandlers,
    private readonly outbox: Outbox,
    private readonly events: Events,
    private readonly bus: Bus,
  ) {}

  onModuleInit(): void {
    for (const topic of [ENDED, CANCELLED])
      this.outbox.carry(topic, ({ id }: { id: string }) => this.bus.say(topic, id));
  }

  /** A job that nobody else can change until this act ends. */
  locked(id: string): Promise<Job | null> {
    return this.jobs.findOne({ where: { id }, lock: { mode: 'pessimistic_write' } });
  }

  /** Puts a job back among those that wait. @param notBefore it is left alone until then */
  async wait({ id }: Job, notBefore: Date | null = null): Promise<void> {
    await this.jobs.update({ id }, { state: 'waiting', runner: null, notBefore });
  }

  /** Puts a job back until its time has come, as though it had not been begun. */
  async putOff({ id, starts }: RunningJob, until: Date): Promise<void> {
    await this.jobs.update({ id }, { state: 'waiting', runner: null, notBefore: until, starts: starts - 1 });
  }

  async done(job: RunningJob, result: unknown): Promise<void> {
    const end = { state: 'done', progress: 1000, endedAt: new Date() } as const;
    await this.jobs.update({ id: job.id }, { ...end, result: (result ?? null) as object | null });
    await this.#tell(job, ENDED);
  }

  /** Ends a job without what it was to make. */
  async stop(job: WaitingJob | RunningJob, how: Stopped): Promise<void> {
    const ended = { ...job, ...how, endedAt: new Date() } as FailedJob | CancelledJob;
    await this.jobs.update({ id: job.id }, { ...how, endedAt: ended.endedAt });
    await this.handlers.of(job.kind).stopped?.(ended);
    if (how.state === 'cancelled') await this.outbox.add(CANCELLED, { id: job.id });
    await this.#tell(job, ENDED);
  }

  async #tell({ id, ownerId, subjectId }: Job, topic: string): Promise<void> {
    await this.outbox.add(topic, { id });
    if (ownerId) await this.events.tell([ownerId], { kind: 'job', id, of: subjectId });
  }
}
