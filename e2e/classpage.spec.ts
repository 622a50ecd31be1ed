import { expect, test, type Page } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { expectClean } from './support/axe.ts';
import { asPerson, lessonCalled } from './support/people.ts';

const openPage = async (page: Page, name: string) => {
  await page.goto('/classes');
  await page.getByRole('link', { name: `Class page of ${name}` }).click();
  await expect(page.getByRole('heading', { level: 1, name })).toBeVisible();
};
const unit = (page: Page, name: string) => page.getByRole('region', { name, exact: true });
const gripOf = (page: Page, title: string) => page.getByRole('button', { name: `Move ${title}` });
const fold = (page: Page, name: string) => page.getByRole('group').filter({ has: page.getByRole('heading', { name }) });

test('what is given stands in a unit and on a day, is moved by keys and by hand, and learners follow', async ({
  browser,
}) => {
  const jon = await asPerson(browser, 'jon.vale');
  const { page } = jon;
  const cleo = await asPerson(browser, 'cleo.dray', { viewport: { width: 390, height: 844 } });
  const mark = randomUUID().slice(0, 4);
  const [night, knots] = [`Night sailing ${mark}`, `Knots ${mark}`];
  const title = 'A passage plan, step by step';

  await test.step('the sheet says where it is to stand', async () => {
    await page.goto(`/lessons/${await lessonCalled(page, title)}/assign`);
    const sheet = page.getByRole('form', { name: 'Give it to a class' });
    await sheet.getByLabel('Who', { exact: true }).selectOption('Seamanship 9c (18 learners)');
    const field = sheet.getByLabel('Unit of the class page');
    await expect(field).toHaveValue('Passage planning');
    await field.fill(night);
    await sheet.getByLabel('For which day').fill('2031-03-04');
    await expect(sheet.getByRole('group', { name: 'What it says' })).toContainText(
      `(on the class page in “${night}” for Tue, 4 Mar 2031)`,
    );
    await sheet.getByRole('button', { name: 'Assign', exact: true }).click();
    await expect(page.getByRole('region', { name: 'Given to' })).toContainText('Seamanship 9c');
  });

  await test.step('it stands there, for the teacher and for a learner on a phone', async () => {
    await openPage(page, 'Seamanship 9c');
    await expect(unit(page, night).getByRole('heading', { level: 3 })).toContainText('Tue, 4 Mar 2031');
    await expectClean(page);
    await cleo.page.goto('/desk');
    await cleo.page.getByRole('link', { name: 'Classes' }).click();
    await expect(cleo.page.getByRole('heading', { level: 1, name: 'Seamanship 9c' })).toBeVisible();
    await expect(fold(cleo.page, night).getByRole('link', { name: title })).toContainText('New, due');
    await expectClean(cleo.page);
  });

  await test.step('a topic is said for the day, and seen at once', async () => {
    await unit(page, night).getByRole('button', { name: 'Say what is done on Tue, 4 Mar 2031' }).click();
    await page.getByLabel('What the class does').fill('Lights and sound signals');
    await expectClean(page);
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(unit(page, night)).toContainText('Lights and sound signals');
    await expect(fold(cleo.page, night)).toContainText('Lights and sound signals');
  });

  await test.step('it is moved by keys into another unit', async () => {
    await page.getByRole('button', { name: 'Add a unit' }).click();
    await page.getByRole('dialog').getByLabel('Name').fill(knots);
    await page.getByRole('button', { name: 'Add it' }).click();
    await expect(unit(page, knots)).toContainText('Nothing stands in this unit yet.');
    await gripOf(page, title).focus();
    await page.keyboard.press('ArrowDown');
    await expect(unit(page, knots).getByRole('link', { name: title })).toBeVisible();
    await expect(page.getByText(`${title} is now in ${knots}.`)).toBeAttached();
    await expect(fold(cleo.page, knots).getByRole('link', { name: title })).toBeVisible();
  });

  await test.step('and by hand onto the day again', async () => {
    const from = await gripOf(page, title).boundingBox();
    const to = await unit(page, night).getByRole('heading', { level: 3 }).boundingBox();
    if (!from || !to) throw new Error('it is nowhere');
    await page.mouse.move(from.x + 10, from.y + 10);
    await page.mouse.down();
    await page.mouse.move(to.x + 30, to.y + 40, { steps: 12 });
    await page.mouse.up();
    await expect(unit(page, night).getByRole('link', { name: title })).toBeVisible();
  });

  await test.step('a unit that is removed leaves what stood in it, and comes back with it', async () => {
    await page.getByRole('button', { name: `More for the unit ${night}` }).click();
    await page.getByRole('menuitem', { name: 'Remove the unit' }).click();
    await expect(unit(page, 'Outside the units').getByRole('link', { name: title })).toBeVisible();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(unit(page, night).getByRole('link', { name: title })).toBeVisible();
    await expect(fold(cleo.page, night)).toContainText('Lights and sound signals');
  });

  await test.step('a learner opens it from there', async () => {
    await fold(cleo.page, night).getByRole('link', { name: title }).click();
    await expect(cleo.page.getByRole('heading', { level: 1, name: title })).toBeVisible();
  });
});

test('who teaches a class together puts its page in order together', async ({ browser }) => {
  const ilse = await asPerson(browser, 'ilse.marrow');
  const jon = await asPerson(browser, 'jon.vale');
  const name = `Boat handling ${randomUUID().slice(0, 4)}`;
  await openPage(ilse.page, 'Navigation 10a');
  await openPage(jon.page, 'Navigation 10a');
  await jon.page.getByRole('button', { name: 'Add a unit' }).click();
  await jon.page.getByRole('dialog').getByLabel('Name').fill(name);
  await jon.page.getByRole('button', { name: 'Add it' }).click();
  await expect(unit(ilse.page, name)).toBeVisible();
  const order = ilse.page.getByRole('main').getByRole('heading', { level: 2 });
  await expect(order.last()).toHaveText(name);
  await ilse.page.getByRole('button', { name: `More for the unit ${name}` }).click();
  await ilse.page.getByRole('menuitem', { name: 'Before the unit above' }).click();
  await expect(order.last()).not.toHaveText(name);
  await expect(jon.page.getByRole('main').getByRole('heading', { level: 2 }).last()).not.toHaveText(name);
  await jon.page.getByRole('button', { name: `More for the unit ${name}` }).click();
  await jon.page.getByRole('menuitem', { name: 'Remove the unit' }).click();
  await expect(unit(ilse.page, name)).toHaveCount(0);
});

test('a course is copied to another class: shown first, by keyboard alone, and taken back', async ({ browser }) => {
  const { page } = await asPerson(browser, 'jon.vale');
  const name = `Navigation next year ${randomUUID().slice(0, 4)}`;
  const made = await page.request.post('/api/classes', { data: { name, course: 'Coastal navigation' } });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/classes/${id}/page`);
  await page.getByRole('link', { name: 'Copy from another class' }).focus();
  await page.keyboard.press('Enter');
  const from = page.getByLabel('From');
  await from.selectOption(await from.getByRole('option', { name: /^Navigation 11a/ }).getAttribute('value'));
  await page.getByLabel('becomes here').fill('2031-01-06');
  // Thirty-eight days ago it was due; the night sail was for four of the class.
  await expect(page.getByRole('listitem').filter({ hasText: 'The rule of twelfths' })).toContainText('2031');
  await expect(page.getByLabel(/^What buoys say by day and/)).not.toBeChecked();
  await expect(page.getByText('Only some had it. All of this class would.')).toBeVisible();
  await expectClean(page);
  const first = page.getByRole('checkbox').first();
  await first.focus();
  await page.keyboard.press('Space');
  await expect(first).not.toBeChecked();
  await page.keyboard.press('Space');
  await page.getByRole('button', { name: /^Copy 4 things, \d units and \d topics$/ }).focus();
  await page.keyboard.press('Enter');
  await expect(unit(page, 'Tides').getByRole('link', { name: 'The rule of twelfths' })).toBeVisible();
  await expect(unit(page, 'Tides').getByRole('heading', { level: 3 }).first()).toContainText('2031');
  await page.getByRole('link', { name: 'Copy from another class' }).click();
  await page.getByRole('button', { name: 'Take back what came from Navigation 11a' }).click();
  await expect(page.getByRole('region', { name: 'Copied before' })).toHaveCount(0);
  await page.goto(`/classes/${id}/page`);
  await expect(page.getByText('Nothing is on this page yet')).toBeVisible();
  await expectClean(page);
  expect((await page.request.delete(`/api/classes/${id}`)).status()).toBe(204);
});
