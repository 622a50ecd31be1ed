import { expect, test } from '@playwright/test';
import { expectClean } from './support/axe.ts';
import { asPerson } from './support/people.ts';

interface Mail {
  readonly to: string;
  readonly subject: string;
  readonly text: string;
}
/** What has come to an address, the latest first. */
async function mailsTo(address: string): Promise<readonly Mail[]> {
  const response = await fetch(`${process.env['OAKBELL_MAIL_PAGE']}/mails.json`);
  return ((await response.json()) as Mail[]).filter((one) => one.to === address);
}

test('a forgotten password is chosen anew by mail, and everybody says how they are called and what mail they want', async ({
  browser,
}) => {
  const keeper = await asPerson(browser, 'keeper');
  const signInName = `petra.holm${Date.now() % 1_000_000}`;
  const mail = `${signInName}@skerry.example`;
  const { request } = keeper.page;
  const people = [{ name: 'Petra Holm', signInName }];
  const added = await request.post('/api/people', { data: { role: 'teacher', people } });
  const [{ id }] = (await added.json()) as [{ id: string }];
  await request.patch(`/api/people/${id}`, { data: { name: 'Petra Holm', signInName, mail } });

  const context = await browser.newContext();
  const page = await context.newPage();
  await test.step('a mail leads to a new password', async () => {
    await page.goto('/sign-in');
    await page.getByRole('link', { name: 'Forgotten your password?' }).click();
    await page.getByRole('button', { name: 'Send me a mail' }).click();
    await expect(page.getByText('Type the name you sign in with')).toBeVisible();
    await page.getByLabel('Name or mail address').fill(mail.toUpperCase());
    await page.getByRole('button', { name: 'Send me a mail' }).click();
    await expect(page.getByText('a mail is on its way')).toBeVisible();
    await expectClean(page);
    await expect.poll(async () => (await mailsTo(mail)).length).toBe(1);
    const [{ text }] = (await mailsTo(mail)) as [Mail];
    const link = new URL(/http\S+new-password\S+/.exec(text)![0]);
    await page.goto(link.pathname + link.hash);
    await page.getByLabel('New password', { exact: true }).fill('petra.holm');
    await page.getByLabel('New password again').fill('petra.holm');
    await page.getByRole('button', { name: 'Use this password' }).click();
    await expect(page.getByText(/At least|Leave your own/).first()).toBeVisible();
    await page.getByLabel('New password', { exact: true }).fill('nine terns on a buoy');
    await page.getByLabel('New password again').fill('nine terns on a buoy');
    await page.getByRole('button', { name: 'Use this password' }).click();
    await expect(page.getByText('Your new password is kept')).toBeVisible();
    // The same address opens nothing any more.
    const other = await context.newPage();
    await other.goto(link.pathname + link.hash);
    await other.getByLabel('New password', { exact: true }).fill('ten terns on a buoy');
    await other.getByLabel('New password again').fill('ten terns on a buoy');
    await other.getByRole('button', { name: 'Use this password' }).click();
    await expect(other.getByText('This address was used already')).toBeVisible();
    await expectClean(other);
    await other.getByRole('link', { name: 'Ask for another mail' }).click();
    await expect(other.getByLabel('Name or mail address')).toBeVisible();
    await other.close();
  });

  await test.step('signing in in a new browser is told by mail', async () => {
    await page.getByLabel('Name').fill(signInName);
    await page.getByLabel('Password', { exact: true }).fill('nine terns on a buoy');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await expect(page.getByRole('button', { name: 'Sign out' })).toBeVisible();
    await expect
      .poll(async () => (await mailsTo(mail)).map(({ subject }) => subject).toSorted())
      .toEqual(['A new password for Oak Bell', 'A new sign-in to Oak Bell', 'Your password for Oak Bell was changed']);
  });

  await test.step('a name and the mail that is wanted are chosen', async () => {
    await page.goto('/account');
    await expect(page.getByText(mail)).toBeVisible();
    const wish = page.getByRole('switch', { name: 'Tell me of new sign-ins' });
    await expect(wish).toBeChecked();
    await wish.click();
    await expect(wish).not.toBeChecked();
    await page.getByLabel('Name as shown').fill('Petra H.');
    await page.getByRole('button', { name: 'Use this name' }).click();
    await expect(page.getByText('In the school’s register you are Petra Holm.')).toBeVisible();
    await expectClean(page);
    await page.reload();
    await expect(wish).not.toBeChecked();
    await keeper.page.goto(`/people/${id}`);
    await expect(keeper.page.getByRole('heading', { level: 1, name: 'Petra H.' })).toBeVisible();
    await expect(keeper.page.getByRole('row', { name: 'In the register Petra Holm' })).toBeVisible();
    await page.getByRole('button', { name: 'Use the register’s name again' }).click();
    await expect(page.getByText('The name your school has for you.')).toBeVisible();
  });

  await test.step('the keeper tries whether mail goes out', async () => {
    await keeper.page.goto('/school');
    await keeper.page.getByLabel('Try it with an address of yours').fill(`trial-${mail}`);
    await keeper.page.getByRole('button', { name: 'Send a mail there' }).click();
    await expect.poll(async () => (await mailsTo(`trial-${mail}`)).length).toBe(1);
    await expectClean(keeper.page);
  });
  await context.close();
  await keeper.context.close();
});
