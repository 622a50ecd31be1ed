import { expect, test } from '@playwright/test';
import { expectClean } from './support/axe.ts';
import { asPerson } from './support/people.ts';

const OWN = 'three gulls on a mast';

/* What a teacher looks at, a keeper can read of. */
test('a keeper reads who saw what of whom', async ({ browser }) => {
  const teacher = await asPerson(browser, 'jon.vale');
  await teacher.page.goto('/');
  await teacher.page.getByRole('link', { name: 'Classes', exact: true }).click();
  await expect(teacher.page.getByRole('heading', { level: 1, name: 'Classes' })).toBeVisible();
  await teacher.page.locator('.ob-rows').getByRole('link').first().click();
  await expect(teacher.page.getByRole('button', { name: 'Add learners' })).toBeVisible();
  const name = await teacher.page.getByRole('heading', { level: 1 }).textContent();

  const { page, context } = await asPerson(browser, 'keeper');
  await page.goto('/');
  await page.getByRole('link', { name: 'Who saw what' }).click();
  await page.getByLabel('Search by the name of a person or a class').fill('vale');
  const line = page.getByRole('listitem').filter({ hasText: `looked at who is in ${name}` });
  await expect(line.first()).toContainText('Jon Vale');
  await expectClean(page);

  await line.first().getByRole('link', { name: 'Jon Vale' }).click();
  await expect(page.getByRole('cell', { name: 'jon.vale', exact: true })).toBeVisible();
  await expectClean(page);
  await teacher.context.close();
  await context.close();
});

test('a keeper signs somebody out wherever they are, and that is written down', async ({ browser }) => {
  const { page, context } = await asPerson(browser, 'keeper');
  // Somebody of this test's own: nobody else's test is signed out with them.
  const made = await page.request.post('/api/people', { data: { role: 'teacher', people: [{ name: 'Orla Fenn' }] } });
  const [{ id, signInName }] = (await made.json()) as [{ id: string; signInName: string }];
  const { password } = (await (await page.request.get(`/api/people/${id}/first-password`)).json()) as {
    password: string;
  };
  const other = await browser.newContext();
  await other.request.post('/api/session', { data: { name: signInName, password } });
  await other.request.put('/api/password', { data: { current: password, next: OWN } });
  const theirs = await other.newPage();
  await theirs.goto('/today');
  await expect(theirs.getByRole('button', { name: 'Sign out' })).toBeVisible();

  await page.goto(`/people/${id}`);
  await expect(page.getByText(/^signed in on one device/)).toBeVisible();
  await page.getByRole('button', { name: 'Sign out everywhere' }).click();
  await expect(page.getByText('signed in nowhere now')).toBeVisible();
  await theirs.reload();
  await expect(theirs.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible();
  await page.getByRole('link', { name: 'Who saw what' }).click();
  const line = page.getByRole('listitem').filter({ hasText: 'signed out everywhere Orla Fenn' });
  await expect(line.first()).toContainText('Orrin Bell');
  await expect(line.first()).toContainText('changed');
  await other.close();
  await context.close();
});
