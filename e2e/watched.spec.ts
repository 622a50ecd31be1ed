import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { expectClean } from './support/axe.ts';
import { PHONE } from './support/firstSound.ts';
import { asPerson, lessonCalled } from './support/people.ts';

test('a teacher sees what to do about a lesson, who is behind, how it spreads, and goes to record the page again', async ({
  browser,
}) => {
  const { page, context } = await asPerson(browser, 'ilse.marrow', { permissions: ['microphone'] });
  const lesson = await lessonCalled(page, 'The rule of twelfths');
  await page.goto(`/lessons/${lesson}/watched`);
  const classes = page.getByLabel('Class', { exact: true });
  const of10b = await classes.locator('option', { hasText: '10b' }).first().getAttribute('value');
  await classes.selectOption(of10b!);
  await expect(page.getByRole('heading', { level: 1, name: 'Weather logs 10b' })).toBeVisible();
  const advice = page.getByRole('region', { name: 'What to do' });
  await expect(advice).toContainText(/\d of \d/);
  await expect(page.getByRole('heading', { name: 'Page by page' })).toBeVisible();
  await expect(page.getByText(/^\d+ of \d+ have watched it; \d+ have not begun\.$/)).toBeVisible();
  await expect(page.locator('figure svg')).toHaveCount(3);
  await expectClean(page);
  // The moment that was played most often is painted beside; the keys go to another one.
  const moment = page.getByRole('heading', { name: /^At \d+:\d\d, page \d$/ });
  await expect(page.getByRole('img', { name: /^Page \d of the lesson$/ })).toBeVisible();
  await page.getByRole('slider', { name: /^How often each part/ }).press('End');
  await expect(moment).toHaveText(/page [2-9]$/);
  await page.getByRole('slider', { name: /^How often each part/ }).press('Home');
  await expect(moment).toHaveText('At 0:00, page 1');
  const [saved] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Table as CSV' }).click(),
  ]);
  expect(readFileSync(await saved.path(), 'utf8')).toMatch(/^\uFEFFname,seen in per cent,[^\r]*\r\nCass Hallam,0\.0,/);
  const rows = page.getByRole('list', { name: 'Learners' }).getByRole('listitem');
  await page.getByLabel('Show').selectOption('Not begun');
  await expect(rows.first()).toContainText('Not begun');
  const notBegun = await rows.count();
  await page.getByRole('button', { name: /^Remind / }).click();
  const words = page.getByLabel('Your words');
  await expect(words).toHaveValue(/^“The rule of twelfths” is due .*\. Please watch it before then\.$/);
  await words.fill('The tide does not wait: watch it by Friday.');
  await expectClean(page);
  await page.getByRole('button', { name: 'Send it' }).click();
  await expect(rows.first()).toContainText('Reminded');
  const { context: phone, page: learner } = await asPerson(browser, 'cass.hallam', PHONE);
  await learner.goto('/news');
  await learner.getByRole('link', { name: 'Your teacher reminds you: The rule of twelfths' }).tap();
  await expect(learner.getByText('The tide does not wait: watch it by Friday.')).toBeVisible();
  await expectClean(learner);
  await phone.close();
  await page.getByLabel('Show').selectOption('Under half');
  await expect.poll(() => rows.count()).toBeGreaterThan(notBegun);
  await expectClean(page);
  await page.getByLabel('Show').selectOption('Played page 2 again');
  await expect(page.getByText('Nobody of the class.')).toBeVisible();
  // Where a page is what is to be looked at, it is one press away; here the way is taken that a link of it goes.
  const { pages } = (await (await page.request.get(`/api/lessons/${lesson}`)).json()) as { pages: { id: string }[] };
  await page.goto(`/lessons/${lesson}/record?page=${pages[2]!.id}`);
  await expect(page.getByText('Ready to record')).toBeVisible();
  await expect(page.getByRole('img', { name: 'Page 3, to write on' })).toBeVisible();
  await context.close();
});

test('classes stand side by side, and one learner over all lessons', async ({ browser }) => {
  const { page, context } = await asPerson(browser, 'ilse.marrow');
  const lesson = await lessonCalled(page, 'The rule of twelfths');
  await page.goto(`/lessons/${lesson}/watched`);
  const side = page.getByRole('region', { name: 'Classes side by side' });
  await expect(
    side.getByText(
      /^(.* has seen the most, \d+ % on average; .* the least, \d+ %|All have seen about as much: \d+ %|No class has begun yet)\.$/,
    ),
  ).toBeVisible();
  const other = side.getByRole('row').getByRole('button').first();
  const name = (await other.textContent())!;
  const label = (await other.getAttribute('aria-label'))!;
  await other.click();
  await expect(page.getByRole('heading', { level: 1, name })).toBeVisible();
  // Others may have given it to the same class once more: what is looked at is the row that was pressed.
  await expect(side.locator('[aria-current]')).toHaveText(name);
  await expect(side.getByRole('row').getByRole('button', { name: label, exact: true })).toHaveCount(0);
  await page.getByLabel('Show').selectOption('Under half');
  await page.getByRole('list', { name: 'Learners' }).getByRole('link').first().click();
  await expect(page.getByText(/^\d+ of \d+ watched/)).toBeVisible();
  // What others gave once more stands there too, each with when it is due.
  const rows = page.getByRole('list', { name: 'Lessons' }).getByRole('listitem').filter({ hasText: 'twelfths' });
  await expect(rows.first()).toContainText(/Due /);
  expect(new Set(await rows.allTextContents()).size).toBe(await rows.count());
  await expectClean(page);
  await rows.first().getByRole('link', { name: 'The rule of twelfths' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await context.close();
});
