import { Injectable } from '@nestjs/common';
import type { Problem } from '../http/index.ts';
import type { CancelledJob, FailedJob, Lane, RunningJob } from './job.entity.ts';

/** Tells how far a job is, 0…1. It throws when the job is no longer this attempt's; a handler lets that pass. */
export type Progress = (share: number) => Promise<void>;
/** What a handler may do while it works. */
export interface JobSteps {
  readonly progress: Progress;
  /** One act on the way, done only while the job is still this attempt's. */
  readonly act: <T>(work: () => Promise<T>) => Promise<T>;
}
/** The last act of a job: what changes together with its end. What it returns is kept for whoever waits. */
export type Ending = () => Promise<unknown>;
/** The end of a job that changes no row: what came of it, for whoever waits. */
export const endsWith =
  (result: unknown = null): Ending =>
  () =>
    Promise.resolve(result);
/** Works on a job, in steps that can be repeated, and gives back its last act. */
export type JobHandler = (job: RunningJob, steps: JobSteps) => Promise<Ending>;
/** Something outside did not do it this time: the job waits, and is failed when it was tried as often as there are waits. */
export class TryLater extends Error {
  /** @param laterMs how long it waits after the first try, after the second, and so on */
  constructor(
    readonly problem: Problem,
    readonly laterMs: readonly number[],
  ) {
    super(problem.message);
  }
}
/** It is not the time for it: the job waits until then, and what it tried does not count. */
export class NotYet extends Error {
  constructor(readonly until: Date) {
    super(`not before ${until.toISOString()}`);
  }
}
/** What else changes when a job is failed or cancelled, and when it is tried again; part of the same act. */
export interface JobTurns {
  readonly stopped?: (job: FailedJob | CancelledJob) => Promise<void>;
  readonly again?: (job: FailedJob | CancelledJob) => Promise<void>;
}

interface Known extends JobTurns {
  readonly lane: Lane;
  readonly handler: JobHandler;
}

/** Which module works on which kind of job, and where it queues. */
@Injectable()
export class JobHandlers {
  readonly #known = new Map<string, Known>();

  register(kind: string, lane: Lane, handler: JobHandler, turns: JobTurns = {}): void {
    this.#known.set(kind, { lane, handler, ...turns });
  }

  /** @throws Error for a kind that no module works on. */
  of(kind: string): Known {
    const known = this.#known.get(kind);
    if (!known) throw new Error(`no module works on jobs of kind ${kind}`);
    return known;
  }
}
