import { expect, test } from '@playwright/test';
import { expectClean } from './support/axe.ts';

/* The school's own sign-in: there, and back to where one wanted to be. */
test('a learner comes in by the school’s own sign-in, and a stranger does not', async ({ page }) => {
  await page.goto('/sign-in?to=/account');
  const own = page.getByRole('link', { name: 'Sign in with a Skerry Quay account' });
  await expect(own).toBeVisible();
  await expectClean(page);

  await test.step('nobody is let in whose address is not known', async () => {
    await own.click();
    await expect(page.getByRole('heading', { name: 'Who are you?' })).toBeVisible();
    await page.getByLabel('Another mail address').fill('stranger@elsewhere.example');
    await page.getByRole('button', { name: 'Go on' }).click();
    await expect(page.getByRole('alert')).toContainText('Nobody is known here by the address');
    await expectClean(page);
  });

  await test.step('whoever is known comes in, to where they wanted', async () => {
    await page.goto('/sign-in?to=/account');
    await own.click();
    await page.getByRole('button', { name: 'Tam Oriel, learner' }).click();
    await expect(page.getByRole('heading', { name: 'Account' })).toBeVisible();
    await expect(page.getByRole('link', { name: 'Tam Oriel' })).toBeVisible();
  });

  await test.step('and out as anybody does', async () => {
    await page.getByRole('button', { name: 'Sign out' }).click();
    await expect(own).toBeVisible();
  });
});
