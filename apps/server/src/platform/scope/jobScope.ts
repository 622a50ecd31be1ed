import { AsyncLocalStorage } from 'node:async_hooks';

/** What everything that is done for a job can ask for, however deep it lies. */
export interface JobScope {
  readonly jobId: string;
  /** Aborted when the job was cancelled or the process is ending: children are killed by it. */
  readonly signal: AbortSignal;
}

const scopes = new AsyncLocalStorage<JobScope>();

/** Does the work of a job: heavy work is possible in here, and nowhere else. */
export const inJob = <T>(scope: JobScope, work: () => Promise<T>): Promise<T> => scopes.run(scope, work);

/**
 * The job in which this runs. Decoders, converters and painters ask for it, so that none of them can be called from a
 * request by mistake. @throws Error outside a job
 */
export function jobScope(what: string): JobScope {
  const scope = scopes.getStore();
  if (!scope) throw new Error(`${what} is heavy work: it is done by a job, never inside a request`);
  return scope;
}
