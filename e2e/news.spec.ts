import { expect, test } from '@playwright/test';
import { expectClean } from './support/axe.ts';
import { asPerson, give, lessonCalled } from './support/people.ts';

const PLAIN = {
  ...{ way: 'daily', kinds: ['given', 'due', 'handed-back'], dailyAt: 960, quietFrom: 1200, quietUntil: 420 },
};
const PHONE = { viewport: { width: 390, height: 844 } };

test('what is new is counted, found, seen and not counted any more; what of it comes by mail is chosen', async ({
  browser,
}) => {
  const basil = (await asPerson(browser, 'basil.crane', PHONE)).page;
  const jon = (await asPerson(browser, 'jon.vale')).page;
  const title = 'A passage plan, step by step';
  const news = basil.getByRole('link', { name: /^News/ });

  await test.step('something is given, and counted at once where the learner is', async () => {
    await basil.goto('/news');
    await expect(basil.getByRole('heading', { level: 1, name: 'News' })).toBeVisible();
    await expect(news).toHaveAccessibleName('News');
    await basil.goto('/desk');
    const classes = (await (await jon.request.get('/api/classes')).json()) as { id: string; name: string }[];
    const seamanship = classes.find(({ name }) => name === 'Seamanship 9c')!;
    await give(jon, await lessonCalled(jon, title), seamanship.id);
    await expect(news).toHaveAccessibleName(/^News, \d+ not seen yet$/);
    await expectClean(basil);
  });

  await test.step('it stands first among what was not seen, and leads to the work', async () => {
    await news.click();
    const unseen = basil.getByRole('region', { name: 'Not seen yet' });
    await expect(unseen.getByRole('link', { name: `New: ${title}` }).first()).toBeVisible();
    await expect(unseen).toContainText('Seamanship 9c, due tomorrow');
    await expect(news).toHaveAccessibleName('News');
    await expectClean(basil);
    await unseen
      .getByRole('link', { name: `New: ${title}` })
      .first()
      .click();
    await expect(basil.getByRole('heading', { level: 1, name: title })).toBeVisible();
    await basil.goto('/news');
    await expect(basil.getByRole('region', { name: 'Earlier' })).toContainText(title);
    await expect(basil.getByRole('region', { name: 'Not seen yet' })).toBeHidden();
  });

  await test.step('what comes by mail is chosen by keys, and stays so', async () => {
    await basil.getByRole('link', { name: 'under your account' }).click();
    await basil.request.put('/api/own-news/wishes', { data: PLAIN });
    await basil.reload();
    const often = basil.getByLabel('How often');
    await often.focus();
    await basil.keyboard.press('ArrowDown');
    await expect(often).toHaveValue('soon');
    const from = basil.getByLabel('Quiet from');
    await from.fill('21:30');
    await from.blur();
    const due = basil.getByRole('switch', { name: /What is due tomorrow/ });
    await due.focus();
    await basil.keyboard.press('Space');
    await expect(due).not.toBeChecked();
    await expectClean(basil);
    await expect
      .poll(async () => (await basil.request.get('/api/own-news/wishes')).json())
      .toEqual({ way: 'soon', kinds: ['given', 'handed-back'], dailyAt: 960, quietFrom: 1290, quietUntil: 420 });
    await basil.reload();
    await expect(basil.getByLabel('Quiet from')).toHaveValue('21:30');
    await expect(basil.getByRole('switch', { name: /What is due tomorrow/ })).not.toBeChecked();
  });
});
