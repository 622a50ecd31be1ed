import { expect, test } from '@playwright/test';
import { createConnection, type Connection, type RowDataPacket } from 'mysql2/promise';
import { readFileSync } from 'node:fs';
import { get } from 'node:http';
import { HOSTILE } from '../apps/server/src/testing/hostile.ts';
import { editionFile } from '../e2e/support/edition.ts';
import { makeLesson, signIn } from '../e2e/support/people.ts';
import { measured, median } from './measure.ts';

const [HTTP, JOBS] = (process.env['OAKBELL_PIDS'] ?? '').split(' ').map(Number) as [number, number];
const MB = 1024;

/** Resident memory of a process in MiB. */
const memoryOf = (pid: number): number =>
  Number(/^VmRSS:\s+(\d+) kB/m.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]) / MB;

/** How long the server takes to say that it is alive, in ms, asked on a connection of its own. */
const healthMs = (base: string): Promise<number> =>
  new Promise((resolve, reject) => {
    const begun = performance.now();
    get(`${base}/health/live`, { agent: false }, (answer) => {
      answer.resume();
      answer.on('end', () => resolve(performance.now() - begun));
    }).on('error', reject);
  });

async function queries(database: Connection): Promise<number> {
  const [[row]] = await database.query<RowDataPacket[]>("SHOW GLOBAL STATUS LIKE 'Com_select'");
  return Number(row!['Value']);
}

test('a signed address asks nothing of the database', async ({ page }) => {
  await signIn(page, 'ilse.marrow');
  const { lessons } = (await (await page.request.get('/api/library')).json()) as {
    lessons: { id: string; recorded: boolean }[];
  };
  let voice: string | null = null;
  for (const { id } of lessons.filter((one) => one.recorded)) {
    const editions = (await (await page.request.get(`/api/lessons/${id}/editions`)).json()) as {
      id: string;
      state: string;
    }[];
    const ready = editions.find((one) => one.state === 'ready');
    voice ??= ready ? await editionFile(page, ready.id, 'voice.webm') : null;
  }
  const database = await createConnection(process.env['OAKBELL_DATABASE_URL']!);
  // The job process looks for its own work now and then: not while others are counted.
  process.kill(JOBS, 'SIGSTOP');
  try {
    const before = await queries(database);
    for (let i = 0; i < 200; i += 1) {
      const answer = await page.request.get(voice!, { headers: { Range: `bytes=${i * 20}-${i * 20 + 19}` } });
      expect(answer.status()).toBe(206);
    }
    measured('media.queries', ((await queries(database)) - before) / 200, 'a request', '≤ 0');
    const asked = await queries(database);
    expect((await page.request.get('/api/session')).status()).toBe(200);
    // The count itself is true: a route that does ask is counted.
    expect(await queries(database)).toBeGreaterThan(asked);
  } finally {
    process.kill(JOBS, 'SIGCONT');
    await database.end();
  }
});

test('hostile bytes neither slow the server nor swell it', async ({ page, baseURL }) => {
  test.setTimeout(600_000);
  await signIn(page, 'ilse.marrow');
  const { id } = await makeLesson(page, 'Bench: bytes', 1);
  const files: (readonly [string, string, Buffer])[] = [];
  for (const [what, name, bytes] of HOSTILE) files.push([what, name, await bytes()]);
  const idle: number[] = [];
  for (let i = 0; i < 200; i += 1) idle.push(await healthMs(baseURL!));
  let [slowest, slowestOf] = [0, ''];
  const before = [memoryOf(HTTP), memoryOf(JOBS)] as const;
  let grown: readonly [number, number] = [0, 0];
  for (const [what, name, buffer] of files) {
    let going = true;
    const watch = (async () => {
      while (going) {
        const took = await healthMs(baseURL!);
        if (took > slowest) [slowest, slowestOf] = [took, what];
        grown = [Math.max(grown[0], memoryOf(HTTP) - before[0]), Math.max(grown[1], memoryOf(JOBS) - before[1])];
      }
    })();
    const answer = await page.request.post(`/api/lessons/${id}/uploads`, {
      multipart: { files: { name, mimeType: 'application/octet-stream', buffer } },
      timeout: 120_000,
    });
    going = false;
    await watch;
    expect([what, answer.status() < 500]).toEqual([what, true]);
  }
  console.log(`slowest: ${slowestOf}`);
  measured('bytes.health_ms', slowest - median(idle), 'ms', '≤ 100');
  measured('bytes.memory_mb (HTTP)', grown[0], 'MB', '≤ 150');
  measured('bytes.memory_mb (jobs)', grown[1], 'MB', '≤ 400');
});
