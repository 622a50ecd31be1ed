import { expect, test, type Page } from '@playwright/test';
import { expectClean } from './support/axe.ts';
import { slides } from './support/papers.ts';
import { asPerson, giveCopy } from './support/people.ts';
import { onceKey } from './support/requests.ts';
import { alarm, draw, press } from './support/room.ts';

const PHONE = { viewport: { width: 390, height: 844 } };

test('formulas are seen as they are drawn before they are handed in, and what is none is named', async ({
  browser,
}) => {
  const { page: desk, context } = await asPerson(browser, 'ilse.marrow');
  const id = await giveCopy(desk, 'The rule of twelfths', 'In formulas', ['Lio Marchetti'], { handIn: true });
  const { page, context: own } = await asPerson(browser, 'lio.marchetti', PHONE);
  await page.goto(`/desk/${id}`);
  const seen = page.getByRole('region', { name: 'With its formulas' });
  await page.getByLabel('Or type it').fill('It costs $5 and $6.');
  await expect(seen).toHaveCount(0);
  await page.getByLabel('Or type it').fill('So $v = \\frac{s}{t}$ and\n$$\\frac{1}{2}$$\nand $\\frac{$.');
  await expect(seen.locator('.katex')).toHaveCount(2);
  await expect(seen).toContainText('$\\frac{$ (stays as it is typed:');
  await expectClean(page);
  await page.getByRole('button', { name: 'Hand in the text' }).click();
  await expect(page.getByText(/^Receipt: arrived /)).toBeVisible();
  await desk.goto(`/marking/${id}`);
  await expect(desk.getByRole('img', { name: 'Page 1, to write on' })).toBeVisible();
  await context.close();
  await own.close();
});

test('a sheet on its side is turned, recording rests at each new page, and the learner answers on their own page @real-time', async ({
  browser,
}) => {
  const { page: desk, context } = await asPerson(browser, 'ilse.marrow', { permissions: ['microphone'] });
  await desk.addInitScript(() => localStorage.setItem('oakbell.countdown', '0'));
  const id = await giveCopy(desk, 'The rule of twelfths', 'On its side', ['Lio Marchetti'], { handIn: true });
  const { page, context: own } = await asPerson(browser, 'lio.marchetti', PHONE);
  const files = { name: 'plan.pdf', mimeType: 'application/pdf', buffer: await slides(2) };
  const sent = await page.request.put(`/api/assignments/${id}/hand-in/files`, {
    headers: onceKey(),
    multipart: { files },
  });
  expect(sent.status()).toBe(200);

  await test.step('it is turned by key, and not any more once something stands on it', async () => {
    await desk.goto(`/marking/${id}`);
    await expect(desk.getByRole('img', { name: 'Page 1, to write on' })).toBeVisible();
    await expect.poll(() => shapeOf(desk)).toBeCloseTo(540 / 960, 1);
    await desk.keyboard.press('q');
    await expect.poll(() => shapeOf(desk)).toBeCloseTo(960 / 540, 1);
    await draw(desk, [0.3, 0.3], [0.6, 0.4]);
    await desk.keyboard.press('q');
    await expect(alarm(desk, 'Something is written on this page already.')).toBeVisible();
    expect(await shapeOf(desk)).toBeGreaterThan(1.5);
    await expectClean(desk);
    await desk.keyboard.press('Control+z');
    for (let quarter = 0; quarter < 3; quarter += 1)
      await desk.getByRole('button', { name: /^A quarter turn/ }).click();
    await expect.poll(() => shapeOf(desk)).toBeCloseTo(540 / 960, 1);
  });

  await test.step('recording pauses where another page is turned to, until it is gone on with', async () => {
    await desk.getByLabel('Pause at each new page').check();
    await desk.getByRole('heading', { level: 2, name: 'Lio Marchetti' }).click();
    await desk.keyboard.press('r');
    await expect(desk.getByRole('button', { name: 'Pause', exact: true })).toBeVisible();
    await desk.keyboard.press('ArrowRight');
    await expect(desk.getByRole('img', { name: 'Page 2, to write on' })).toBeVisible();
    await expect(desk.getByRole('button', { name: 'Go on', exact: true })).toBeVisible();
    await desk.keyboard.press('r');
    await expect(desk.getByRole('button', { name: 'Pause', exact: true })).toBeVisible();
    await desk.getByLabel('Pause at each new page').uncheck();
    await desk.keyboard.press('ArrowLeft');
    await expect(desk.getByRole('img', { name: 'Page 1, to write on' })).toBeVisible();
    await press(desk, 'Pause');
    await desk.getByRole('button', { name: 'Hand back', exact: true }).click();
    await expect(desk.getByRole('status').filter({ hasText: 'Lio Marchetti' })).toBeVisible();
  });

  await test.step('the learner writes the answer on their page, and the teacher sees it there', async () => {
    await page.goto(`/feedback/${id}`);
    await page.getByRole('button', { name: 'Answer your teacher' }).click();
    await page.getByRole('button', { name: 'Write on a page' }).click();
    const stage = page.getByRole('img', { name: 'Page 1 of 2, to write on' });
    await expect(stage).toBeVisible();
    await expect(page.getByRole('button', { name: 'Send', exact: true })).toBeDisabled();
    const box = (await stage.boundingBox())!;
    await page.mouse.move(box.x + 20, box.y + 20);
    await page.mouse.down();
    await page.mouse.move(box.x + 80, box.y + 60, { steps: 5 });
    await page.mouse.up();
    await expectClean(page);
    await page.getByRole('button', { name: 'Send', exact: true }).click();
    await expect(page.getByRole('img', { name: 'Page 1, and what you wrote on it' })).toBeVisible();
    await expectClean(page);
    await desk.goto(`/marking/${id}`);
    await desk.getByRole('link', { name: /Lio Marchetti/ }).click();
    await expect(desk.getByRole('img', { name: 'Page 1, and what Lio Marchetti wrote on it' })).toBeVisible();
    await expectClean(desk);
  });
  await context.close();
  await own.close();
});

test('what is not what was asked for is removed with a reason, put back, removed again and handed in anew', async ({
  browser,
}) => {
  const { page: desk, context } = await asPerson(browser, 'ilse.marrow');
  const terms = { handIn: true, answersSeen: 'class' };
  const id = await giveCopy(desk, 'The rule of twelfths', 'The wrong one', ['Lio Marchetti', 'Noor Haddow'], terms);
  const { page, context: own } = await asPerson(browser, 'lio.marchetti', PHONE);
  const text = (words: string) =>
    page.request.put(`/api/assignments/${id}/hand-in/text`, { headers: onceKey(), data: { text: words } });
  expect((await text('The plan of last week')).status()).toBe(200);
  const remove = async () => {
    await desk.getByRole('button', { name: 'Remove this hand-in' }).click();
    await desk.getByLabel('Why').fill('This is the plan of last week.');
    await expectClean(desk);
    await desk.getByRole('button', { name: 'Remove it', exact: true }).click();
  };

  await test.step('the teacher removes it, takes that back, and removes it', async () => {
    await desk.goto(`/marking/${id}`);
    await remove();
    await expect(desk.getByRole('region', { name: 'Removed' })).toContainText('“This is the plan of last week.”');
    await expect(desk.getByText('0 of 2 handed in')).toBeVisible();
    await expectClean(desk);
    await desk.getByRole('button', { name: 'Undo' }).click();
    await expect(desk.getByRole('region', { name: 'Marks' })).toBeVisible();
    await remove();
    await expect(desk.getByRole('button', { name: 'Put it back' })).toBeVisible();
  });

  await test.step('the learner reads why, and hands in again', async () => {
    await page.goto(`/desk/${id}`);
    await expect(page.getByRole('alert')).toContainText('asks you to hand in again: “This is the plan of last week.”');
    await expectClean(page);
    await page.getByLabel('Or type it').fill('The plan of this week');
    await page.getByRole('button', { name: 'Hand in the text' }).click();
    await expect(page.getByText(/handed in 2 times/)).toBeVisible();
    await expect(page.getByRole('alert')).toHaveCount(0);
  });

  await test.step('the class sees it under the name that the teacher gives it', async () => {
    await expect(desk.getByRole('region', { name: 'Marks' })).toBeVisible();
    await desk.getByRole('button', { name: 'Show it under another name' }).click();
    await desk.getByLabel('The name that the class sees').fill('Answer A');
    await expectClean(desk);
    await desk.getByRole('button', { name: 'Show it', exact: true }).click();
    await expect(desk.getByText(/^The class sees this answer, as “Answer A”/)).toBeVisible();
    const { page: other, context: others } = await asPerson(browser, 'noor.haddow', PHONE);
    await other.goto(`/desk/${id}`);
    await expect(other.getByRole('link', { name: 'Answer A' })).toBeVisible();
    await expect(other.getByText('Lio Marchetti')).toHaveCount(0);
    await others.close();
  });
  await context.close();
  await own.close();
});

/** How high the page that is up is, in widths. */
async function shapeOf(page: Page): Promise<number> {
  const { width, height } = (await page.locator('canvas[data-stage]').boundingBox())!;
  return height / width;
}
