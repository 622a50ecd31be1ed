import { expect, test as base, type Browser, type Page } from '@playwright/test';
import sharp from 'sharp';
import { breakableLine, seeded, type BreakableLine } from './support/breakableLine.ts';
import { noise } from './support/papers.ts';
import { asPerson, makeLesson, PASSWORD } from './support/people.ts';
import { lasts, openRoom, record, segmentsOf, stopAndSave } from './support/room.ts';

/* The line is cut, broken and slowed at moments that a seed chooses: afterwards everything goes on by itself. */
const SEED = Number(process.env['OAKBELL_SEED'] ?? 20261126);

const test = base.extend<{ line: BreakableLine }>({
  line: async ({ baseURL }, use) => {
    const line = await breakableLine(baseURL!);
    await use(line);
    await line.close();
  },
});
/** Bytes a second, somewhat more than the sound needs. */
const SLOW = 20_000;
const LESSON = 'The rule of twelfths';

const seconds = async (page: Page) =>
  Number(
    await page.getByRole('slider', { name: 'Time in the lesson', includeHidden: true }).getAttribute('aria-valuenow'),
  );
const playedTo = (page: Page, to: number, timeout = 60_000) =>
  expect.poll(() => seconds(page), { timeout, intervals: [100] }).toBeGreaterThanOrEqual(to);

/** A plain sheet of noise whose top quarter is black. */
const blackAtTheTop = async (width: number, height: number): Promise<Buffer> =>
  sharp(await noise(width, height))
    .composite([
      { input: { create: { width, height: height / 4, channels: 3, background: 'black' } }, gravity: 'north' },
    ])
    .png({ compressionLevel: 0 })
    .toBuffer();

/** How the pages of a learner's hand-in lie before their teacher. */
async function handedInPages(page: Page, learnerName: string) {
  const json = async <T>(path: string) => (await (await page.request.get(path)).json()) as T;
  const assignments = await json<{ assignmentId: string; title: string }[]>('/api/marking');
  const { assignmentId } = assignments.find((one) => one.title === LESSON)!;
  const { queue } = await json<{ queue: { learnerName: string; feedbackLessonId: string }[] }>(
    `/api/marking/${assignmentId}`,
  );
  const { feedbackLessonId: lesson } = queue.find((one) => one.learnerName === learnerName)!;
  const pages = async () =>
    (await json<{ pages: { picture: string | null }[] }>(`/api/lessons/${lesson}`)).pages.filter((one) => one.picture);
  await expect.poll(async () => (await pages()).length).toBe(2);
  return Promise.all(
    (await pages()).map(async ({ picture }) => {
      const read = sharp(await (await page.request.get(`/api/lessons/${lesson}/pictures/${picture}`)).body());
      const { width, height } = await read.metadata();
      const side = async (left: number) => {
        const part = {
          left,
          top: Math.round(height / 3),
          width: Math.round(width / 8),
          height: Math.round(height / 3),
        };
        const cut = sharp(await read.clone().extract(part).toBuffer());
        return (await cut.stats()).channels[0]!.mean < 20 ? 'black' : 'plain';
      };
      return { width, height, left: await side(0), right: await side(Math.floor(width * 0.875) - 1) };
    }),
  );
}

async function openLesson(page: Page): Promise<void> {
  await page.goto('/desk');
  await page.getByRole('link', { name: LESSON }).click();
  await expect(page.getByRole('button', { name: /^(Watch|Go on)/ })).toBeVisible();
}
/** The share of the lesson that a learner has watched, as their own desk tells it. */
async function counted(page: Page): Promise<number> {
  const desk = (await (await page.request.get('/api/desk')).json()) as {
    title: string;
    share: number;
    length: number;
  }[];
  const { share, length } = desk.find((one) => one.title === LESSON)!;
  return (share * length) / 1e6;
}
const learner = (browser: Browser, name: string, line: BreakableLine) => asPerson(browser, name, { baseURL: line.url });

test('a lesson plays on by itself through a line that breaks, and all of it is counted', async ({ browser, line }) => {
  const random = seeded(SEED);
  const { page, context } = await learner(browser, 'ebba.stroud', line);
  // The sound is refused at first: nothing of it is there.
  const sound = /voice\.(webm|m4a)/;
  await page.route(sound, (route) => route.abort('connectionreset'));
  await openLesson(page);
  await page.getByLabel('Speed').selectOption('2');
  await page.getByRole('button', { name: 'Watch' }).click();
  await expect(page.getByText('Waiting for the network …')).toBeVisible();
  // Then it comes so slowly that it is still on its way when the line breaks.
  line.slow(SLOW);
  await page.unroute(sound);
  await playedTo(page, 1);
  for (const at of [6, 14, 22, 30]) {
    await playedTo(page, at + 4 * random());
    if (random() < 0.3) line.breakOff();
    else {
      line.cut();
      if (random() < 0.5) await page.getByRole('slider', { name: 'Time in the lesson' }).press('ArrowRight');
      // It stands, or plays on with what it has.
      const stood = await seconds(page);
      const stands = page.getByText('Waiting for the network …');
      await expect.poll(async () => (await stands.isVisible()) || (await seconds(page)) > stood + 4).toBe(true);
      line.mend();
    }
    line.slow(random() < 0.5 ? 4 * SLOW : SLOW);
    await playedTo(page, Math.min(51, (await seconds(page)) + 1));
  }
  line.slow(null);
  await expect(page.getByRole('button', { name: 'Watch again' })).toBeVisible();
  await expect(page.getByText(/kept here and counted later/)).toBeHidden();
  await page.goto('/desk');
  // What was leapt over with the arrow was not watched: all else was.
  await expect.poll(() => counted(page)).toBeGreaterThan(52 - 4 * 5 - 3);
  await context.close();
});

test('what was watched while the line was away is counted although the page was closed', async ({ browser, line }) => {
  const { page, context } = await learner(browser, 'bram.tolley', line);
  await openLesson(page);
  await page.getByRole('button', { name: 'Watch' }).click();
  await playedTo(page, 2);
  await playedTo(page, 3);
  line.cut();
  await playedTo(page, 8);
  const stood = await seconds(page);
  await page.close();
  line.mend();
  const again = await context.newPage();
  await again.goto('/desk');
  await expect.poll(() => counted(again)).toBeGreaterThan(stood - 1.5);
  expect(await counted(again)).toBeLessThan(stood + 1.5);
  await context.close();
});

test('what was watched after the session ended is counted once its learner is back', async ({ browser, line }) => {
  const { page, context } = await learner(browser, 'suvi.aldane', line);
  await openLesson(page);
  await page.getByRole('button', { name: 'Watch' }).click();
  await playedTo(page, 2);
  await context.clearCookies();
  const door = page.getByRole('dialog', { name: 'Your session has ended' });
  await expect(door).toBeVisible();
  // Nothing plays on behind it.
  await expect(page.getByRole('button', { name: 'Play', exact: true, includeHidden: true })).toBeAttached();
  const stood = await seconds(page);
  expect(stood).toBeGreaterThanOrEqual(2);
  await door.getByLabel('Name').fill('suvi.aldane');
  await door.getByLabel('Password', { exact: true }).fill(PASSWORD);
  await door.getByRole('button', { name: 'Sign in' }).click();
  await expect(door).toBeHidden();
  await expect.poll(() => counted(page)).toBeGreaterThan(stood - 1.5);
  await context.close();
});

test('a hand-in whose line breaks in the middle arrives by itself, once, as it was put in order', async ({
  browser,
  line,
}) => {
  const { page, context } = await learner(browser, 'rafe.quill', line);
  await openLesson(page);
  const files = [await blackAtTheTop(900, 1200), await noise(900, 1200)];
  await page
    .locator('input[type=file]')
    .setInputFiles(files.map((buffer, i) => ({ name: `sheet ${i + 1}.png`, mimeType: 'image/png', buffer })));
  await page.getByRole('button', { name: 'Move sheet 1.png down' }).click();
  await page.getByRole('button', { name: 'Turn sheet 1.png' }).click();
  // What the line holds back counts as sent in the browser: however much it says, the server has but the beginning.
  line.slow(200_000);
  await page.getByRole('button', { name: 'Hand in these 2 files' }).click();
  await expect(page.getByText(/^\d+ %$/)).toBeVisible();
  line.cut();
  await expect(page.getByText(/The network is away/)).toBeVisible();
  line.slow(null);
  line.mend();
  await expect(page.getByRole('heading', { name: 'Handed in' })).toBeFocused();
  await expect(page.getByText(/sheet 2\.png, sheet 1\.png/)).toBeVisible();
  await expect(page.getByText(/handed in \d times/)).toBeHidden();
  await context.close();

  // A quarter turn clockwise: what was on top is on the right, as its teacher sees it.
  const teacher = await asPerson(browser, 'ilse.marrow');
  const [, turned] = await handedInPages(teacher.page, 'Rafe Quill');
  expect(turned).toMatchObject({ width: 1200, height: 900, left: 'plain', right: 'black' });
  await teacher.context.close();
});

test('text that is typed is there after a reload, another place and a line that was away', async ({
  browser,
  line,
}) => {
  const { page, context } = await learner(browser, 'lio.marchetti', line);
  await openLesson(page);
  await page.getByLabel('Or type it').fill('Two metres at ten, I believe.');
  await page.reload();
  await expect(page.getByLabel('Or type it')).toHaveValue('Two metres at ten, I believe.');
  await page.getByRole('link', { name: 'Finished' }).click();
  await expect(page.getByRole('heading', { name: 'Finished' })).toBeVisible();
  await page.goBack();
  await expect(page.getByLabel('Or type it')).toHaveValue('Two metres at ten, I believe.');
  line.cut();
  await page.getByRole('button', { name: 'Hand in the text' }).click();
  await expect(page.getByText(/The network is away/)).toBeVisible();
  line.mend();
  await expect(page.getByRole('heading', { name: 'Handed in' })).toBeFocused();
  await context.close();
});

test('marks that are typed while the line is away are saved when it is back, also after leaving at once', async ({
  browser,
  line,
}) => {
  const { page, context } = await asPerson(browser, 'ilse.marrow', { baseURL: line.url });
  await page.goto('/marking');
  await page.getByRole('link', { name: 'Course to steer across a stream' }).click();
  await page.getByRole('link', { name: /^Kit Larkspur/ }).click();
  const comment = page.getByLabel('Comment');
  await expect(page.getByRole('heading', { name: 'Kit Larkspur' })).toBeFocused();
  line.cut();
  await comment.fill('Good triangle; look at the scale.');
  await expect(page.getByText(/kept here and saved later/)).toBeVisible();
  line.mend();
  await expect(page.getByText(/^Saved /)).toBeVisible();
  await comment.fill('Good triangle; look at the scale again.');
  await page.getByRole('link', { name: /^Tam Oriel/ }).click();
  await expect(page.getByRole('heading', { name: 'Tam Oriel' })).toBeFocused();
  await page.getByRole('link', { name: /^Kit Larkspur/ }).click();
  await page.reload();
  await expect(comment).toHaveValue('Good triangle; look at the scale again.');
  await context.close();
});

test(
  'a recording goes through a line that is cut at any moment, and is whole',
  { tag: '@real-time' },
  async ({ browser, line }) => {
    const random = seeded(SEED + 1);
    const { page, context } = await asPerson(browser, 'ilse.marrow', { baseURL: line.url });
    const { id } = await makeLesson(page, 'Through a bad line');
    await openRoom(page, id);
    await record(page);
    for (let i = 0; i < 3; i += 1) {
      await lasts(page, 0.5 + random());
      line.cut();
      await lasts(page, 0.5 + random());
      line.mend();
    }
    await lasts(page, 1);
    await stopAndSave(page);
    const [segment] = await segmentsOf(page, id);
    expect((segment!.end - segment!.start) / 1e6).toBeGreaterThan(4);
    await context.close();
  },
);
