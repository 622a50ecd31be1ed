import { expect, test } from '@playwright/test';
import { createHash, randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import type { Connection } from 'mysql2/promise';
import { newVisit, WatchReports, type WatchLine } from '../apps/web/src/features/watch/watchReports.ts';
import { insertAll } from '../apps/server/src/testing/manyRows.ts';
import { makeLesson } from '../e2e/support/people.ts';
import { spokenFile } from '../e2e/support/longLesson.ts';
import { RATE } from '../e2e/support/sound.ts';
import { voicePartsOf } from '../e2e/support/uploadTake.ts';
import { givenToMany, withDatabase } from './crowd.ts';
import { measured, median } from './measure.ts';

/*
 * A school at once: everybody watches by the code that a browser watches with, in real time, and the HTTP process and the
 * database are killed on the way. What was played is told beside by this program.
 */
const SECONDS = 120;
const REPORT_EVERY_MS = 10_000;
const TICK_MS = 250;
const PATIENCE_MS = 15_000;
const BASE = process.env['OAKBELL_URL']!;

const quantile = (values: readonly number[], share: number): number =>
  values.toSorted((a, b) => a - b)[Math.floor(values.length * share)] ?? Number.NaN;

interface Signed {
  readonly id: string;
  readonly cookie: string;
}
/** Signs people in without their passwords: what is measured begins afterwards. */
async function signedIn(connection: Connection, ids: readonly string[], role: string): Promise<readonly Signed[]> {
  const now = new Date();
  const later = new Date(now.getTime() + 86_400_000);
  const people = ids.map((id) => ({ id, secret: randomUUID() + randomUUID() }));
  await insertAll(
    async (sql, values) => connection.query(sql, [...values]),
    'session',
    'digest, id, tag, personId, role, kind, device, mustChange, startedAt, lastAt, expiresAt',
    people.map(({ id, secret }) => [
      createHash('sha256').update(secret).digest('hex'),
      randomUUID(),
      createHash('sha256').update(`tag ${secret}`).digest('base64url').slice(0, 16),
      ...[id, role, 'whole', 'Bench', 0, now, now, later],
    ]),
  );
  return people.map(({ id, secret }) => ({ id, cookie: `oakbell_session=${secret}` }));
}

/** Learners that are in the class, each signed in. */
async function learnersIn(classId: string, count: number): Promise<readonly Signed[]> {
  return withDatabase(async (connection) => {
    const run = async (sql: string, values: readonly unknown[]) => connection.query(sql, [...values]);
    const ids = Array.from({ length: count }, () => randomUUID());
    const now = new Date();
    const columns = 'id, signInName, name, role, passwordHash, createdAt';
    await insertAll(
      run,
      'person',
      columns,
      ids.map((id) => [id, id, 'Somebody', 'learner', '', now]),
    );
    await insertAll(
      run,
      'membership',
      'classId, personId, part',
      ids.map((id) => [classId, id, 'learner']),
    );
    return signedIn(connection, ids, 'learner');
  });
}

/** Asks the server; null where nobody answered. */
async function asked(cookie: string, method: string, path: string, body: object | Buffer): Promise<Response | null> {
  const isBytes = Buffer.isBuffer(body);
  return fetch(BASE + path, {
    method,
    headers: {
      Cookie: cookie,
      'Content-Type': isBytes ? 'application/octet-stream' : 'application/json',
      Origin: BASE,
    },
    body: isBytes ? new Uint8Array(body) : JSON.stringify(body),
    signal: AbortSignal.timeout(PATIENCE_MS),
  }).catch(() => null);
}

/** The line of a browser, with how long each report took that was counted, in ms. */
function lineOf({ cookie }: Signed, times: number[]): WatchLine {
  const judged = async (response: Response | null) => {
    if (!response || [429, 502, 503, 504].includes(response.status) || response.status === 500) return 'away' as const;
    if (response.status >= 300) throw new Error(`${response.status} ${await response.text()}`);
    return response;
  };
  return {
    async begin({ id, editionId, agoMs }) {
      const response = await judged(await asked(cookie, 'PUT', `/api/watching/visits/${id}`, { editionId, agoMs }));
      return response === 'away' ? 'away' : ((await response.json()) as { resumeAt: number; seen: [] });
    },
    async report(id, { number, plays, position, agoMs }) {
      const begun = performance.now();
      const body = { number, plays, position, agoMs };
      const response = await judged(await asked(cookie, 'POST', `/api/watching/visits/${id}/reports`, body));
      if (response === 'away') return 'away';
      await response.arrayBuffer();
      times.push(performance.now() - begun);
      return 'counted';
    },
  };
}

/** Watches for some seconds as a browser does; gives how much was played, in seconds. */
async function watching(learner: Signed, edition: string, seconds: number, times: number[]): Promise<number> {
  const begun = Date.now();
  const reports = new WatchReports(newVisit(edition, 'bench', begun), lineOf(learner, times), Date.now, {
    keep: () => undefined,
  });
  // Nobody begins at the very same moment as everybody else.
  await wait(Math.random() * REPORT_EVERY_MS);
  const [from, start] = [performance.now(), Math.floor(Math.random() * 400) * 1e6];
  let [time, told] = [start, 0];
  for (let now = 0; now < seconds * 1000 - REPORT_EVERY_MS;) {
    await wait(TICK_MS);
    now = performance.now() - from;
    time = start + Math.round(now * 1000);
    reports.log.tick({ time, now, speed: 1, counts: true });
    if (now - told >= REPORT_EVERY_MS) {
      told = now;
      void reports.send(time);
    }
  }
  // The page stays open until all is told.
  for (let i = 0; i < 60; i += 1) {
    await reports.send(time);
    await wait(1000 * Math.random());
  }
  return (time - start) / 1e6;
}

/** Kills what has this number, and leaves it to whoever keeps it. */
const kill = (pid: string | undefined): void => void process.kill(Number(pid), 'SIGKILL');

test('a school watches at once, and nothing of it is lost', async ({ page }) => {
  test.setTimeout(600_000);
  const { assignment, edition, classId } = await givenToMany(page, 1);
  const [alone, ...learners] = await learnersIn(classId, 301);
  const idle: number[] = [];
  for (let i = 0; i < 3; i += 1) await watching(alone!, edition, 20, idle);
  const times: number[] = [];
  const all = Promise.all(learners.map((one) => watching(one, edition, SECONDS, times)));
  const [http, , database] = (process.env['OAKBELL_PIDS'] ?? '').split(' ');
  await wait((SECONDS * 1000) / 3);
  kill(http);
  await wait((SECONDS * 1000) / 3);
  kill(database);
  const played = await all;
  const answer = await page.request.get(`/api/watching/assignments/${assignment}`);
  const { learners: told } = (await answer.json()) as {
    learners: { id: string; ranges: { start: number; end: number }[] }[];
  };
  const seen = (id: string) =>
    told.find((one) => one.id === id)!.ranges.reduce((sum, { start, end }) => sum + (end - start) / 1e6, 0);
  // The first tick of each begins its stretch: what was played is told from there on.
  const lost = learners.map(({ id }, i) => Math.max(0, played[i]! - TICK_MS / 1000 - seen(id)));
  expect(Math.min(...played)).toBeGreaterThan(SECONDS / 2);
  const beats = lost.reduce((sum, seconds) => sum + (seconds > 0.2 ? Math.ceil(seconds / 10) : 0), 0);
  measured('load.lost_beats', beats, `of ${times.length}`, '≤ 0');
  measured('load.report_p95', quantile(times, 0.95) / median(idle), `× ${Math.round(median(idle))} ms`, '≤ 20');
});

test('ten rooms record while a hundred watch, and no part is lost', async ({ page }) => {
  test.setTimeout(600_000);
  const { edition, classId } = await givenToMany(page, 1);
  const watchers = await learnersIn(classId, 100);
  const me = (await (await page.request.get('/api/session')).json()) as { id: string };
  const rooms = await withDatabase((connection) =>
    signedIn(
      connection,
      Array.from({ length: 11 }, () => me.id),
      'teacher',
    ),
  );
  const folder = mkdtempSync(join(tmpdir(), 'oakbell-load-'));
  const voice = await voicePartsOf(spokenFile(folder, SECONDS));
  rmSync(folder, { recursive: true });
  expect(voice.length).toBeGreaterThan(SECONDS / 3);
  const idle: number[] = [];
  const first = await makeLesson(page, 'Bench: a room alone', 1);
  expect((await recording(rooms[0]!, first, voice.slice(0, 10), idle)).lost).toBe(0);
  const times: number[] = [];
  const lessons = [];
  for (let i = 1; i < rooms.length; i += 1) lessons.push(await makeLesson(page, `Bench: room ${i}`, 1));
  const watched = Promise.all(watchers.map((one) => watching(one, edition, SECONDS, [])));
  const recorded = await Promise.all(lessons.map((lesson, i) => recording(rooms[i + 1]!, lesson, voice, times)));
  await watched;
  const lost = recorded.reduce((sum, one) => sum + one.lost, 0);
  measured('load.recorders_lost', lost, `of ${recorded.reduce((sum, one) => sum + one.sent, 0)} parts`, '≤ 0');
  measured('load.recorders_p95', quantile(times, 0.95) / median(idle), `× ${Math.round(median(idle))} ms`, '≤ 20');
});

interface MadeLesson {
  readonly id: string;
  readonly pages: readonly { readonly id: string }[];
}

/** Sends the parts of a take as a room does: voice every two seconds, the log beside it. Gives how many did not arrive. */
async function recording({ cookie }: Signed, lesson: MadeLesson, voice: readonly Buffer[], times: number[]) {
  const take = randomUUID();
  const ok = async (response: Promise<Response | null>) => {
    const answer = await response;
    expect([answer?.status, answer?.ok ? '' : await answer?.text()]).toEqual([expect.any(Number), '']);
  };
  await ok(asked(cookie, 'PUT', `/api/takes/${take}`, { lessonId: lesson.id, windowKey: `bench-${take}` }));
  let lost = 0;
  const put = async (track: string, number: number, bytes: Buffer) => {
    const digest = createHash('sha256').update(bytes).digest('hex');
    const begun = performance.now();
    const path = `/api/takes/${take}/parts/${track}/${number}?digest=${digest}`;
    const response = await asked(cookie, 'PUT', path, bytes);
    if (response?.status === 204) times.push(performance.now() - begun);
    else lost += 1;
  };
  const begun = performance.now();
  for (const [i, part] of voice.entries()) {
    await wait(Math.max(0, (i + 1) * 2000 - (performance.now() - begun)));
    const lines = [
      ...(i === 0
        ? [
            { log: 'oakbell.take', version: 2 },
            { kind: 'page', at: 0, page: lesson.pages[0]!.id },
          ]
        : []),
      { kind: 'stroke', at: i * 2_000_000 + 1, stroke: `s${i}`, page: lesson.pages[0]!.id, pen: PEN, points: LINE },
    ];
    const log = Buffer.from(lines.map((line) => `${JSON.stringify(line)}\n`).join(''));
    await Promise.all([put('voice', i, part), put('log', i, log)]);
  }
  const seconds = voice.length * 2;
  const parts = { voiceParts: voice.length, logParts: voice.length, frames: seconds * RATE };
  await ok(asked(cookie, 'POST', `/api/takes/${take}/finish`, parts));
  return { lost, sent: voice.length * 2 };
}
const PEN = { colour: '#2c5f8a', width: 4 };
const LINE = Array.from({ length: 60 }, (_, n) => [
  2000 + n * 40,
  3000 + Math.round(90 * Math.sin(n / 4)),
  128,
  n,
]).flat();
