import { expect, test } from '@playwright/test';
import { expectClean } from './support/axe.ts';
import { asPerson, lessonCalled } from './support/people.ts';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';

const TABLE = join(import.meta.dirname, '../demo/world/table.pdf');
/** The Saturday after so many days, at noon. */
const saturdayIn = (days: number): string => {
  const day = new Date(Date.now() + days * 86_400_000);
  day.setUTCDate(day.getUTCDate() + ((6 - day.getUTCDay() + 7) % 7));
  return day.toISOString().replace(/T.*/, 'T12:00');
};
const TITLE = 'A passage plan, step by step';

test('files go with what is given, are saved by a learner on a phone, and are left out again', async ({ browser }) => {
  const { page } = await asPerson(browser, 'jon.vale');
  const dina = (await asPerson(browser, 'dina.elver', { viewport: { width: 390, height: 844 } })).page;
  const sheet = page.getByRole('form', { name: 'Give it to a class' });
  const due = new Date(Date.now() + 300 * 86_400_000).toISOString().replace(/T.*/, 'T10:07');

  await test.step('what cannot be used is said in words, and nothing else is lost', async () => {
    await page.goto(`/lessons/${await lessonCalled(page, TITLE)}/assign`);
    await sheet.getByLabel('Who', { exact: true }).selectOption('Seamanship 9c (18 learners)');
    await sheet.getByLabel(/^By when/).fill('2020-01-01T10:00');
    await sheet.getByRole('button', { name: 'Assign', exact: true }).click();
    // What is wrong is far above the button: it is gone to.
    await expect(sheet.getByLabel(/^By when/)).toBeFocused();
    await sheet.getByLabel(/^By when/).fill(saturdayIn(30));
    await expect(sheet.getByRole('status').filter({ hasText: 'That is a Saturday' })).toBeVisible();
    await sheet.getByLabel(/^By when/).fill(due);
    const choose = page.waitForEvent('filechooser');
    await sheet.getByRole('button', { name: 'Add files …' }).click();
    await (await choose).setFiles({ name: 'setup.exe', mimeType: 'application/pdf', buffer: Buffer.from('MZ') });
    await expect(sheet.getByText(/“setup.exe” is of a kind that cannot be used here/)).toBeVisible();
    await expectClean(page);
  });

  await test.step('two files go with it', async () => {
    await sheet
      .getByRole('group', { name: 'Files' })
      .locator('input[type=file]')
      .setInputFiles([
        { name: 'Tide table.pdf', mimeType: 'application/pdf', buffer: await readFile(TABLE) },
        { name: 'Chart of the quay.pdf', mimeType: 'application/pdf', buffer: await readFile(TABLE) },
      ]);
    const files = sheet.getByRole('group', { name: 'Files' });
    await expect(files.getByRole('listitem')).toHaveCount(2);
    await files.getByRole('button', { name: 'Leave out Chart of the quay.pdf' }).click();
    await expect(files.getByRole('listitem')).toHaveText([/Tide table\.pdf/]);
    await expect(page.getByRole('complementary', { name: 'What learners will see' })).toContainText('Tide table.pdf');
    await expectClean(page);
    await sheet.getByRole('button', { name: 'Assign', exact: true }).click();
    await expect(page.getByRole('region', { name: 'Given to' })).toContainText('Seamanship 9c');
  });

  const given = await test.step('the learner saves it, as it was brought', async () => {
    const found = async () => {
      const desk = (await (await dina.request.get('/api/desk')).json()) as { assignmentId: string; dueAt: string }[];
      return desk.find(({ dueAt }) => dueAt.startsWith(due))?.assignmentId;
    };
    await expect.poll(found).toBeDefined();
    const assignmentId = (await found())!;
    await dina.goto(`/desk/${assignmentId}`);
    const files = dina.getByRole('region', { name: 'Files' });
    await expectClean(dina);
    const saving = dina.waitForEvent('download');
    await files.getByRole('link', { name: 'Tide table.pdf' }).click();
    const saved = await saving;
    expect(saved.suggestedFilename()).toBe('Tide table.pdf');
    expect(await readFile(await saved.path())).toEqual(await readFile(TABLE));
    return assignmentId;
  });

  await test.step('it is left out, and gone from the desk at once', async () => {
    const list = page.getByRole('region', { name: 'Given to' });
    await list
      .getByRole('listitem')
      .filter({ hasText: '10:07' })
      .getByRole('button', { name: 'Change: Seamanship 9c' })
      .click();
    const change = page.getByRole('form', { name: 'Change what Seamanship 9c was given' });
    await change.getByRole('button', { name: 'Leave out Tide table.pdf' }).click();
    await change.getByRole('button', { name: 'Save, and tell the class' }).click();
    await expect(dina.getByRole('region', { name: 'Files' })).toBeHidden();
    expect((await dina.request.get(`/api/desk/${given}`)).ok()).toBe(true);
  });
});
