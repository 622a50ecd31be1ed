import { expect, test } from '@playwright/test';
import { createConnection } from 'mysql2/promise';
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { faultsIn } from '../apps/server/src/testing/invariants.ts';
import { PASSWORD } from '../e2e/support/people.ts';
import { speechFile } from '../e2e/support/speech.ts';
import { schoolHour, until, type Promised } from './schoolHour.ts';
import { counts, Steady } from './steady.ts';

/** So many lessons go from their first page to their feedback beside each other. */
const DESKS = 3;
const SECONDS = 8;
const LEARNERS = ['suvi.aldane', 'tam.oriel', 'suvi.aldane'];

test('whatever is killed, what was acknowledged is there, once', async () => {
  const ogg = join(mkdtempSync(join(tmpdir(), 'oakbell-faults-')), 'voice.ogg');
  const encoding = ['-c:a', 'libopus', '-b:a', '64k', '-vbr', 'constrained', ogg];
  spawnSync('ffmpeg', ['-loglevel', 'error', '-i', speechFile(), '-t', `${SECONDS}`, ...encoding]);
  const promises: Promised[] = [];
  let rounds = 0;
  const isEnough = () => existsSync(process.env['OAKBELL_ENOUGH']!);
  const ask = async (sql: string, values: readonly unknown[] = []) => {
    const connection = await createConnection(process.env['OAKBELL_DATABASE_URL']!);
    try {
      return (await connection.query(sql, [...values]))[0] as Record<string, unknown>[];
    } finally {
      await connection.end();
    }
  };
  await Promise.all(
    Array.from({ length: DESKS }, async (_, desk) => {
      const teacher = await Steady.signedIn('ilse.marrow', PASSWORD);
      const learnerName = LEARNERS[desk]!;
      const learner = await Steady.signedIn(learnerName, PASSWORD);
      const [row] = await until(() =>
        ask(
          "SELECT m.classId AS id FROM membership m JOIN person p ON p.id = m.personId WHERE p.signInName = ? AND m.part = 'learner'",
          [learnerName],
        ).catch(() => null),
      );
      const classId = String(row!['id']);
      for (let i = 0; !isEnough(); i += 1) {
        const title = `Kill by kill, desk ${desk + 1}, lesson ${i + 1}`;
        const sound = { ogg, seconds: SECONDS };
        await schoolHour(
          { teacher, learner, learnerName, classId },
          { title, sound, ask, promise: (one) => promises.push(one) },
        );
        rounds += 1;
      }
    }),
  );
  // What is left to be done is done by itself.
  const left = async (sql: string) => Number((await ask(sql))[0]!['n']);
  await until(async () => (await left("SELECT COUNT(*) AS n FROM job WHERE state IN ('waiting', 'running')")) === 0);
  await until(async () => (await left('SELECT COUNT(*) AS n FROM outbox')) === 0);
  const broken: string[] = [];
  for (const { what, isKept } of promises) {
    const wrong = await isKept().catch((failure: unknown) => String(failure));
    if (wrong !== null) broken.push(`${what}: ${wrong}`);
  }
  const rows = await faultsIn({ query: (sql) => ask(sql) });
  const figures = { lessons: rounds, promises: promises.length, broken: broken.length, rows: rows.length, ...counts };
  writeFileSync(process.env['OAKBELL_FIGURES']!, JSON.stringify(figures));
  expect(broken).toEqual([]);
  expect(rows).toEqual([]);
});
