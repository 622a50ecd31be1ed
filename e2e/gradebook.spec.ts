import { expect, test } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { expectClean } from './support/axe.ts';
import { newClass } from './support/classes.ts';
import { asPerson, copyLesson, give } from './support/people.ts';
import { onceKey } from './support/requests.ts';

test('the marks of a class: what is there, what waits and what is missing, with keys alone, somebody excused, and taken along', async ({
  browser,
}) => {
  const { page, context } = await asPerson(browser, 'ilse.marrow');
  const { id: classId, learners } = await newClass(page, browser, 3);
  await page.goto(`/classes/${classId}/marks`);
  await expect(page.getByRole('heading', { name: 'Nothing was asked for yet' })).toBeVisible();
  await expectClean(page);
  const title = `In the book ${randomUUID().slice(0, 4)}`;
  const lesson = await copyLesson(page, 'The rule of twelfths', title);
  const soon = new Date(Date.now() + 4000).toISOString();
  const assignment = await give(page, lesson, classId, { handIn: true, points: 10, dueAt: soon });
  for (const learner of learners.slice(0, 2)) {
    const path = `/api/assignments/${assignment}/hand-in/text`;
    const sent = await learner.request.put(path, { headers: onceKey(), data: { text: 'Steer 075.' } });
    expect(sent.status()).toBe(200);
  }
  const { queue } = (await (await page.request.get(`/api/marking/${assignment}`)).json()) as {
    queue: { submissionId: string; learnerName: string }[];
  };
  const first = queue.find(({ learnerName }) => learnerName === 'Learner 01')!.submissionId;
  const data = { points: 7, comment: '', times: 1, revision: 0 };
  const back = `/api/marking/hand-ins/${first}/hand-back`;
  expect((await page.request.post(back, { headers: onceKey(), data })).status()).toBe(204);

  const row = (name: string) => page.getByRole('row').filter({ hasText: name });
  // It is due in a moment: what is not there then is missing.
  await expect(async () => {
    await page.reload();
    await expect(row('Learner 03').getByRole('button', { name: 'missing' })).toBeVisible({ timeout: 10_000 });
  }).toPass();
  await expect(row('Learner 01')).toContainText('7 of 10 · 70 %');
  await expect(row('Learner 02').getByRole('link', { name: 'waits' })).toBeVisible();
  await expect(page.getByText('1 of 3 pieces of work that were due is handed back')).toBeVisible();
  await page.getByRole('button', { name: 'Change how it counts' }).click();
  const rules = page.getByRole('dialog', { name: /^How marks count in/ });
  await rules.getByLabel('Taken off for each day late').fill('10');
  await rules.getByLabel('Taken off at most').fill('30');
  await rules.getByRole('switch', { name: /^What is missing counts/ }).check();
  await rules.getByRole('switch', { name: /^Learners see what all of it comes to/ }).check();
  const said =
    '10 % of what it is worth is taken off for each day late, 30 % at most. What is missing counts as no points.';
  await expect(rules.getByRole('status')).toContainText(said);
  await expectClean(page);
  await page.keyboard.press('Enter');
  await expect(rules).toHaveCount(0);
  await expect(page.getByText(said)).toBeVisible();
  await expect(row('Learner 03')).toContainText('0 of 10 · 0 %');
  await expect(page.getByText(/one is under half/)).toBeVisible();
  await expectClean(page);

  await row('Learner 03').getByRole('button', { name: 'missing' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog', { name: `Learner 03: ${title}` })).toBeVisible();
  await expectClean(page);
  await expect(page.getByRole('button', { name: 'Excuse Learner 03' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(row('Learner 03').getByRole('button', { name: 'excused' })).toBeVisible();
  await expect(row('Learner 03')).not.toContainText('of 10 ·');

  const phone = await learners[2]!.newPage();
  await phone.goto(`/desk/${assignment}`);
  await expect(phone.getByText('You are excused: nothing has to be handed in.')).toBeVisible();
  await expectClean(phone);

  const own = await learners[0]!.newPage();
  await own.setViewportSize({ width: 390, height: 844 });
  await own.goto(`/class/${classId}`);
  await own.getByRole('link', { name: 'Your marks in this class' }).click();
  await expect(own.getByText('7 of 10 points so far: 70 %.')).toBeVisible();
  await expect(own.getByText(said)).toBeVisible();
  await expect(own.getByText('Learner 02')).toHaveCount(0);
  await expectClean(own);
  await own.getByRole('link', { name: title }).click();
  await expect(own.getByRole('heading', { name: `Feedback: ${title}` })).toBeVisible();
  const paper = own.waitForEvent('download');
  await own.getByRole('link', { name: 'Keep it as a PDF' }).click();
  expect((await paper).suggestedFilename()).toMatch(/Learner 01\.pdf$/);

  const file = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Table as CSV' }).click();
  expect((await file).suggestedFilename()).toBe('marks.csv');
  await page.getByLabel('Table with points, as CSV').setInputFiles({
    ...{ name: 'points.csv', mimeType: 'text/csv' },
    buffer: Buffer.from(`name;${title}\nLearner 01;8,5\nLearner 02;6\nSomebody else;1\n`),
  });
  const brought = page.getByRole('dialog', { name: 'Points from points.csv' });
  await expect(brought.getByText(/^2 are new or other than before\. One was handed back/)).toBeVisible();
  await expect(brought.getByText('Line 4: Nobody of that name is in the class.')).toBeVisible();
  await expectClean(page);
  await brought.getByRole('button', { name: 'Give points for 2' }).click();
  await expect(row('Learner 01')).toContainText('8.5 of 10 · 85 %');
  await row('Learner 02').getByRole('link', { name: 'waits' }).click();
  await expect(page.getByRole('heading', { level: 2, name: 'Learner 02' })).toBeVisible();
  await Promise.all(learners.map((learner) => learner.close()));
  await context.close();
});
