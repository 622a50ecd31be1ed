import { createConnection } from 'mysql2/promise';
import { readConfig } from './platform/config/index.ts';

/** Makes the database that the address names, if it is not there. */
const url = new URL(readConfig(process.env).databaseUrl);
const name = url.pathname.slice(1);
if (!/^[A-Za-z0-9_]+$/.test(name)) throw new Error('OAKBELL_DATABASE_URL must end with the name of a database');
const connection = await createConnection({
  host: url.hostname,
  port: Number(url.port || 3306),
  user: decodeURIComponent(url.username),
  password: decodeURIComponent(url.password),
});
await connection.query(`CREATE DATABASE IF NOT EXISTS \`${name}\``);
await connection.end();
