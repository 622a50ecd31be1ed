import { expect, test, type Page } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { expectClean } from './support/axe.ts';
import { asPerson, lessonCalled } from './support/people.ts';

/** The sheet for something new. */
const sheetOf = (page: Page) => page.getByRole('form', { name: 'Give it to a class' });
const says = (page: Page) => sheetOf(page).getByRole('group', { name: 'What it says' });
const onDesk = (page: Page, title: string) => page.getByRole('main').getByRole('link', { name: title });

test('two lessons are given to some of a class, changed and taken back, and each desk follows', async ({ browser }) => {
  const jon = await asPerson(browser, 'jon.vale');
  const { page } = jon;
  const anouk = await asPerson(browser, 'anouk.birtle', { viewport: { width: 390, height: 844 } });
  const basil = await asPerson(browser, 'basil.crane');
  const template = `Night ${randomUUID().slice(0, 4)}`;
  const lesson = await lessonCalled(page, 'Tides where there is no table');
  const title = 'Tides where there is no table and A passage plan, step by step';

  await test.step('the sentence shows what is still to be chosen, and reads itself', async () => {
    await page.goto(`/lessons/${lesson}/assign`);
    await expect(says(page)).toContainText(
      'A class is to watch “Tides where there is no table” and to hand something in by',
    );
    await sheetOf(page).getByLabel('Who', { exact: true }).selectOption('Seamanship 9c (18 learners)');
    await expect(says(page)).toContainText('Seamanship 9c is to watch');
    await sheetOf(page).getByRole('button', { name: 'Another lesson after it' }).click();
    await sheetOf(page).getByRole('combobox', { name: 'Another lesson' }).fill('passage');
    await page.getByRole('option', { name: 'A passage plan, step by step' }).click();
    await expect(says(page)).toContainText('“Tides where there is no table” and “A passage plan, step by step”');
    await sheetOf(page).getByRole('button', { name: 'A passage plan, step by step earlier' }).click();
    await expect(says(page)).toContainText('“A passage plan, step by step” and “Tides where there is no table”');
    await sheetOf(page).getByRole('button', { name: 'A passage plan, step by step later' }).click();
  });

  await test.step('it is for two of the class, opens once watched, and its work is kept as a template', async () => {
    await page.getByRole('button', { name: 'Who of Seamanship 9c has it' }).click();
    const dialog = page.getByRole('dialog', { name: 'Who of Seamanship 9c has it' });
    await dialog.getByLabel('Some groups and learners').check();
    await expect(dialog.getByRole('button', { name: 'That is who' })).toBeDisabled();
    await dialog.getByLabel('Anouk Birtle').check();
    await dialog.getByLabel('Basil Crane').check();
    await expect(dialog.getByText('2 of 18 have it.')).toBeVisible();
    await expectClean(page);
    await dialog.getByRole('button', { name: 'That is who' }).click();
    await expect(says(page)).toContainText('Seamanship 9c (Anouk Birtle and Basil Crane)');
    await sheetOf(page).getByLabel('What to do').fill('For the night sail: ');
    await sheetOf(page).getByRole('button', { name: 'Formula' }).click();
    await page.getByLabel('In LaTeX notation').fill(String.raw`\frac{s`);
    await expect(page.getByRole('button', { name: 'Put it there' })).toBeDisabled();
    await page.getByLabel('In LaTeX notation').fill(String.raw`v = \frac{s}{t}`);
    await page.getByRole('button', { name: 'Put it there' }).click();
    await sheetOf(page).getByLabel('Once they have watched').check();
    await sheetOf(page).getByLabel('Counts as watched from').fill('80');
    await page.getByRole('button', { name: 'Keep as a template' }).click();
    await page.getByRole('dialog').getByLabel('Name').fill(template);
    await page.getByRole('dialog').getByRole('button', { name: 'Keep it' }).click();
    await expect(sheetOf(page).getByLabel('Begin from a template')).toBeVisible();
    await expectClean(page);
    await sheetOf(page).getByRole('button', { name: 'Assign', exact: true }).click();
    await expect(page.getByRole('region', { name: 'Given to' })).toContainText(
      'Seamanship 9c (Anouk Birtle and Basil Crane)',
    );
  });

  await test.step('both are on a desk, on a phone too; work waits until they were watched', async () => {
    await anouk.page.goto('/desk');
    await onDesk(anouk.page, title).click();
    const order = anouk.page.getByRole('navigation', { name: 'Lessons, in order' });
    await expect(order.getByRole('link')).toHaveText([
      /^1\. Tides where there is no table/,
      /^2\. A passage plan, step by step/,
    ]);
    await expect(anouk.page.getByText('This opens once you have watched 80 % of each lesson.')).toBeVisible();
    await expect(
      anouk.page.getByText('So far 0 % of Tides where there is no table, 0 % of A passage plan, step by step.'),
    ).toBeVisible();
    await expect(anouk.page.getByRole('region', { name: 'What to do' }).locator('math mfrac')).toBeVisible();
    await anouk.page.getByRole('link', { name: 'Next: A passage plan, step by step' }).click();
    await expect(anouk.page.getByRole('heading', { level: 2, name: 'A passage plan, step by step' })).toBeVisible();
    await expect(order.getByRole('link', { name: /^2\./ })).toHaveAttribute('aria-current', 'step');
    await expectClean(anouk.page);
    await basil.page.goto('/desk');
    await expect(onDesk(basil.page, title)).toBeVisible();
  });

  await test.step('it is changed: whoever has it no more is told at once, the template is taken up', async () => {
    await page.getByRole('button', { name: 'Change: Seamanship 9c (Anouk Birtle and Basil Crane)' }).click();
    const change = page.getByRole('form', { name: /^Change what/ });
    await change.getByRole('button', { name: 'Who of Seamanship 9c has it' }).click();
    const dialog = page.getByRole('dialog', { name: 'Who of Seamanship 9c has it' });
    await dialog.getByLabel('Basil Crane').uncheck();
    await dialog.getByRole('button', { name: 'That is who' }).click();
    await change.getByRole('button', { name: 'Save, and tell the class' }).click();
    await expect(onDesk(basil.page, title)).toHaveCount(0);
    await sheetOf(page).getByLabel('Begin from a template').selectOption(template);
    await expect(sheetOf(page).getByLabel('What to do')).toContainText('For the night sail');
    await expect(sheetOf(page).getByLabel('Counts as watched from')).toHaveValue('80 %');
    await page.getByRole('button', { name: 'Remove this template' }).click();
    await expect(page.getByText(`The template ${template} is removed.`)).toBeVisible();
  });

  await test.step('it is taken back, and given again with Undo', async () => {
    await page.getByRole('button', { name: 'Take back from Seamanship 9c (Anouk Birtle)' }).click();
    const told = page.getByRole('alert').filter({ hasText: 'no longer has this lesson' });
    const undo = told.getByRole('button', { name: 'Undo' });
    // An offer stays while it is pointed at.
    await undo.hover();
    await expect(anouk.page.getByRole('heading', { name: 'This is not on your desk' })).toBeVisible();
    await undo.click();
    await anouk.page.goto('/desk');
    await expect(onDesk(anouk.page, title)).toBeVisible();
  });

  for (const { context } of [jon, anouk, basil]) await context.close();
});
