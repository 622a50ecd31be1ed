/** Whoever can be asked in SQL: within an act, the connection of the act. */
export interface Asked {
  query(sql: string, values?: readonly unknown[]): Promise<unknown>;
}
type Row = readonly unknown[];

/** A text as LIKE looks for it: its wildcards are letters. */
export const likeText = (text: string): string => text.replaceAll(/[\\%_]/g, '\\$&');

/** So many rows are written in one statement. */
const ROWS = 500;

/** The rows in lots of at most so many, in their order. */
export function lotsOf<T>(rows: readonly T[], size = ROWS): readonly (readonly T[])[] {
  return Array.from({ length: Math.ceil(rows.length / size) }, (_, i) => rows.slice(i * size, (i + 1) * size));
}

/** Writes rows, a lot of them in each statement. @param ignore what is there already stays as it is */
export async function insertRows(
  database: Asked,
  {
    table,
    columns,
    ignore = false,
  }: { readonly table: string; readonly columns: readonly string[]; readonly ignore?: boolean },
  rows: readonly Row[],
): Promise<void> {
  const place = `(${columns.map(() => '?').join(',')})`;
  for (const lot of lotsOf(rows))
    await database.query(
      `INSERT ${ignore ? 'IGNORE ' : ''}INTO ${table} (${columns.join(',')}) VALUES ${lot.map(() => place).join(',')}`,
      lot.flat(),
    );
}

/** Changes columns of rows by their id. @param rows the id, then a value for each column */
export async function updateRows(
  database: Asked,
  { table, columns }: { readonly table: string; readonly columns: readonly string[] },
  rows: readonly Row[],
): Promise<void> {
  const one = `SELECT CAST(? AS UUID) AS id, ${columns.map((name) => `? AS ${name}`).join(', ')}`;
  const set = columns.map((name) => `t.${name} = v.${name}`).join(', ');
  for (const lot of lotsOf(rows))
    await database.query(
      `UPDATE ${table} t JOIN (${lot.map(() => one).join(' UNION ALL ')}) v ON v.id = t.id SET ${set}`,
      lot.flat(),
    );
}
