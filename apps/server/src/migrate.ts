import 'reflect-metadata';
import { DataSource } from 'typeorm';
import { readConfig } from './platform/config/index.ts';
import { bringUpToDate, dataSourceOptions } from './platform/database/index.ts';

/** Brings the database to the newest schema. */
const database = new DataSource(dataSourceOptions(readConfig(process.env).databaseUrl, []));
await database.initialize();
const done = await bringUpToDate(database);
console.log(
  done.length === 0
    ? 'The database is up to date.'
    : `The database was brought up to date: ${done.map((one) => one.name).join(', ')}.`,
);
await database.destroy();
