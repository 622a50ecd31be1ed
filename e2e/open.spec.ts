import { expect, test, type Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { expectClean } from './support/axe.ts';
import { asPerson, lessonCalled, PASSWORD } from './support/people.ts';

/** Of two classes that tam and vera are in one of each: what one is given the other is not. */
const LESSON = 'Course to steer across a stream';

const assignStep = async (page: Page, lesson: string) => {
  await page.goto(`/lessons/${lesson}/assign`);
  await expect(page.getByRole('heading', { name: 'Who may watch' })).toBeVisible();
};
const say = async (page: Page, whom: string, told: string) => {
  await page.getByRole('radio', { name: whom }).check();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText(told)).toBeVisible();
};
const opening = async (page: Page, lesson: string, from: Date | null, until: Date | null) => {
  const data = { to: 'assigned', from: from?.toISOString() ?? null, until: until?.toISOString() ?? null };
  expect((await page.request.put(`/api/lessons/${lesson}/opening`, { data })).status()).toBe(204);
};

test('a link leads whoever it is for to its moment, and nobody else anywhere', async ({ browser }) => {
  const teacher = await asPerson(browser, 'ilse.marrow', { permissions: ['clipboard-read', 'clipboard-write'] });
  const elsewhere = await asPerson(browser, 'vera.winslade');
  const lesson = await lessonCalled(teacher.page, LESSON);
  await assignStep(teacher.page, lesson);
  await teacher.page.getByRole('button', { name: 'Link, QR code, frame' }).click();
  await teacher.page.getByLabel('From', { exact: true }).fill('0:59');
  await expect(teacher.page.getByText('It is 0:33 long')).toBeVisible();
  await teacher.page.getByLabel('From', { exact: true }).fill('0:12');
  await expect(teacher.page.getByText('Plays from 0:12')).toBeVisible();
  await expectClean(teacher.page);
  await teacher.page.getByRole('button', { name: 'Copy the link' }).click();
  const link = await teacher.page.evaluate(() => navigator.clipboard.readText());
  expect(new URL(link).pathname + new URL(link).search).toBe(`/watch/${lesson}?t=12`);

  for (const [name, begins] of [
    ['Keep as SVG', '<svg '],
    ['Keep as PNG', '\u0089PNG'],
  ] as const) {
    const kept = teacher.page.waitForEvent('download');
    await teacher.page.getByRole('button', { name }).click();
    const file = await kept;
    expect(file.suggestedFilename()).toBe(`${LESSON}.${name.slice(-3).toLowerCase()}`);
    expect((await readFile(await file.path())).toString('latin1').startsWith(begins)).toBe(true);
  }
  await teacher.page.keyboard.press('Escape');

  await elsewhere.page.goto(link);
  await expect(elsewhere.page.getByText('This lesson is not open to you')).toBeVisible();
  await say(teacher.page, 'Everyone at the school', 'Everyone at the school with the link can watch it.');
  await elsewhere.page.reload();
  await elsewhere.page.getByRole('button', { name: 'Go on from 0:12' }).click();
  await expect(elsewhere.page.getByRole('button', { name: 'Pause' })).toBeVisible();
  await expectClean(elsewhere.page);
  // Taken from whoever has no part in it, in the middle of watching, and left to its own learners.
  await say(teacher.page, 'Learners it is given to', 'Learners it is given to can watch it.');
  await expect(elsewhere.page.getByText('This lesson is not open to you')).toBeVisible();

  const learner = await asPerson(browser, 'suvi.aldane', {
    viewport: { width: 390, height: 844 },
    permissions: ['clipboard-read', 'clipboard-write'],
  });
  await learner.page.goto(link);
  await expect(learner.page.getByText(/^0:12 \/ 0:33$/)).toBeVisible();
  await expect(learner.page.getByText('By Ilse Marrow')).toBeVisible();
  await learner.page.getByRole('button', { name: 'Copy a link from here' }).click();
  expect(await learner.page.evaluate(() => navigator.clipboard.readText())).toBe(link);
  await learner.page.getByRole('link', { name: 'What to do with it' }).click();
  await expect(learner.page.getByRole('heading', { name: 'What to do' })).toBeVisible();
  for (const { context } of [teacher, elsewhere, learner]) await context.close();
});

test('a lesson opens and closes by the clock before whoever looks at it', async ({ browser }) => {
  const [teacher, learner] = [await asPerson(browser, 'ilse.marrow'), await asPerson(browser, 'jory.tamsin')];
  const lesson = await lessonCalled(teacher.page, 'From compass to true');
  const now = Date.now();
  await opening(teacher.page, lesson, new Date(now + 86_400_000), null);
  await learner.page.goto('/desk');
  await expect(learner.page.getByRole('link', { name: /From compass to true.*opens / })).toBeVisible();
  await learner.page.goto(`/watch/${lesson}`);
  await expect(learner.page.getByText(/^This lesson opens /)).toBeVisible();
  await expectClean(learner.page);
  await assignStep(teacher.page, lesson);
  await expect(teacher.page.getByText(/^Learners it is given to can watch it from /)).toBeVisible();
  // Nobody loads a page anew for what follows.
  await opening(teacher.page, lesson, new Date(Date.now() + 2000), null);
  await expect(learner.page.getByRole('slider', { name: 'Time in the lesson' })).toBeVisible();
  await opening(teacher.page, lesson, null, new Date(Date.now() + 2000));
  await expect(learner.page.getByText('This lesson is no longer open')).toBeVisible();
  await expect(teacher.page.getByText(/^It closed /)).toBeVisible();
  // The form says what is wrong, and takes what is right.
  const { page } = teacher;
  await page.getByLabel('From', { exact: true }).fill('2030-05-02T08:00');
  await page.getByLabel('Until', { exact: true }).fill('2030-05-01T08:00');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('It has to end after it begins')).toBeVisible();
  await page.getByRole('switch', { name: 'Open for a time only' }).click();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Learners it is given to can watch it.')).toBeVisible();
  await expect(learner.page.getByRole('slider', { name: 'Time in the lesson' })).toBeVisible();
  for (const { context } of [teacher, learner]) await context.close();
});

/** A page of the school's own, on another host than Oak Bell. */
async function pageWith(code: string): Promise<{ readonly address: string; readonly close: () => void }> {
  const page = `<!doctype html><html lang="en"><title>Week 12</title><h1>Week 12</h1>${code}</html>`;
  const server = createServer((_, response) => response.setHeader('Content-Type', 'text/html').end(page));
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const { port } = server.address() as AddressInfo;
  return { address: `http://localhost:${port}`, close: () => server.close() };
}

test('a lesson is watched in a frame of a page that the keeper has allowed, and in no other', async ({ browser }) => {
  const [keeper, teacher] = [await asPerson(browser, 'keeper'), await asPerson(browser, 'ilse.marrow')];
  const lesson = await lessonCalled(teacher.page, LESSON);
  const origin = test.info().project.use.baseURL!;
  const code = `<iframe src="${origin}/frame/${lesson}" title="${LESSON}" width="960" height="680"></iframe>`;
  const [allowed, other] = [await pageWith(code), await pageWith(code)];
  await keeper.page.goto('/school');
  const hosts = keeper.page.getByRole('combobox', { name: 'Pages that may show lessons' });
  await hosts.fill(`${allowed.address}/week/12`);
  await hosts.press('Enter');
  await keeper.page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(keeper.page.getByText('Saved')).toBeVisible();
  await assignStep(teacher.page, lesson);
  await teacher.page.getByRole('button', { name: 'Link, QR code, frame' }).click();
  await teacher.page.getByText('960 by 680').click();
  await expect(teacher.page.getByRole('textbox', { name: 'Code' })).toHaveValue(new RegExp(`/frame/${lesson}`));

  const context = await browser.newContext();
  const page = await context.newPage();
  await page.goto(allowed.address);
  const frame = page.frameLocator('iframe');
  const opened = context.waitForEvent('page');
  await frame.getByRole('button', { name: 'Sign in to watch' }).click();
  const door = await opened;
  await door.getByLabel('Name').fill('suvi.aldane');
  await door.getByLabel('Password', { exact: true }).fill(PASSWORD);
  const closed = door.waitForEvent('close');
  await door.getByRole('button', { name: 'Sign in', exact: true }).click();
  await closed;
  await expect(frame.getByText('You watch as Suvi Aldane')).toBeVisible();
  const counted = page.waitForResponse((response) => /visits\/[^/]+\/reports/.test(response.url()));
  await frame.getByRole('button', { name: /^(Watch|Go on from)/ }).click();
  expect((await counted).status()).toBe(204);
  await expectClean(page);
  await frame.getByRole('button', { name: 'Sign out here' }).click();
  await expect(frame.getByRole('button', { name: 'Sign in to watch' })).toBeVisible();

  const refused = page.waitForEvent('console', (message) => /frame-ancestors/.test(message.text()));
  await page.goto(other.address);
  await refused;
  await expect(frame.getByRole('button', { name: 'Sign in to watch' })).toHaveCount(0);
  for (const one of [allowed, other]) one.close();
  for (const one of [keeper.context, teacher.context, context]) await one.close();
});
