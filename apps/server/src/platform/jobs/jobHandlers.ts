import { Injectable } from '@nestjs/common';
import type { JobEntity, Lane } from './job.entity.ts';

/** Tells how far a job is, 0…1. It throws when the job was cancelled; a handler lets that pass. */
export type Progress = (share: number) => Promise<void>;
/** Works on a job; what it returns is kept for whoever waits. */
export type JobHandler = (job: JobEntity, progress: Progress) => Promise<unknown>;

interface Known {
  readonly lane: Lane;
  readonly handler: JobHandler;
}

/** Which module works on which kind of job, and where it queues. */
@Injectable()
export class JobHandlers {
  readonly #known = new Map<string, Known>();

  register(kind: string, lane: Lane, handler: JobHandler): void {
    this.#known.set(kind, { lane, handler });
  }

  /** @throws Error for a kind that no module works on. */
  of(kind: string): Known {
    const known = this.#known.get(kind);
    if (!known) throw new Error(`no module works on jobs of kind ${kind}`);
    return known;
  }
}
