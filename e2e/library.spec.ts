import { expect, test } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { expectClean } from './support/axe.ts';
import { asPerson, makeLesson } from './support/people.ts';
import { undoOf } from './support/undo.ts';

test('a lesson is found by a word on one of its pages, one press leads there, and it is tagged, copied and put away', async ({
  browser,
}) => {
  const { page, context } = await asPerson(browser, 'ilse.marrow');
  // A word that stands nowhere else.
  const word = `q${randomUUID().slice(0, 7)}`;
  const [one, two, tag] = [`Fog ${word} one`, `Fog ${word} two`, `tag ${word}`];
  const made = [await makeLesson(page, one, 2), await makeLesson(page, two, 1)];
  const { pages } = (await (await page.request.get(`/api/lessons/${made[0]!.id}`)).json()) as {
    pages: { id: string }[];
  };
  await page.request.put(`/api/lessons/${made[0]!.id}/pages/${pages[1]!.id}/cues`, {
    data: { cues: `<p>Ask what a ${word}phone is.</p>` },
  });

  await page.goto('/lessons');
  const search = page.getByLabel('Search lessons');
  await search.fill(`${word}ph`);
  const place = page.getByRole('link', { name: `Page 2, cues: Ask what a ${word}phone is.` });
  await expect(place).toBeVisible();
  await expect(place.locator('mark')).toHaveText(`${word}ph`);
  await expectClean(page);
  await place.click();
  await expect(page.getByRole('heading', { name: 'Page 2' })).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Cues' })).toHaveText(`Ask what a ${word}phone is.`);

  await page.goto(`/lessons?words=fog ${word}`);
  for (const name of [one, two]) await page.getByLabel(`Choose ${name}`).check();
  await expect(page.getByText('2 lessons chosen')).toBeVisible();
  await page.getByRole('button', { name: 'Tags …' }).click();
  await page.getByRole('dialog').getByRole('combobox', { name: 'Tags' }).fill(tag);
  await page.keyboard.press('Enter');
  await expectClean(page);
  await page.getByRole('button', { name: 'Save' }).click();
  await page
    .getByRole('button', { name: `Only lessons with the tag ${tag}` })
    .first()
    .click();
  await expect(page).toHaveURL(/tag=/);
  await expect(page.getByRole('list', { name: 'Lessons' }).getByRole('listitem')).toHaveCount(2);

  await page.getByRole('button', { name: `More for ${one}` }).click();
  await page.getByRole('menuitem', { name: 'Where it is used' }).click();
  await expect(page.getByText('It was not given to a class yet.')).toBeVisible();
  await expectClean(page);
  await page.keyboard.press('Escape');

  for (const name of [one, two]) await page.getByLabel(`Choose ${name}`).check();
  await page.getByRole('button', { name: 'Put away' }).last().click();
  await expect(page.getByText('There is no such lesson here')).toBeVisible();
  await undoOf(page, 'put away').click();
  await expect(page.getByRole('list', { name: 'Lessons' }).getByRole('listitem')).toHaveCount(2);

  await page.getByRole('button', { name: `More for ${one}` }).click();
  await page.getByRole('menuitem', { name: 'Make a copy' }).click();
  await expect(page.getByLabel('Title of the lesson')).toHaveValue(`Copy of ${one}`);
  await context.close();
});
