import type { ConnectionOptions } from 'bullmq';

/** What lies in the queue; all else is in the database. */
export interface QueueEntry {
  readonly jobId: string;
  readonly attempt: number;
}

/** @param redisUrl `redis://` or `rediss://` address */
export function connectionTo(redisUrl: string): ConnectionOptions {
  const url = new URL(redisUrl);
  return {
    host: url.hostname,
    port: Number(url.port || 6379),
    ...(url.password ? { password: decodeURIComponent(url.password) } : {}),
    ...(url.username ? { username: decodeURIComponent(url.username) } : {}),
    ...(url.protocol === 'rediss:' ? { tls: {} } : {}),
    maxRetriesPerRequest: null,
  };
}
