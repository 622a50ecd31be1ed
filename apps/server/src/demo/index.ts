import { createConnection } from 'mysql2/promise';
import { readConfig } from '../platform/config/index.ts';

/** Loads the demo world named by OAKBELL_DEMO when nobody is there yet. All that loading needs is read only then. */
const database = await createConnection(readConfig(process.env).databaseUrl);
const [people] = await database.query('SELECT 1 FROM person LIMIT 1');
await database.end();
const isThere = (people as unknown[]).length > 0;
const loaded = !isThere && (await (await import('./load.ts')).load(process.env['OAKBELL_DEMO'] ?? ''));
console.log(loaded ? 'The demo world was loaded.' : 'There is a world already; it was left as it is.');
