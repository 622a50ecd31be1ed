import { expect, test, type APIRequestContext, type Page } from '@playwright/test';
import { cutStretch, programmeOf, type Edit, type EditList } from '@oakbell/core/edits';
import { micros } from '@oakbell/core/clock';
import { randomUUID } from 'node:crypto';
import { createConnection } from 'mysql2/promise';
import { Agent, request } from 'node:http';
import { setTimeout as wait } from 'node:timers/promises';
import { fillClass, giveMany, type Run } from '../apps/server/src/testing/manyRows.ts';
import { bring, scripted } from '../e2e/support/scriptedTake.ts';
import { asPerson, makeLesson, signIn } from '../e2e/support/people.ts';
import { givenToMany, withDatabase } from './crowd.ts';
import { measured, median } from './measure.ts';

interface Lesson {
  readonly revision: number;
  readonly edits: EditList;
}
const lessonOf = async (request: APIRequestContext, id: string): Promise<Lesson> =>
  (await (await request.get(`/api/lessons/${id}`)).json()) as Lesson;

/** How long a screen that is opened by its address takes until its first row is there, in ms: the median of five. */
async function firstRowMs(page: Page, path: string): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < 5; i += 1) {
    const begun = performance.now();
    await page.goto(path);
    await page.locator('main').locator('.ob-rows > li, tbody > tr').first().waitFor();
    times.push(performance.now() - begun);
  }
  return median(times);
}

/** Cuts a little out at one of two thousand places, spread over the lesson. */
const cutAt = (edits: EditList, share: number): Edit => {
  const { length } = programmeOf(edits);
  const start = Math.round(length * share);
  return cutStretch(edits, { start: micros(start), end: micros(start + 4000) }, randomUUID)!;
};

test('a change costs the same at the first and at the two thousandth', async ({ page }) => {
  test.setTimeout(280_000);
  await signIn(page, 'ilse.marrow');
  const { id, pages } = await makeLesson(page, 'Of many cuts', 1);
  await bring(page, id, scripted([{ does: 'speaks', seconds: 60 }], [pages[0]!.id]));
  let { revision } = await lessonOf(page.request, id);
  let now = (await lessonOf(page.request, id)).edits;
  const [times, bytes]: number[][] = [[], []];
  const { applyEdit } = await import('@oakbell/core/edits');
  for (let i = 0; i < 2000; i += 1) {
    const edit = cutAt(now, ((i * 787) % 2000) / 2000);
    const body = JSON.stringify({ revision, do: [edit] });
    const send = () =>
      page.request.post(`/api/lessons/${id}/changes`, { data: body, headers: { 'Content-Type': 'application/json' } });
    let begun = performance.now();
    let answer = await send();
    if (answer.status() === 429) {
      // Nobody may change so much in a minute: what is measured goes on when it may.
      await wait(1000 * Number(answer.headers()['retry-after']));
      begun = performance.now();
      answer = await send();
    }
    times!.push(performance.now() - begun);
    const text = await answer.text();
    if (answer.status() !== 200) throw new Error(`change ${i}: ${text}`);
    bytes!.push(body.length + text.length);
    ({ revision } = JSON.parse(text) as { revision: number });
    const applied = applyEdit(now, edit);
    if (!applied.ok) throw new Error(applied.reason);
    now = applied.edits;
  }
  const around = (values: readonly number[], at: number) => median(values.slice(Math.max(0, at - 60), at));
  measured('edits.cost_growth', around(times!, 2000) / around(times!, 70), '', '≤ 1.5');
  measured('edits.bytes_growth', around(bytes!, 2000) / around(bytes!, 70), '', '≤ 1.5');
  expect((await lessonOf(page.request, id)).edits).toEqual(now);
});

test('a screen asks as often for a thousand rows as for ten', async ({ page, browser }) => {
  test.setTimeout(280_000);
  await signIn(page, 'ilse.marrow');
  const learner = await asPerson(browser, 'tam.oriel');
  await withDatabase(async (connection) => {
    const run: Run = async (sql, values) => (await connection.query(sql, [...values]))[0];
    const one = async (sql: string, values: readonly unknown[] = []) =>
      ((await run(sql, values)) as { id: string }[])[0]!.id;
    const crowd = {
      teacherId: await one("SELECT id FROM person WHERE signInName = 'ilse.marrow'"),
      learnerId: await one("SELECT id FROM person WHERE signInName = 'tam.oriel'"),
      classId: await one(
        "SELECT m.classId AS id FROM membership m JOIN person p ON p.id = m.personId WHERE p.signInName = 'tam.oriel'",
      ),
    };
    const assignment = await giveMany(run, crowd, 10);
    await fillClass(run, crowd, assignment, 10);
    const asked = async (request: APIRequestContext, path: string): Promise<number> => {
      const selects = async () =>
        Number(((await run("SHOW GLOBAL STATUS LIKE 'Com_select'", [])) as { Value: string }[])[0]!.Value);
      const counts: number[] = [];
      // Other processes ask now and then: the smallest of several is this request's own.
      for (let i = 0; i < 7; i += 1) {
        const before = await selects();
        expect((await request.get(path)).status()).toBe(200);
        counts.push((await selects()) - before);
      }
      return Math.min(...counts);
    };
    const all = async () => ({
      today: await asked(page.request, '/api/today'),
      desk: await asked(learner.page.request, '/api/desk'),
      watched: await asked(page.request, `/api/watching/assignments/${assignment}`),
      classpage: await asked(page.request, `/api/classes/${crowd.classId}/page`),
      'classpage.learner': await asked(learner.page.request, `/api/own-classes/${crowd.classId}`),
    });
    const shown = async () => ({
      today: await firstRowMs(page, '/today'),
      desk: await firstRowMs(learner.page, '/desk?list=feedback'),
      lessons: await firstRowMs(page, '/lessons'),
      watched: await firstRowMs(page, `/watched/${assignment}`),
    });
    const few = await all();
    const fewShown = await shown();
    await giveMany(run, crowd, 990);
    await fillClass(run, crowd, assignment, 990);
    const many = await all();
    for (const name of ['today', 'desk', 'watched', 'classpage', 'classpage.learner'] as const)
      measured(`${name}.queries`, many[name] / few[name], `× ${few[name]}`, '≤ 1');
    const manyShown = await shown();
    for (const name of ['today', 'desk', 'lessons', 'watched'] as const)
      measured(
        `${name}.first_row_growth`,
        manyShown[name] / fewShown[name],
        `× ${Math.round(fewShown[name])} ms`,
        '≤ 3',
      );
  });
  await learner.context.close();
});

test('reports are counted nearly as fast as rows are written', async ({ page, browser }) => {
  test.setTimeout(600_000);
  const SECONDS = 12;
  /** A big class at once: so many learners, each with so many windows. */
  const [LEARNERS, EACH] = [8, 8];
  const LINES = LEARNERS * EACH;
  const { edition, names } = await givenToMany(page, LEARNERS);
  // As bare as rows are written to the database: a line that is kept open, and nothing read but the status.
  const agent = new Agent({ keepAlive: true, maxSockets: LINES });
  const watchers: { readonly id: string; readonly cookie: string }[] = [];
  for (const name of names) {
    const { context, page: own } = await asPerson(browser, name);
    const cookie = (await context.cookies()).map((one) => `${one.name}=${one.value}`).join('; ');
    const body = { editionId: edition, agoMs: 11 * 3_600_000 };
    for (let i = 0; i < EACH; i += 1) {
      const id = randomUUID();
      expect((await own.request.put(`/api/watching/visits/${id}`, { data: body })).status()).toBe(200);
      watchers.push({ id, cookie });
    }
    await context.close();
  }
  const report = ({ id, cookie }: { id: string; cookie: string }, i: number) => {
    // So little of each that the windows of one learner together claim no more than passes.
    const start = (i % 59_000) * 10_000;
    const plays = [{ start, end: start + 10_000, speed: 1 }];
    return post(agent, `/api/watching/visits/${id}/reports`, cookie, { number: i, plays, position: start });
  };
  // A browser may ask so often and no oftener: what is measured is not to be held back by that.
  const counted = await forSeconds(SECONDS, LINES, async (line, i) => {
    const status = await report(watchers[line]!, i);
    if (status !== 204) throw new Error(`report ${i} of line ${line}: ${status}`);
  });
  const bare = await withDatabase(async (first) => {
    const columns = (await first.query('SELECT * FROM play LIMIT 1'))[0] as Record<string, unknown>[];
    const row = columns[0]!;
    const connections = await Promise.all(
      Array.from({ length: LINES }, () => createConnection(process.env['OAKBELL_DATABASE_URL']!)),
    );
    const visit = row['visitId'];
    const names = Object.keys(row).map((name) => `\`${name}\``);
    const sql = `INSERT INTO play (${names.join(', ')}) VALUES (${names.map(() => '?').join(', ')})`;
    const inserted = await forSeconds(SECONDS, LINES, async (line, i) => {
      await connections[line]!.query(sql, Object.values({ ...row, visitId: visit, report: 1e6 + line * 1e6 + i }));
    });
    await first.query('DELETE FROM play WHERE visitId = ? AND report >= 1000000', [visit]);
    await Promise.all(connections.map((connection) => connection.end()));
    return inserted;
  });
  measured('beats.share_of_ceiling', counted / bare, `of ${Math.round(bare)}/s`, '≥ 0.3');
});

function post(agent: Agent, path: string, cookie: string, body: object): Promise<number> {
  const text = JSON.stringify(body);
  const headers = { cookie, 'content-type': 'application/json', 'content-length': Buffer.byteLength(text) };
  return new Promise((resolve, reject) => {
    const sent = request(new URL(path, process.env['OAKBELL_URL']), { agent, method: 'POST', headers }, (answer) => {
      answer.resume();
      answer.on('end', () => resolve(answer.statusCode ?? 0));
    });
    sent.on('error', reject);
    sent.end(text);
  });
}

/** Does work on so many lines at once for so long; gives how often it was done a second. */
async function forSeconds(
  seconds: number,
  lines: number,
  work: (line: number, i: number) => Promise<void>,
): Promise<number> {
  const until = performance.now() + seconds * 1000;
  const counts = Array.from({ length: lines }, async (_, line) => {
    let done = 0;
    for (; performance.now() < until; done += 1) await work(line, done);
    return done;
  });
  return (await Promise.all(counts)).reduce((sum, one) => sum + one, 0) / seconds;
}
