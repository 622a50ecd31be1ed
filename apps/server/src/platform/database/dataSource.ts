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
    poolSize: 10,
    connectTimeout: 5000,
  };
}
