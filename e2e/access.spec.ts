import { expect, test } from '@playwright/test';
import { expectClean } from './support/axe.ts';
import { asPerson, makeLesson, signIn } from './support/people.ts';

test('the screens of a teacher pass axe', { tag: '@real-time' }, async ({ page }) => {
  await page.goto('/sign-in');
  await expectClean(page);
  await signIn(page, 'ilse.marrow');
  await expectClean(page);
  for (const place of ['Lessons', 'Classes', 'Marking']) {
    await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: place }).click();
    await expect(page.getByRole('heading', { level: 1, name: place })).toBeVisible();
    await expectClean(page);
  }
  await page.goto('/lessons?new');
  await expect(page.getByLabel('Title', { exact: true })).toBeVisible();
  await expectClean(page);
  await page.getByRole('link', { name: 'The rule of twelfths' }).click();
  await expect(page.getByRole('slider', { name: 'Where the lesson starts' })).toBeVisible();
  await expectClean(page);
  for (const step of ['Pages', 'Record', 'Assign', 'Watched']) {
    await page.getByRole('navigation', { name: 'Steps of the lesson' }).getByRole('link', { name: step }).click();
    await expectClean(page);
  }
  // The recording room with a camera, and with its settings open.
  const { id } = await makeLesson(page, 'With everything', 1);
  await page.goto(`/lessons/${id}/record`);
  await page.getByRole('button', { name: 'Camera', exact: true }).click();
  await page.getByRole('switch', { name: 'Camera' }).click();
  await expect(page.getByText('Delay of the picture, ms')).toBeVisible();
  await expectClean(page);
  await page.keyboard.press('Escape');
  await expectClean(page);
  await page.getByRole('button', { name: 'Add a live window' }).click();
  await expect(page.getByRole('button', { name: 'Choose a window' })).toBeVisible();
  await expectClean(page);
  await page.goto('/marking');
  await page
    .getByRole('link', { name: /^Mark \d/ })
    .first()
    .click();
  await expect(page.getByText('Ready to record')).toBeVisible();
  await expectClean(page);
});

test('the screens of a learner pass axe, on a phone too', { tag: '@real-time' }, async ({ browser }) => {
  for (const viewport of [
    { width: 1280, height: 800 },
    { width: 390, height: 844 },
  ]) {
    const { page, context } = await asPerson(browser, 'wren.calloway', { viewport });
    await expect(page.getByRole('heading', { name: 'On my desk' })).toBeVisible();
    await expectClean(page);
    await page.getByRole('link', { name: /The rule of twelfths/ }).click();
    await expect(page.getByRole('slider', { name: 'Time in the lesson' })).toBeVisible();
    await expectClean(page);
    await page.getByRole('link', { name: 'Record your answer' }).click();
    await expect(page.getByText('Ready to record')).toBeVisible();
    await expectClean(page);
    expect(await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBeLessThanOrEqual(0);
    await page.goto('/desk?list=feedback');
    await page.getByRole('link', { name: /Course to steer/ }).click();
    await expect(page.getByText('17 of 20 points')).toBeVisible();
    await expectClean(page);
    expect(await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBeLessThanOrEqual(0);
    await context.close();
  }
});

test('a lesson is watched with the keyboard alone', async ({ browser }) => {
  const { page, context } = await asPerson(browser, 'maren.voss');
  await page.getByRole('link', { name: /The rule of twelfths/ }).focus();
  await page.keyboard.press('Enter');
  const time = page.getByRole('slider', { name: 'Time in the lesson' });
  await expect(time).toBeVisible();
  const at = async () => Number(await time.getAttribute('aria-valuenow'));
  await page.locator('body').press('Space');
  await expect.poll(at).toBeGreaterThanOrEqual(1);
  await page.locator('body').press('Space');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  const stood = await at();
  await page.locator('body').press('ArrowRight');
  await expect.poll(at).toBe(stood + 10);
  await page.locator('body').press('+');
  await expect(page.getByLabel('Speed')).toHaveValue('1.25');
  await page.locator('body').press('PageDown');
  await expect.poll(at).toBeGreaterThan(stood + 10);
  await context.close();
});

test('the keys of a screen are shown with a question mark', async ({ page }) => {
  await signIn(page, 'ilse.marrow');
  await page.goto('/lessons');
  await page.getByRole('link', { name: 'The rule of twelfths' }).click();
  await expect(page.getByRole('slider', { name: 'Where the lesson starts' })).toBeVisible();
  await page.keyboard.press('?');
  const keys = page.getByRole('dialog', { name: 'Keys on this screen' });
  await expect(keys).toContainText('Ctrl+Shift+Z');
  await expectClean(page);
  await page.keyboard.press('Escape');
  await expect(keys).toBeHidden();
});
