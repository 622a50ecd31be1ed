import { expect, test } from '@playwright/test';
import { expectClean } from './support/axe.ts';
import { asPerson } from './support/people.ts';
import { followRequests } from './support/settled.ts';

test('a guardian sees what came back by a link, on a phone, until it is withdrawn', async ({ browser }) => {
  const { page: ilse } = await asPerson(browser, 'ilse.marrow');
  const phone = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const guardian = await phone.newPage();
  followRequests(guardian);
  await ilse.goto('/marking');
  await ilse.getByRole('link', { name: 'Course to steer across a stream' }).click();
  await ilse.getByRole('link', { name: /^Wren Calloway/ }).click();
  await ilse.getByRole('button', { name: 'Link for a guardian of Wren Calloway' }).click();
  const dialog = ilse.getByRole('dialog', { name: 'For a guardian of Wren Calloway' });
  await dialog.getByLabel('Open for').selectOption('3 days');
  await dialog.getByRole('button', { name: 'Make a link' }).click();
  const address = await dialog.getByLabel('Link', { exact: true }).inputValue();
  await expect(dialog.getByText(/not opened yet/)).toBeVisible();
  await expectClean(ilse);

  await test.step('it opens that feedback, with the child’s name and no other', async () => {
    await guardian.goto(address);
    await expect(guardian.getByRole('heading', { level: 1 })).toHaveText('Feedback: Course to steer across a stream');
    await expect(guardian.getByText('For the guardians of Wren Calloway')).toBeVisible();
    await expect(guardian.getByText(/of 20 points/)).toBeVisible();
    await expect(guardian.getByText(/Ilse|Marrow|10a/)).toHaveCount(0);
    await guardian.getByRole('button', { name: 'Watch', exact: true }).click();
    await expect(guardian.getByRole('button', { name: 'Pause' })).toBeVisible();
    await expectClean(guardian);
  });

  await test.step('it opens nothing else', async () => {
    await guardian.goto('/desk');
    await expect(guardian.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible();
    expect((await guardian.request.get('/api/desk')).status()).toBe(401);
  });

  await test.step('the teacher sees that it was opened, and withdraws it', async () => {
    await ilse.reload();
    await ilse.getByRole('button', { name: 'Link for a guardian of Wren Calloway' }).click();
    await expect(dialog.getByText(/opened (?!yet)/).first()).toBeVisible();
    await dialog.getByRole('button', { name: 'Withdraw' }).first().click();
    await expect(dialog.getByText(/^Ended/).first()).toBeVisible();
    await guardian.goto(address);
    await expect(guardian.getByRole('heading', { level: 1, name: 'This link has ended' })).toBeVisible();
    await expectClean(guardian);
  });
  await phone.close();
});

test('a guardian sees one lesson by a link that is made by keyboard alone', async ({ browser }) => {
  const { page: jon } = await asPerson(browser, 'jon.vale');
  const context = await browser.newContext();
  const guardian = await context.newPage();
  await jon.goto('/classes');
  await jon.getByRole('link', { name: 'Class page of Navigation 11a' }).click();
  await jon.getByRole('link', { name: 'From compass to true' }).click();
  const section = jon.getByRole('region', { name: 'For guardians' });
  await section.getByLabel('A guardian of', { exact: true }).selectOption('Gwen Holloway');
  await section.getByRole('button', { name: 'Link for a guardian of Gwen Holloway' }).focus();
  await jon.keyboard.press('Enter');
  const dialog = jon.getByRole('dialog', { name: 'For a guardian of Gwen Holloway' });
  await dialog.getByRole('button', { name: 'Make a link' }).focus();
  await jon.keyboard.press('Enter');
  await guardian.goto(await dialog.getByLabel('Link', { exact: true }).inputValue());
  await expect(guardian.getByRole('heading', { level: 1, name: 'From compass to true' })).toBeVisible();
  await expect(guardian.getByText('For the guardians of Gwen Holloway')).toBeVisible();
  await dialog.getByRole('button', { name: 'Withdraw' }).focus();
  await jon.keyboard.press('Enter');
  await expect(dialog.getByText(/^Ended/).first()).toBeVisible();
  await context.close();
});
