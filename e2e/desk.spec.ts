import { expect, test, type BrowserContext } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { expectClean } from './support/axe.ts';
import { newClass } from './support/classes.ts';
import { asPerson, copyLesson, give } from './support/people.ts';
import { slides } from './support/papers.ts';
import { onceKey } from './support/requests.ts';
import { lasts } from './support/room.ts';

const HANDS = 30;
/** These are spoken on; all others are written on and marked. */
const SPOKEN = new Set([0, 1, 2]);

/** What the i-th learner hands in: text, a PDF or a photograph. */
async function handIn({ request }: BrowserContext, assignment: string, i: number): Promise<void> {
  const path = `/api/assignments/${assignment}/hand-in`;
  const headers = onceKey();
  if (i % 5 === 1) {
    const files = { name: 'plan.pdf', mimeType: 'application/pdf', buffer: await slides(2) };
    expect((await request.put(`${path}/files`, { headers, multipart: { files } })).status()).toBe(200);
  } else if (i % 5 === 2) {
    const buffer = await sharp({ create: { width: 600, height: 800, channels: 3, background: '#d8d0c0' } })
      .png()
      .toBuffer();
    const files = { name: 'plan.png', mimeType: 'image/png', buffer };
    expect((await request.put(`${path}/files`, { headers, multipart: { files } })).status()).toBe(200);
  } else {
    const text = `Leg ${i + 1}: steer 075, 36 minutes.`;
    expect((await request.put(`${path}/text`, { headers, data: { text } })).status()).toBe(200);
  }
}

const RUBRIC = {
  name: 'Passage plans',
  courseId: null,
  criteria: ['Course', 'Stream', 'Compass', 'Time', 'Words'].map((name, line) => ({
    id: `line${line}`,
    name,
    weight: 1,
    levels: [0, 2, 4].map((points) => ({ id: `l${points}`, name: `worth ${points}`, points, description: '' })),
  })),
};

test('thirty hand-ins of mixed kinds are marked in one sitting by keys alone, and three learners hear, answer back and ask again @real-time', async ({
  browser,
}) => {
  test.setTimeout(900_000);
  const { page, context } = await asPerson(browser, 'ilse.marrow', { permissions: ['microphone'] });
  await page.addInitScript(() => {
    localStorage.setItem('oakbell.countdown', '0');
    localStorage.setItem('oakbell.marking-order', 'name');
  });
  const { id: classId, learners } = await newClass(page, browser, HANDS);
  const title = `Thirty plans ${randomUUID().slice(0, 4)}`;
  const given = await copyLesson(page, 'The rule of twelfths', title);
  const assignment = await give(page, given, classId, { handIn: true, points: 20 });
  for (const [i, learner] of learners.entries()) await handIn(learner, assignment, i);
  const rubric = (await (await page.request.post('/api/rubrics', { data: RUBRIC })).json()) as { id: string };
  await page.request.put(`/api/assignments/${assignment}/rubric`, { data: { rubricId: rubric.id } });

  let keys = 0;
  const press = async (key: string) => {
    keys += 1;
    await page.keyboard.press(key);
  };
  await test.step('the pages of all are drawn, and the queue says how many are left', async () => {
    await page.goto(`/marking/${assignment}`);
    await expect(page.getByText('30 are left.')).toBeVisible();
    await expect(page.getByRole('heading', { level: 2, name: 'Learner 01' })).toBeVisible();
    await expect(page.getByRole('img', { name: 'Page 1, to write on' })).toBeVisible();
    await expectClean(page);
  });

  for (let i = 0; i < HANDS; i += 1)
    await test.step(`hand-in ${i + 1}`, async () => {
      const name = `Learner ${String(i + 1).padStart(2, '0')}`;
      await expect(page.getByRole('heading', { level: 2, name })).toBeVisible();
      await expect(page.getByRole('img', { name: 'Page 1, to write on' })).toBeVisible();
      await expect(page.locator('a[aria-current=page]').filter({ hasText: name })).toBeInViewport();
      keys = 0;
      await press('k');
      if (SPOKEN.has(i)) {
        await expect(page.getByText('Ready to record')).toBeVisible();
        await expect(page.getByRole('button', { name: 'Record', exact: true })).toBeEnabled();
        await press('r');
        await expect(page.getByRole('button', { name: 'Pause', exact: true })).toBeVisible();
      }
      await press('g');
      for (let line = 0; line < 5; line += 1) await press(line === 4 ? '2' : '3');
      await expect(page.getByLabel('Points, up to 20')).toHaveValue('18');
      if (SPOKEN.has(i)) await lasts(page, 1.5);
      // The last but two wait for the others.
      await press(i < HANDS - 2 ? 'Control+Enter' : 'Control+Shift+Enter');
      if (SPOKEN.has(i)) expect(keys).toBeLessThanOrEqual(12);
      await expect(page.getByRole('status').filter({ hasText: name })).toBeVisible();
    });
  await expect(page.getByText('All are marked.')).toBeVisible();
  await expect(page.getByText(/about .* at this pace/)).toHaveCount(0);

  await test.step('those that were kept are handed back together', async () => {
    await page.getByRole('button', { name: 'Hand back the 2 ready' }).click();
    await expect(page.getByRole('link', { name: /Learner 30/ })).toContainText('handed back');
    const desk = (await (await page.request.get(`/api/marking/${assignment}`)).json()) as {
      queue: { state: string; points: number }[];
    };
    expect(desk.queue.filter(({ state, points }) => state === 'handed-back' && points === 18)).toHaveLength(HANDS);
    await expectClean(page);
  });

  for (const i of SPOKEN)
    await test.step(`learner ${i + 1} hears it, answers back and asks again`, async () => {
      const phone = await learners[i]!.newPage();
      await phone.goto(`/feedback/${assignment}`);
      await expect(phone.getByText('18 of 20 points').first()).toBeVisible();
      const rubricHere = phone.getByRole('region', { name: 'Rubric' });
      await expect(rubricHere.getByRole('listitem')).toHaveCount(5);
      await phone.getByRole('button', { name: 'Watch', exact: true }).tap();
      await expect(phone.getByRole('button', { name: 'Watch again' })).toBeVisible();
      // Each line can be heard from where it was spoken of.
      await rubricHere
        .getByRole('button', { name: /^Hear it from/ })
        .first()
        .tap();
      await phone.getByRole('button', { name: 'Answer your teacher' }).tap();
      await phone.getByLabel('Your answer').fill('I had the stream the right way round.');
      await phone.getByLabel('Please look at the marks again').check();
      await phone.getByRole('button', { name: 'Send', exact: true }).tap();
      await expect(phone.getByText(/^You, .* · please look again$/)).toBeVisible();
      await expectClean(phone);
      await phone.close();
    });

  await test.step('what asks again stands in the queue, and the answer is found by both', async () => {
    await page.getByLabel('Show').selectOption('With an answer that waits');
    const rows = page.getByRole('navigation', { name: 'Hand-ins' }).getByRole('listitem');
    await expect(rows).toHaveCount(3);
    await expect(rows.first()).toContainText('please look again');
    await rows.first().getByRole('link').click();
    await expect(page.getByText('I had the stream the right way round.')).toBeVisible();
    await page.getByRole('button', { name: 'Say something to it' }).click();
    await page.getByLabel('Your answer').fill('You are right. I have looked again.');
    await page.getByRole('button', { name: 'Send', exact: true }).click();
    await expect(rows).toHaveCount(2);
    const phone = await learners[0]!.newPage();
    await phone.goto(`/feedback/${assignment}`);
    await expect(phone.getByText('You are right. I have looked again.')).toBeVisible();
  });
  await context.close();
  for (const learner of learners) await learner.close();
});
