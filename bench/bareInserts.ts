import { expect } from '@playwright/test';
import type { Connection } from 'mysql2/promise';
import { insertRows } from '../apps/server/src/platform/database/bulk.ts';

export const rowsOf = async (connection: Connection, sql: string, values: readonly unknown[] = []) =>
  (await connection.query(sql, values as unknown[]))[0] as Record<string, unknown>[];

/**
 * How long the very rows take that some act made, written into tables alike and nothing else, in ms.
 * @param made tables, each with the query that finds those rows
 * @param least so many rows each of them has
 */
export async function bareInsertMs(
  connection: Connection,
  made: readonly (readonly [table: string, sql: string])[],
  least: number,
): Promise<number> {
  const tables = [];
  for (const [table, sql] of made) {
    const rows = await rowsOf(connection, sql);
    expect(rows.length).toBeGreaterThanOrEqual(least);
    await connection.query(`CREATE TABLE bare_${table} LIKE ${table}`);
    const columns = Object.keys(rows[0]!);
    tables.push({ table: `bare_${table}`, columns, rows: rows.map((row) => columns.map((name) => row[name])) });
  }
  const begun = performance.now();
  await connection.beginTransaction();
  const asked = { query: (sql: string, values?: readonly unknown[]) => connection.query(sql, values as unknown[]) };
  for (const { rows, ...how } of tables) await insertRows(asked, how, rows);
  await connection.commit();
  const ms = performance.now() - begun;
  for (const { table } of tables) await connection.query(`DROP TABLE ${table}`);
  return ms;
}
