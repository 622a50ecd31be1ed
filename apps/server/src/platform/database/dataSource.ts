import type { DataSourceOptions } from 'typeorm';
import { MIGRATIONS } from './migrations/index.ts';

/** How the processes reach MariaDB. The schema changes by migrations only. */
export function dataSourceOptions(databaseUrl: string, entities: DataSourceOptions['entities']): DataSourceOptions {
  return {
    type: 'mariadb',
    url: databaseUrl,
    charset: 'utf8mb4',
    timezone: 'Z',
    ...(entities ? { entities } : {}),
    migrations: MIGRATIONS,
    synchronize: false,
    // An act holds a connection from its first statement to its last; what is only read borrows one for a moment.
    poolSize: 20,
    isolationLevel: 'READ COMMITTED',
    connectTimeout: 5000,
    // The way to each statement would be written down in case it fails: dear, and our own errors say as much.
    trace: false,
  };
}
