import { Injectable } from '@nestjs/common';
import type { JobEntity } from './job.entity.ts';

/** Tells how far a job is, 0…1. It throws when the job was cancelled; a handler lets that pass. */
export type Progress = (share: number) => Promise<void>;
export type JobHandler = (job: JobEntity, progress: Progress) => Promise<void>;

/** Which module works on which kind of job. */
@Injectable()
export class JobHandlers {
  readonly #handlers = new Map<string, JobHandler>();

  register(kind: string, handler: JobHandler): void {
    this.#handlers.set(kind, handler);
  }

  /** @throws Error for a kind that no module works on. */
  of(kind: string): JobHandler {
    const handler = this.#handlers.get(kind);
    if (!handler) throw new Error(`no module works on jobs of kind ${kind}`);
    return handler;
  }
}
