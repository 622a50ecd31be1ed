import { expect, test } from '@playwright/test';
import { expectClean } from './support/axe.ts';
import { asPerson } from './support/people.ts';

test('a learner joins a class by its code, with the teacher’s yes, and reads in the letters that they need', async ({
  browser,
}) => {
  const teacher = await asPerson(browser, 'ilse.marrow');
  const learner = await asPerson(browser, 'idris.penhale');
  const { page } = teacher;
  // As if nobody had ever chosen anything.
  await learner.page.request.put('/api/look', { data: { textSize: null, lessMotion: false } });
  const needs = { captions: false, largerText: false, extraTime: 0 };
  const person = (await (await learner.page.request.get('/api/session')).json()) as { id: string };
  await page.request.put(`/api/people/${person.id}/needs`, { data: needs });
  const name = `Radio watch ${Date.now() % 100_000}`;
  const response = await page.request.post('/api/classes', { data: { name, course: 'Weather logs' } });
  const { id } = (await response.json()) as { id: string };

  await page.goto(`/classes/${id}`);
  await page.getByRole('button', { name: 'More for this class' }).click();
  await page.getByRole('menuitem', { name: 'Join code' }).click();
  await page.getByRole('button', { name: 'Make a code' }).click();
  const code = (await page.getByRole('heading', { name: /^[2-9A-Z]{4}-[2-9A-Z]{4}$/ }).textContent())!;
  await expect(page.getByRole('img', { name: 'The same code for a camera' })).toBeVisible();
  await expectClean(page);
  await page.keyboard.press('Escape');

  await learner.page.goto('/desk');
  await learner.page.getByRole('button', { name: 'Join a class' }).click();
  const field = learner.page.getByLabel('The code of the class');
  await field.fill('K7MP-2QRT');
  await learner.page.getByRole('button', { name: 'Ask to join' }).click();
  await expect(learner.page.getByText('No class has this code, or its time is over.')).toBeVisible();
  await expectClean(learner.page);
  await field.fill(code.toLowerCase());
  await learner.page.getByRole('button', { name: 'Ask to join' }).click();
  await expect(learner.page.getByText(`You asked to join ${name}`)).toBeVisible();

  // Nothing is loaded anew: the teacher sees who asks, and the learner sees the answer.
  await expect(page.getByRole('heading', { name: 'Ask to join' })).toBeVisible();
  await expectClean(page);
  await page.getByRole('button', { name: 'Let Idris Penhale in' }).click();
  await expect(page.getByRole('region', { name: 'Learners' }).getByText('Idris Penhale')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Ask to join' })).toBeHidden();
  await expect(learner.page.getByText(`You asked to join ${name}`)).toBeHidden();

  await page.getByRole('button', { name: 'Make a group' }).click();
  await page.getByRole('dialog').getByLabel('Name').fill('Port watch');
  await page.getByRole('checkbox', { name: 'Idris Penhale' }).check();
  await page.getByRole('button', { name: 'Make the group' }).click();
  await expect(page.getByRole('region', { name: 'Groups' }).getByText('Idris Penhale')).toBeVisible();

  const letters = () =>
    learner.page.evaluate(() => Number.parseFloat(getComputedStyle(document.documentElement).fontSize));
  const usual = await letters();
  await page.getByRole('button', { name: 'More for Idris Penhale' }).click();
  await page.getByRole('menuitem', { name: 'What they need' }).click();
  await page.getByLabel('Larger text').check();
  await page.getByLabel('Time for work').selectOption('50 % more');
  await expectClean(page);
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('larger text · 50 % more time')).toBeVisible();
  await learner.page.reload();
  await expect.poll(letters).toBeCloseTo(usual * 1.15, 1);

  await learner.page.goto('/account');
  await learner.page.getByText('Usual', { exact: true }).click();
  await expect.poll(letters).toBe(usual);
  // Checked once the server was told.
  await learner.page.getByLabel('Less motion').click();
  await expect(learner.page.getByLabel('Less motion')).toBeChecked();
  await expect(learner.page.locator('html')).toHaveAttribute('data-still', 'yes');
  await expectClean(learner.page);

  await teacher.context.close();
  await learner.context.close();
});
