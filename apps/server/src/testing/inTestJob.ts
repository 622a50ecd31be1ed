import { randomUUID } from 'node:crypto';
import { inJob } from '../platform/scope/index.ts';

/** Does heavy work as a job would, for a test. */
export const inTestJob = <T>(work: () => Promise<T> | T, signal = new AbortController().signal): Promise<T> =>
  inJob({ jobId: randomUUID(), signal }, async () => work());
