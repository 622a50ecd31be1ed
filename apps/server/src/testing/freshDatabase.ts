import { randomUUID } from 'node:crypto';
import { createConnection, type Connection } from 'mysql2/promise';

/** The database that the test command brought up to date before any test. */
const BROUGHT_UP = process.env['OAKBELL_DATABASE_URL'] ?? '';

/** A database of a test's own. */
export interface FreshDatabase {
  readonly name: string;
  readonly url: string;
  readonly drop: () => Promise<void>;
}

/**
 * A new database with the schema and the first rows of the one that was brought up to date: every migration again for
 * every file of tests would take longer than the tests. How the migrations go is a test of its own.
 */
export async function freshDatabase(): Promise<FreshDatabase> {
  const url = new URL(BROUGHT_UP);
  const from = url.pathname.slice(1);
  const name = `test_${randomUUID().replaceAll('-', '')}`;
  const at = { host: url.hostname, port: Number(url.port), user: url.username };
  const admin = await createConnection({ ...at, multipleStatements: true });
  await admin.query(`CREATE DATABASE ${name}`);
  await copySchema(admin, from, name);
  url.pathname = `/${name}`;
  const drop = async () => {
    await admin.query(`DROP DATABASE ${name}`);
    await admin.end();
  };
  return { name, url: url.href, drop };
}

async function copySchema(admin: Connection, from: string, to: string): Promise<void> {
  const [found] = await admin.query(
    'SELECT table_name AS name, table_type AS kind FROM information_schema.tables WHERE table_schema = ?',
    [from],
  );
  const all = found as { readonly name: string; readonly kind: 'BASE TABLE' | 'VIEW' }[];
  if (all.length === 0) throw new Error(`the database ${from} has not been brought up to date`);
  // Views are made of tables, which come first; their text names the database that they are of.
  const ordered = [...all].sort((a, b) => Number(a.kind === 'VIEW') - Number(b.kind === 'VIEW'));
  const shown = ordered.map(({ name }) => `SHOW CREATE TABLE \`${from}\`.\`${name}\``).join(';');
  const [made] = await admin.query(shown);
  const creates = (made as [Readonly<Record<string, string>>][]).map(
    ([row]) => row['Create Table'] ?? row['Create View']!.replaceAll(`\`${from}\`.`, `\`${to}\`.`),
  );
  const tables = all.filter(({ kind }) => kind === 'BASE TABLE');
  const rows = tables.map(({ name }) => `INSERT INTO \`${to}\`.\`${name}\` SELECT * FROM \`${from}\`.\`${name}\``);
  await admin.query(
    [
      // Every word counts in what can be looked for, as where the steps were taken one by one.
      'SET SESSION innodb_ft_enable_stopword = OFF',
      'SET SESSION foreign_key_checks = OFF',
      `USE \`${to}\``,
      ...creates,
      ...rows,
    ].join(';\n'),
  );
}
