import { fromFirstVersion } from '@oakbell/core/edits';
import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Where edits are kept, and what names a row. */
const PLACES = [
  ['lesson_change', 'edit', ['lessonId', 'revision']],
  ['lesson_edits', 'edits', ['lessonId']],
  ['edition', 'edits', ['id']],
  ['job', 'input', ['id']],
] as const;
const MOST_AT_ONCE = 200;

type Fields = Readonly<Record<string, unknown>>;

/** A card is no longer told as a stretch of a take, and what is counted is counted by its source: a take, or a card. */
export class CardsAreNoTakes1764700000000 implements MigrationInterface {
  readonly name = 'CardsAreNoTakes1764700000000';

  async up(runner: QueryRunner): Promise<void> {
    await renamed(runner, 'to sources');
    await rewritten(runner, fromFirstVersion);
    await versioned(runner, 1, 2);
  }

  async down(runner: QueryRunner): Promise<void> {
    await versioned(runner, 2, 1);
    await rewritten(runner, toFirstVersion);
    await renamed(runner, 'to takes');
  }
}

const NAMES = [
  ['visit', 'atTakeId', 'atSourceId'],
  ['play', 'takeId', 'sourceId'],
  ['watched', 'takeId', 'sourceId'],
] as const;
async function renamed(runner: QueryRunner, way: 'to sources' | 'to takes'): Promise<void> {
  for (const [table, take, source] of NAMES) {
    const [from, to] = way === 'to sources' ? [take, source] : [source, take];
    await runner.query(`ALTER TABLE \`${table}\` RENAME COLUMN \`${from}\` TO \`${to}\``);
  }
}

async function versioned(runner: QueryRunner, from: number, to: number): Promise<void> {
  for (const table of ['lesson_edits', 'edition'])
    await runner.query(
      `UPDATE \`${table}\` SET edits = JSON_SET(edits, '$.version', ?) WHERE JSON_VALUE(edits, '$.version') = ?`,
      [to, from],
    );
}

/** Rewrites every row in which there is a card or a chapter, some at a time. */
async function rewritten(runner: QueryRunner, how: (value: unknown) => unknown): Promise<void> {
  for (const [table, column, keys] of PLACES) {
    const key = keys.map((one) => `\`${one}\``).join(', ');
    const holds = `(\`${column}\` LIKE '%"card"%' OR \`${column}\` LIKE '%"chapters"%')`;
    let after: readonly unknown[] | null = null;
    for (;;) {
      const beyond: string = after ? ` AND (${key}) > (${keys.map(() => '?').join(', ')})` : '';
      const rows = (await runner.query(
        `SELECT ${key}, \`${column}\` AS told FROM \`${table}\` WHERE ${holds}${beyond} ORDER BY ${key} LIMIT ${MOST_AT_ONCE}`,
        [...(after ?? [])],
      )) as readonly (Fields & { readonly told: unknown })[];
      for (const { told, ...row } of rows) {
        const value: unknown = typeof told === 'string' ? JSON.parse(told) : told;
        await runner.query(
          `UPDATE \`${table}\` SET \`${column}\` = ? WHERE ${keys.map((one) => `\`${one}\` = ?`).join(' AND ')}`,
          [JSON.stringify(how(value)), ...keys.map((one) => row[one])],
        );
      }
      const last = rows.at(-1);
      if (!last || rows.length < MOST_AT_ONCE) break;
      after = keys.map((one) => last[one]);
    }
  }
}

function toFirstVersion(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(toFirstVersion);
  if (typeof value !== 'object' || value === null) return value;
  const { card, sourceId, ...rest } = value as Fields;
  if (typeof card === 'object' && card !== null) {
    const { id: takeId, ...words } = card as Fields;
    return { ...rest, takeId, card: words };
  }
  if (typeof sourceId === 'string' && 'title' in rest) return { takeId: sourceId, ...rest };
  return Object.fromEntries(Object.entries(value as Fields).map(([name, one]) => [name, toFirstVersion(one)]));
}
