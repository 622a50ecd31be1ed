import { expect, test, type BrowserContext, type Page } from '@playwright/test';
import { partText, type SheetEvent } from '@oakbell/core/worksheets';
import { micros } from '@oakbell/core/clock';
import { randomUUID } from 'node:crypto';
import { setTimeout as wait } from 'node:timers/promises';
import { asPerson, give, lessonCalled } from '../e2e/support/people.ts';
import { openProfile } from '../e2e/support/profile.ts';
import { speechFile } from '../e2e/support/speech.ts';
import { measured, median } from './measure.ts';

const KILLS = 20;
const CUTS = ['anouk.birtle', 'basil.crane', 'cleo.dray', 'dina.elver'];
const CUT_MS = 120_000;
/** What is older than this when the browser is killed may not be lost, in ms. */
const OLD_MS = 1000;
const LEARNER = 'anouk.birtle';

/** A worksheet of one board for a class; gives the assignment, and the board. */
async function sheetFor(page: Page, className: string): Promise<{ id: string; board: string }> {
  const data = { backdrop: { kind: 'squared' }, count: 1 };
  const made = (await (await page.request.post('/api/worksheets/of-boards', { data })).json()) as {
    id: string;
    pages: { id: string }[];
  };
  const classes = (await (await page.request.get('/api/classes')).json()) as { id: string; name: string }[];
  const { id: classId } = classes.find(({ name }) => name === className)!;
  const lesson = await lessonCalled(page, 'A passage plan, step by step');
  return { id: await give(page, lesson, classId, { worksheetId: made.id }), board: made.pages[0]!.id };
}

async function openSheet(page: Page, id: string): Promise<void> {
  await page.goto(`/worksheet/${id}`);
  await expect(page.getByText('1 of 1')).toBeVisible({ timeout: 60_000 });
  await page.keyboard.press('1');
}
/** Writes the n-th stroke by the mouse; gives when it ended. */
async function stroke(page: Page, n: number): Promise<number> {
  const box = (await page.locator('[data-stage]').boundingBox())!;
  const [x, y] = [box.x + 30 + ((n * 37) % 800), box.y + 30 + ((n * 53) % 400)];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 40, y + 15, { steps: 4 });
  await page.mouse.up();
  return Date.now();
}
const strokesOf = async (page: Page, id: string): Promise<number> => {
  const { log } = (await (await page.request.get(`/api/assignments/${id}/sheet`)).json()) as { log: string };
  return log.split('"kind":"stroke"').length - 1;
};

test('a browser that is killed while somebody writes loses nothing that is a second old', async ({
  browser,
  baseURL,
}) => {
  test.setTimeout(900_000);
  const { page: jon, context } = await asPerson(browser, 'jon.vale');
  const { id } = await sheetFor(jon, 'Seamanship 9c');
  await context.close();
  const { cookies } = await (await asPerson(browser, LEARNER)).context.storageState();
  const profile = await openProfile(baseURL!, speechFile());
  let [lost, n, there] = [0, 0, 0];
  try {
    for (let kill = 0; kill < KILLS; kill += 1) {
      const page = await profile.open();
      // A browser that is killed forgets who was signed in, and what was written it does not.
      await page.context().addCookies(cookies);
      await openSheet(page, id);
      // Every other time the school cannot be reached either: what is written lies in the browser alone.
      if (kill % 2 === 1) await page.route('**/sheet/parts', (route) => route.abort());
      const ended: number[] = [];
      const until = Date.now() + 2000 + ((kill * 397) % 1000);
      while (Date.now() < until) ended.push(await stroke(page, (n += 1)));
      const killedAt = Date.now();
      await profile.kill();
      const again = await profile.open();
      await again.context().addCookies(cookies);
      await openSheet(again, id);
      const found = await strokesOf(again, id);
      const old = ended.filter((at) => at < killedAt - OLD_MS).length;
      lost += Math.max(0, there + old - found);
      there = found;
      await profile.kill();
    }
  } finally {
    await profile.close();
  }
  expect(there).toBeGreaterThan(KILLS * 3);
  measured('worksheet.lost (killed)', lost, 'strokes', '≤ 0');
});

test('a line that is cut for two minutes, ten times, loses nothing', async ({ browser }) => {
  test.setTimeout(900_000);
  const { page: jon } = await asPerson(browser, 'jon.vale');
  // Ten sheets of four learners: each line is cut by itself, all of them in the same two minutes.
  const ids = await Promise.all([0, 1, 2].map(() => sheetFor(jon, 'Seamanship 9c')));
  const learners: Awaited<ReturnType<BrowserContext['storageState']>>[] = [];
  for (const name of CUTS) learners.push(await (await asPerson(browser, name)).context.storageState());
  const sheets = ids.flatMap(({ id }) => learners.map((storageState) => ({ id, storageState }))).slice(0, 10);
  const lost = await Promise.all(
    sheets.map(async ({ id, storageState }, i) => {
      const context = await browser.newContext({ storageState });
      const page = await context.newPage();
      await openSheet(page, id);
      let written = 0;
      const write = async (times: number) => {
        for (let k = 0; k < times; k += 1) await stroke(page, (written += 1));
      };
      await write(3);
      await context.setOffline(true);
      const until = Date.now() + CUT_MS;
      while (Date.now() < until) {
        await write(1);
        await wait(900 + i * 40);
      }
      await context.setOffline(false);
      await write(2);
      await expect(page.getByRole('status').filter({ hasText: /^Saved \d/ })).toBeVisible({ timeout: 60_000 });
      const found = await strokesOf(page, id);
      await context.close();
      return written - found;
    }),
  );
  measured(
    'worksheet.lost (line cut)',
    lost.reduce((sum, one) => sum + Math.max(0, one), 0),
    'strokes',
    '≤ 0',
  );
});

test('a stroke costs the same on a full sheet as on an empty one', async ({ browser }) => {
  test.setTimeout(600_000);
  const { page: jon } = await asPerson(browser, 'jon.vale');
  const of = async (name: string, strokes: number) => {
    const { id, board } = await sheetFor(jon, 'Seamanship 9c');
    const { page } = await asPerson(browser, name);
    const visit = randomUUID();
    let [number, at] = [0, 0];
    const one = (): SheetEvent => ({
      ...{ kind: 'stroke', at: micros((at += 700_000)), stroke: `s${at}`, page: board },
      pen: { colour: '#26221b', width: 5 },
      points: Array.from({ length: 40 }, (_, i) => [1000 + i * 30, 2000 + ((i * 37) % 80), 140, i * 12]).flat(),
    });
    const save = async (count: number) => {
      const body = JSON.stringify({
        visit,
        number: (number += 1),
        events: partText(Array.from({ length: count }, one)),
      });
      for (;;) {
        const begun = performance.now();
        const headers = { 'Content-Type': 'application/json' };
        const answer = await page.request.post(`/api/assignments/${id}/sheet/parts`, { data: body, headers });
        const text = await answer.text();
        const ms = performance.now() - begun;
        if (answer.status() === 201) return { ms, bytes: body.length + text.length };
        // Nobody may send so much in a minute: what is measured goes on when it may.
        expect(answer.status()).toBe(429);
        await wait(1000 * Number(answer.headers()['retry-after']));
      }
    };
    for (let left = strokes; left > 0; left -= 30) await save(Math.min(30, left));
    return save;
  };
  const [small, large] = [await of('anouk.birtle', 30), await of('basil.crane', 3000)];
  const [few, many]: { ms: number; bytes: number }[][] = [[], []];
  for (let i = 0; i < 120; i += 1) {
    few!.push(await small(1));
    many!.push(await large(1));
  }
  const middle = (all: readonly { ms: number; bytes: number }[], of: 'ms' | 'bytes') =>
    median(all.map((one) => one[of]));
  console.log(`a stroke is saved in ${middle(few!, 'ms').toFixed(1)} ms, and in ${middle(many!, 'ms').toFixed(1)} ms`);
  measured('worksheet.cost_growth (time)', middle(many!, 'ms') / middle(few!, 'ms'), '', '≤ 1.3');
  measured('worksheet.cost_growth (bytes)', middle(many!, 'bytes') / middle(few!, 'bytes'), '', '≤ 1.3');
});
