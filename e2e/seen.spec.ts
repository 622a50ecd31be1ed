import { expect, test } from '@playwright/test';
import { expectClean } from './support/axe.ts';
import { asPerson } from './support/people.ts';

/* What a teacher looks at, a keeper can read of. */
test('a keeper reads who saw what of whom, and signs somebody out', async ({ browser }) => {
  const teacher = await asPerson(browser, 'jon.vale');
  await teacher.page.getByRole('link', { name: 'Classes', exact: true }).click();
  await teacher.page.locator('.ob-rows').getByRole('link').first().click();
  await expect(teacher.page.getByRole('button', { name: 'Add learners' })).toBeVisible();
  const name = await teacher.page.getByRole('heading', { level: 1 }).textContent();

  const { page, context } = await asPerson(browser, 'keeper');
  await page.getByRole('link', { name: 'Who saw what' }).click();
  await page.getByLabel('Search by the name of a person or a class').fill('vale');
  const line = page.getByRole('listitem').filter({ hasText: `looked at who is in ${name}` });
  await expect(line.first()).toContainText('Jon Vale');
  await expectClean(page);

  await line.first().getByRole('link', { name: 'Jon Vale' }).click();
  await expect(page.getByRole('cell', { name: 'jon.vale' })).toBeVisible();
  await expectClean(page);
  await page.getByRole('button', { name: 'Sign out everywhere' }).click();
  await expect(page.getByText('signed in nowhere now')).toBeVisible();
  await teacher.page.reload();
  await expect(teacher.page.getByRole('button', { name: 'Sign in' })).toBeVisible();
  await page.getByRole('link', { name: 'Who saw what' }).click();
  const own = page.getByRole('listitem').filter({ hasText: 'signed out everywhere Jon Vale' });
  await expect(own).toContainText('Orrin Bell');
  await expect(own).toContainText('changed');
  await teacher.context.close();
  await context.close();
});
