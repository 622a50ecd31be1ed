import { expect, test } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { expectClean } from './support/axe.ts';
import { slides } from './support/papers.ts';
import { asPerson, giveCopy } from './support/people.ts';

const PHONE = { viewport: { width: 390, height: 844 } };

test('what is handed in again leaves a receipt each time, and its teacher sees what changed', async ({ browser }) => {
  const { page: desk, context } = await asPerson(browser, 'ilse.marrow');
  const id = await giveCopy(desk, 'The rule of twelfths', 'Handed in again', ['Lio Marchetti'], { handIn: true });
  const { page, context: own } = await asPerson(browser, 'lio.marchetti', PHONE);
  await page.goto(`/desk/${id}`);

  await test.step('the learner hands in a text, then a better one, then pages', async () => {
    await page.getByLabel('Or type it').fill('Three metres over the sill at noon.');
    await page.getByRole('button', { name: 'Hand in the text' }).click();
    await expect(page.getByText(/^Receipt: arrived /)).toBeVisible();
    await page.getByRole('button', { name: 'Hand in something else instead' }).click();
    await page.getByLabel('Or type it').fill('Four metres over the sill at eleven.');
    await page.getByRole('button', { name: 'Hand in the text' }).click();
    await expect(page.getByText(/handed in 2 times/)).toBeVisible();
  });

  await test.step('the receipt tells what arrived each time, and can be saved', async () => {
    await page.getByText(/^Receipt: arrived /).click();
    await expect(page.getByText(/ · text, 35 letters$/)).toBeVisible();
    await expect(page.getByText(/ · text, 36 letters$/)).toBeVisible();
    await expectClean(page);
    const [saved] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save the receipt' }).click(),
    ]);
    const text = await readFile(await saved.path(), 'utf8');
    expect(text).toContain('Receipt for what was handed in: Handed in again');
    expect(text).toContain('By Lio Marchetti.');
    expect(text).toMatch(/2\. .*: text, 36 letters\n1\. .*: text, 35 letters\n/);
  });

  await test.step('the teacher sees word for word what changed', async () => {
    await desk.goto(`/marking/${id}`);
    await desk.getByRole('link', { name: 'Handed in 2 times: see what changed' }).click();
    await expect(desk.getByRole('heading', { name: 'What changed between two times' })).toBeVisible();
    await expect(desk.getByRole('status')).toHaveText(
      '2 places with something new (underlined), 2 places with something taken out (struck through).',
    );
    await expect(desk.locator('ins')).toHaveText(['Four', 'eleven']);
    await expect(desk.locator('del')).toHaveText(['Three', 'noon']);
    await expectClean(desk);
  });

  await test.step('pages stand beside each other, and any two times can be compared', async () => {
    await page.getByRole('button', { name: 'Hand in something else instead' }).click();
    await page.locator('input[type=file]').setInputFiles({
      name: 'plan.pdf',
      mimeType: 'application/pdf',
      buffer: await slides(2),
    });
    await page
      .getByRole('button', { name: /^Hand in/ })
      .first()
      .click();
    await expect(page.getByText(/handed in 3 times/)).toBeVisible();
    await desk.reload();
    await expect(desk.getByRole('img', { name: 'Page 1 before' })).toBeVisible();
    const [before, after] = ['before', 'after'].map((side) => desk.getByRole('img', { name: `Page 1 ${side}` }));
    await expect(after!).toBeVisible();
    const [left, right] = [(await before!.boundingBox())!, (await after!.boundingBox())!];
    expect([right.y, right.x > left.x]).toEqual([left.y, true]);
    await expect(desk.getByText('plan.pdf')).toBeVisible();
    await desk.getByLabel('After', { exact: true }).selectOption({ index: 1 });
    await desk.getByLabel('Before', { exact: true }).selectOption({ index: 2 });
    await expect(desk.locator('del')).toHaveText(['Three', 'noon']);
    await desk.getByRole('link', { name: 'Back to the hand-in' }).click();
    await expect(desk.getByRole('region', { name: 'Marks' })).toBeVisible();
  });
  await context.close();
  await own.close();
});
