import { expect, test, type Page } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { expectClean } from './support/axe.ts';
import { asPerson, makeLesson } from './support/people.ts';

/** The things on the page that is open, by their words. */
const placed = (page: Page) => page.getByRole('group', { name: 'Things on this page' }).getByRole('button');
async function write(page: Page, words: string): Promise<void> {
  await page.getByRole('button', { name: 'Text', exact: true }).click();
  const field = page.getByLabel('Words', { exact: true });
  await field.fill(words);
  await field.blur();
}
const cuesOf = (page: Page) => page.getByRole('textbox', { name: 'Cues' });

test('a department of two shares a course and edits one lesson at the same time, and nothing is written over', async ({
  browser,
}) => {
  const ilse = await asPerson(browser, 'ilse.marrow');
  const jon = await asPerson(browser, 'jon.vale');
  const { page } = ilse;
  const [course, unit, lesson] = ['Pilotage', 'Harbour lights', 'Leading lights'].map(
    (name) => `${name} ${randomUUID().slice(0, 4)}`,
  ) as [string, string, string];
  const { id } = await makeLesson(page, lesson);

  await test.step('the course is made and shared by name', async () => {
    await page.goto('/lessons');
    await page.getByRole('button', { name: 'New course' }).click();
    await page.getByRole('dialog', { name: 'New course' }).getByLabel('Name').fill(course);
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await page.getByRole('button', { name: `More for ${course}` }).click();
    await page.getByRole('menuitem', { name: 'Add a unit' }).click();
    await page
      .getByRole('dialog', { name: /^New unit/ })
      .getByLabel('Name')
      .fill(unit);
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await page.getByRole('button', { name: `More for ${course}` }).click();
    await page.getByRole('menuitem', { name: 'Share with colleagues' }).click();
    const dialog = page.getByRole('dialog', { name: `Share “${course}”` });
    await dialog.getByLabel('Another teacher').fill('Jon');
    await page.getByRole('option', { name: 'Jon Vale' }).click();
    await dialog.getByRole('button', { name: 'Add', exact: true }).click();
    await expect(dialog.getByRole('listitem').filter({ hasText: 'Jon Vale' })).toBeVisible();
    await expectClean(page);
    await page.keyboard.press('Escape');
    await expect(page.getByRole('button', { name: 'Shared with Jon Vale' }).last()).toBeVisible();
  });

  await test.step('her lesson is put there; he may look, and make a copy', async () => {
    await page.getByRole('button', { name: `More for ${lesson}` }).click();
    await page.getByRole('menuitem', { name: 'Put it into a unit' }).click();
    await page.getByRole('combobox', { name: 'Unit' }).fill(unit);
    await page.getByRole('option', { name: unit }).click();
    await page.getByRole('button', { name: 'Put it there' }).click();
    await expect(page.getByText(`“${lesson}” is in ${unit} now.`)).toBeVisible();
    await jon.page.goto(`/lessons?words=${encodeURIComponent(lesson)}`);
    await expect(jon.page.getByText(/by Ilse Marrow/)).toBeVisible();
    await jon.page.getByRole('link', { name: lesson }).click();
    await expect(jon.page.getByText('This is Ilse Marrow’s lesson.')).toBeVisible();
    await expect(jon.page.getByRole('link', { name: /^Pages/ })).toHaveCount(0);
    await jon.page.goto(`/lessons/${id}/pages`);
    await expect(jon.page).toHaveURL(/assign$/);
    await expectClean(jon.page);
  });

  await test.step('she lets colleagues change it, and both have it open', async () => {
    await page.getByRole('button', { name: `More for ${lesson}` }).click();
    await page.getByRole('menuitem', { name: 'Let colleagues change it' }).click();
    await expect(page.getByText(`Your colleagues of the course can change “${lesson}” now.`)).toBeVisible();
    await page.goto(`/lessons/${id}/pages`);
    await jon.page.goto(`/lessons/${id}/pages`);
    await expect(page.getByText('Jon Vale is at its pages')).toBeVisible();
    await expect(jon.page.getByText('Ilse Marrow is at its pages')).toBeVisible();
    await expectClean(page);
  });

  await test.step('what each places is there for both', async () => {
    await write(page, 'Two lights in line');
    await expect(placed(jon.page)).toHaveText(['Text: Two lights in line']);
    await write(jon.page, 'Keep them so');
    await expect(placed(page)).toHaveText(['Text: Two lights in line', 'Text: Keep them so']);
  });

  await test.step('at the very same moment as well, and undo takes back one’s own alone', async () => {
    // Neither hears of the other while they write.
    await ilse.context.setOffline(true);
    await jon.context.setOffline(true);
    await write(page, 'Hers');
    await write(jon.page, 'His');
    await ilse.context.setOffline(false);
    await jon.context.setOffline(false);
    await page.getByRole('button', { name: 'Undo' }).first().click();
    await page.getByRole('button', { name: 'Redo' }).first().click();
    await write(jon.page, 'His again');
    const all = ['Two lights in line', 'Keep them so', 'Hers', 'His', 'His again'];
    for (const one of [page, jon.page])
      await expect
        .poll(async () => (await placed(one).allTextContents()).toSorted())
        .toEqual(all.map((words) => `Text: ${words}`).toSorted());
    // Its words, and then that it was put there.
    await page.getByRole('button', { name: 'Undo' }).first().click();
    await page.getByRole('button', { name: 'Undo' }).first().click();
    for (const one of [page, jon.page])
      await expect
        .poll(async () => (await placed(one).allTextContents()).toSorted())
        .toEqual(
          all
            .filter((words) => words !== 'Hers')
            .map((words) => `Text: ${words}`)
            .toSorted(),
        );
  });

  await test.step('cues of both stay', async () => {
    await cuesOf(page).click();
    await page.keyboard.type('Ask who has seen some.');
    await expect(cuesOf(jon.page)).toHaveText('Ask who has seen some.');
    await cuesOf(jon.page).click();
    await jon.page.keyboard.press('Control+End');
    await jon.page.keyboard.press('Enter');
    await jon.page.keyboard.type('Then show the chart.');
    await expect(cuesOf(page)).toHaveText('Ask who has seen some.Then show the chart.');
  });

  await test.step('a title that the other has just changed is not written over', async () => {
    const title = (one: Page) => one.getByLabel('Title of the lesson');
    await title(jon.page).fill('Lights in line');
    await title(page).fill('Leading marks');
    await title(page).blur();
    // Jon's page has heard of it, and keeps what he is writing.
    await expect(jon.page.getByRole('heading', { level: 1, name: 'Pages: Leading marks' })).toBeAttached();
    await expect(title(jon.page)).toHaveValue('Lights in line');
    await title(jon.page).blur();
    await expect(title(jon.page)).toHaveValue('Leading marks');
    await expect(jon.page.getByText('Somebody else changed this a moment ago')).toBeVisible();
    await expect(title(page)).toHaveValue('Leading marks');
  });

  await test.step('one leaves, and the other is told', async () => {
    await jon.page.goto('/today');
    await expect(page.getByText('Jon Vale is at its pages')).toBeHidden();
  });
  await ilse.context.close();
  await jon.context.close();
});
