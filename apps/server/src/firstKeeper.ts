import 'reflect-metadata';
import { DataSource } from 'typeorm';
import { firstKeeperWords } from './modules/people/index.ts';
import { readConfig } from './platform/config/index.ts';
import { dataSourceOptions } from './platform/database/index.ts';

/** Writes the words for the first keeper, if nobody keeps the school yet. */
const config = readConfig(process.env);
const database = new DataSource(dataSourceOptions(config.databaseUrl, []));
await database.initialize();
const kept = (await database.query("SELECT id FROM person WHERE role = 'keeper' LIMIT 1")) as unknown[];
await database.destroy();
if (kept.length === 0) console.log(firstKeeperWords(config.secret));
