import { expect, test, type Page } from '@playwright/test';
import { expectClean } from './support/axe.ts';
import { asPerson } from './support/people.ts';

/* A list of people becomes a class, and the school what it was before. */
const LINES = [
  'No;Surname;Forename;Form;Guardian phone',
  '7001;Oriel;Tam;7q;555 1',
  '7002;Sedge;Marnie;7q;555 2',
  '7003;Tarn;Ottilie;7q;',
  '7004;;;7q;',
];
async function bring(page: Page, lines: readonly string[] = LINES): Promise<void> {
  await page.goto('/rosters');
  const file = { name: 'autumn.csv', mimeType: 'text/csv', buffer: Buffer.from(lines.join('\r\n'), 'latin1') };
  await page.getByLabel('Bring a roster').setInputFiles(file);
  await expect(page.getByRole('heading', { name: 'What do its columns hold?' })).toBeVisible();
}
const plan = async (page: Page) => {
  await page.getByRole('button', { name: 'Show what would change' }).click();
  await expect(page.getByRole('list', { name: 'What would change' })).toBeVisible();
};

test('a roster is planned, doubted, applied, repeated and taken back', async ({ browser }) => {
  const { page, context } = await asPerson(browser, 'keeper');

  await test.step('its columns are guessed, and shown on its first lines', async () => {
    await bring(page);
    await expect(page.getByLabel('Column 2, Surname')).toHaveValue('family');
    await expect(page.getByLabel('Column 5, Guardian phone')).toHaveValue('');
    await page.getByLabel('Column 2, Surname').selectOption('');
    await page.getByLabel('Column 3, Forename').selectOption('');
    await expect(page.getByText('Choose the column in which the names stand.')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Show what would change' })).toBeDisabled();
    await page.getByLabel('Column 2, Surname').selectOption('family');
    await page.getByLabel('Column 3, Forename').selectOption('given');
    await expectClean(page);
    await plan(page);
  });

  await test.step('what would change is told in words, and the doubtful are decided', async () => {
    const list = page.getByRole('list', { name: 'What would change' });
    for (const words of ['2 learners are new', '1 person may be here already', '1 class is new', '1 line left out'])
      await expect(list).toContainText(words);
    await page.getByText('Lines that were left out or taken otherwise (1)').click();
    await expect(page.getByText('autumn.csv, line 5: There is no name.')).toBeVisible();
    const make = page.getByRole('button', { name: 'Make these changes' });
    await expect(make).toBeDisabled();
    await page.getByLabel('Who Tam Oriel is').selectOption({ label: 'Somebody else' });
    await expectClean(page);
    await make.click();
    await expect(page.getByRole('heading', { name: 'Done' })).toBeVisible();
  });

  await test.step('the class is there with everybody in it', async () => {
    await page.getByRole('link', { name: 'Look at the classes' }).click();
    await page.getByRole('link', { name: '7q' }).click();
    await expect(page.getByText('signs in as marnie.sedge')).toBeVisible();
    await expect(page.getByText('signs in as tam.oriel2')).toBeVisible();
  });

  await test.step('brought again, nothing would change', async () => {
    await bring(page);
    await plan(page);
    await expect(page.getByRole('heading', { name: 'Nothing would change' })).toBeVisible();
    await expect(page.getByRole('list', { name: 'What would change' })).toContainText('3 people stay as they are');
    await page.getByRole('button', { name: 'Put it away' }).click();
    await expect(page.getByRole('heading', { name: 'Rosters' })).toBeVisible();
  });

  await test.step('a class that would be emptied is asked about first', async () => {
    await bring(page, ['Name;Class;Role', 'Somebody Else;7q;teacher']);
    await page.getByLabel('The list is whole').check();
    await plan(page);
    await expect(page.getByText('1 class would have no learner')).toBeVisible();
    await expect(page.getByText('7q (3 learners now)')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Make these changes' })).toBeDisabled();
    await page.getByRole('button', { name: 'Put it away' }).click();
  });

  await test.step('taken back, nobody of it is here', async () => {
    await page.getByRole('link', { name: 'autumn.csv' }).first().click();
    await page.getByRole('button', { name: 'Take it back' }).click();
    await expect(page.getByRole('heading', { name: 'Taken back' })).toBeVisible();
    await page.getByRole('link', { name: 'People', exact: true }).click();
    await page.getByLabel('Search by name').fill('marnie');
    await expect(page.getByRole('heading', { name: 'Nobody is called that' })).toBeVisible();
    await page.getByRole('link', { name: 'Classes', exact: true }).click();
    await expect(page.getByRole('link', { name: '7q' })).toHaveCount(0);
  });
  await context.close();
});

test('a file that is no roster is refused in words', async ({ browser }) => {
  const { page, context } = await asPerson(browser, 'keeper');
  await page.goto('/rosters');
  const bring = (name: string, buffer: Buffer) =>
    page.getByLabel('Bring a roster').setInputFiles({ name, mimeType: 'text/csv', buffer });
  await bring('empty.csv', Buffer.alloc(0));
  await expect(page.getByText('“empty.csv” is empty: it holds no bytes. Nothing was changed.')).toBeVisible();
  await bring('school.zip', Buffer.from('PK\x03\x04 and no more'));
  await expect(page.getByRole('alert')).toContainText('This zip is damaged');
  await expectClean(page);
  await page.getByRole('button', { name: 'Put it away' }).click();
  await expect(page.getByRole('heading', { name: 'Rosters' })).toBeVisible();
  await context.close();
});
