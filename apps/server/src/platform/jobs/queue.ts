import type { ConnectionOptions } from 'bullmq';
import type { Config } from '../config/index.ts';
import type { Lane } from './job.entity.ts';

/** The queue of one lane. Its entries say only that there is something to do; all else is in the database. */
export const queueOf = ({ queue }: Config, lane: Lane): string => `${queue}-${lane}`;

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
