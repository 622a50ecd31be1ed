import { expect, test } from '@playwright/test';
import { asPerson, comeIn, makeLesson, signIn } from './support/people.ts';
import { lasts, openRoom, record } from './support/room.ts';

test(
  'a recording is not left without a word: it goes on while that is decided, and is kept when it is stopped',
  { tag: '@real-time' },
  async ({ page }) => {
    await signIn(page, 'ilse.marrow');
    const { id } = await makeLesson(page, 'Left in the middle');
    await openRoom(page, id);
    const steps = page.getByRole('navigation', { name: 'Steps of the lesson' });
    await steps.getByRole('link', { name: 'Pages' }).click();
    await expect(page.getByRole('heading', { name: /^Pages: / })).toBeAttached();
    await steps.getByRole('link', { name: 'Record' }).click();
    await expect(page.getByText('Ready to record')).toBeVisible();
    await record(page);
    await lasts(page, 1);
    await page.goBack();
    const asked = page.getByRole('dialog', { name: 'You are recording' });
    await expect(asked).toBeVisible();
    await asked.getByRole('button', { name: 'Go on recording' }).click();
    await expect(asked).toBeHidden();
    await expect(page).toHaveTitle(/^Recording/);
    await lasts(page, 1);
    await page.goBack();
    await asked.getByRole('button', { name: 'Stop it and leave' }).click();
    await expect(page).not.toHaveTitle(/Recording/);
    await page.goto('/today');
    const left = page
      .getByRole('region', { name: 'Recordings that were broken off' })
      .getByRole('listitem')
      .filter({ has: page.locator(`a[href*="${id}"]`) });
    await left.getByRole('button', { name: 'Keep it' }).click();
    await expect(left).toHaveCount(0);
    await page.goto(`/lessons/${id}/polish`);
    await expect(page.getByText(/ long$/)).toBeVisible();
  },
);

test('who signs out, or in, is out or in on every tab of the browser at once', async ({ browser }) => {
  const { page, context } = await asPerson(browser, 'ilse.marrow');
  await page.goto('/');
  const other = await context.newPage();
  await other.goto('/marking');
  await expect(other.getByRole('heading', { name: 'Marking' })).toBeVisible();
  await page.getByRole('button', { name: 'Sign out' }).click();
  for (const tab of [page, other]) {
    await expect(tab.getByRole('button', { name: 'Sign in' })).toBeVisible();
    await expect(tab.getByText(/Ilse/)).toHaveCount(0);
  }
  // Somebody else sits down at one of them.
  await comeIn(page, 'kofi.lunt');
  for (const tab of [page, other]) {
    await expect(tab.getByRole('heading', { name: 'On my desk' })).toBeVisible();
    await expect(tab.getByRole('link', { name: 'Kofi Lunt' })).toBeVisible();
  }
  await context.close();
});

test('everything in the recording room can be pressed, however many pages there are', async ({ page }) => {
  await signIn(page, 'ilse.marrow');
  const { id } = await makeLesson(page, 'Nine boards', 9);
  await openRoom(page, id);
  for (const name of ['Add a board', 'Add a live window']) {
    const button = page.getByRole('button', { name });
    await button.scrollIntoViewIfNeeded();
    expect((await button.boundingBox())!.height).toBeGreaterThanOrEqual(24);
  }
});

test('a place that cannot be fetched opens by itself when the server is there again', async ({ page }) => {
  await comeIn(page, 'ilse.marrow');
  await page.route(/\/assets\/.*\.js/, (route) => route.abort('connectionrefused'));
  await page.route('**/health/ready', (route) => route.abort('connectionrefused'));
  await page.getByRole('link', { name: 'Classes' }).click();
  await expect(page.getByRole('heading', { name: 'Waiting for the school server' })).toBeVisible();
  await page.unrouteAll();
  await expect(page.getByRole('heading', { name: 'Classes' })).toBeVisible();
});
