import { expect, test, type Page } from '@playwright/test';
import { expectClean } from './support/axe.ts';
import { PHONE } from './support/firstSound.ts';
import { asPerson, giveCopy } from './support/people.ts';

const QUESTION = 'Why is the needle off to the left here?';

const askButton = (page: Page) => page.getByRole('button', { name: 'Ask, or see questions' });
const goneOn = async (page: Page) => {
  const slider = page.getByRole('slider', { name: 'Time in the lesson' });
  await expect.poll(async () => Number(await slider.getAttribute('aria-valuenow'))).toBeGreaterThan(0);
};

test('a learner on a phone gives a sign and asks; the teacher answers aloud before the class; another finds it by keys', async ({
  browser,
}) => {
  const teacher = await asPerson(browser, 'ilse.marrow', { permissions: ['microphone'] });
  const id = await giveCopy(teacher.page, 'From compass to true', 'Needle and north', ['Idris Penhale', 'Ebba Stroud']);
  const phone = await asPerson(browser, 'idris.penhale', PHONE);
  const { page } = phone;
  await page.goto(`/desk/${id}`);
  await page.getByRole('button', { name: 'Play', exact: true }).tap();
  await goneOn(page);
  await page.getByRole('button', { name: 'Too fast' }).tap();
  await expect(page.getByText(/^“Too fast” at 0:0\d: your teacher sees/)).toBeVisible();
  await page.getByRole('button', { name: 'Take it back' }).tap();
  await expect(page.getByText(/^“Too fast”/)).toHaveCount(0);
  await page.getByRole('button', { name: 'Again, please' }).tap();
  await expectClean(page);
  await askButton(page).tap();
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Ask', exact: true })).toBeDisabled();
  await page.getByLabel('Your question').fill(QUESTION);
  await expectClean(page);
  await page.getByRole('button', { name: 'Ask', exact: true }).tap();
  await expect(page.getByText('Your question is with your teacher.')).toBeVisible();

  const desk = teacher.page;
  await desk.goto('/news');
  const news = desk.locator(`a[href="/watched/${id}"]`);
  await expect(news).toHaveText('A question waits for you: Needle and north');
  await news.click();
  await expect(desk.getByText('Again, please: one learner')).toBeVisible();
  await expect(desk.getByText('Idris Penhale asked')).toBeVisible();
  await expect(desk.getByText('Too fast')).toHaveCount(0);
  await desk.getByRole('button', { name: 'Answer', exact: true }).click();
  await desk.getByRole('button', { name: 'Say it instead, up to 3:00' }).click();
  await expect(desk.getByText(/2:58 left/)).toBeVisible();
  await desk.getByRole('button', { name: 'Stop' }).click();
  await expect(desk.getByLabel('What you said')).toBeVisible();
  await expectClean(desk);
  await desk.getByRole('button', { name: 'Send the answer' }).click();
  await expect(desk.getByText('The class sees your answer.')).toBeVisible();
  await expect(desk.getByText(/answered .*, for the class/)).toBeVisible();
  await expectClean(desk);

  await askButton(page).tap();
  const heard = page.getByLabel(/^The answer, 0:0[1-9]/);
  await expect(heard).toBeVisible();
  await expect(page.getByText('Ilse Marrow answered')).toBeVisible();
  // It is sound that plays, and no shorter than it says.
  const seconds = await heard.evaluate(
    (audio: HTMLAudioElement) =>
      new Promise<number>((resolve, reject) => {
        audio.onloadedmetadata = () => resolve(audio.duration);
        audio.onerror = () => reject(new Error('it cannot be heard'));
        audio.preload = 'metadata';
        audio.load();
      }),
  );
  expect(seconds).toBeGreaterThan(1);
  await phone.context.close();

  const other = await asPerson(browser, 'ebba.stroud', { permissions: ['microphone'] });
  const keys = other.page;
  await keys.goto(`/desk/${id}`);
  await expect(askButton(keys)).toBeVisible();
  await keys.keyboard.press('q');
  await expect(keys.getByLabel('Your question')).toBeFocused();
  await keys.keyboard.type('why is the needle so far to the left');
  const before = keys.getByRole('region', { name: 'Asked before' });
  await expect(before).toContainText(QUESTION);
  await expect(before).toContainText('A classmate asked');
  await expect(keys.getByText('Idris')).toHaveCount(0);
  await expectClean(keys);
  await keys.keyboard.press('Escape');
  await expect(askButton(keys)).toBeFocused();
  await keys.keyboard.press('Enter');
  await keys.getByLabel('Your question').fill('');
  await keys.keyboard.press('Tab');
  await expect(keys.getByRole('button', { name: 'Say it instead, up to 0:10' })).toBeFocused();
  await keys.keyboard.press('Enter');
  await expect(keys.getByRole('button', { name: 'Stop' })).toBeFocused();
  await expect(keys.getByText(/0:08 left/)).toBeVisible();
  await keys.keyboard.press('Enter');
  await expect(keys.getByLabel('What you said')).toBeVisible();
  await keys.getByRole('button', { name: 'Ask', exact: true }).focus();
  await keys.keyboard.press('Enter');
  await expect(keys.getByText('Your question is with your teacher.')).toBeVisible();
  await expect(askButton(keys)).toBeFocused();

  // It is there without asking anew; then the teacher takes no more.
  await expect(desk.getByLabel(/^The question of Ebba Stroud, 0:0[1-9]/)).toBeVisible();
  await desk.getByRole('switch', { name: 'Learners may ask, and give signs' }).click();
  await expect(askButton(keys)).toHaveCount(0);
  await expect(keys.getByRole('button', { name: 'Too fast' })).toHaveCount(0);
  for (const { context } of [teacher, other]) await context.close();
});

test('at its end a lesson offers what was not seen, then what is to be handed in, and what its teacher links to', async ({
  browser,
}) => {
  const teacher = await asPerson(browser, 'ilse.marrow');
  const instructions = '<p>Then read <a href="https://skerry.example/variation">the variation here</a>.</p>';
  const terms = { watchedPercent: 50, handIn: true, instructions };
  const id = await giveCopy(teacher.page, 'The rule of twelfths', 'Twelve parts of a tide', ['Kit Larkspur'], terms);
  await teacher.context.close();
  const { page, context } = await asPerson(browser, 'kit.larkspur');
  await page.goto(`/desk/${id}`);
  const slider = page.getByRole('slider', { name: 'Time in the lesson' });
  const at = async () => Number(await slider.getAttribute('aria-valuenow'));
  await page.getByLabel('Speed').selectOption('2.5');
  await slider.focus();
  await page.keyboard.press('End');
  await page.keyboard.press('ArrowLeft');
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await page.getByRole('button', { name: /^Watch the rest, from 0:00$/ }).click();
  await expect.poll(at).toBeGreaterThan(28);
  await slider.focus();
  // Still playing: it is taken to its end, and is over there.
  await page.keyboard.press('End');
  await expect(page.getByRole('button', { name: 'Watch again' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Open the variation here' })).toHaveAttribute(
    'href',
    'https://skerry.example/variation',
  );
  await expectClean(page);
  await page.getByRole('link', { name: 'Hand something in' }).click();
  await expect(page.getByRole('region', { name: 'Hand in' })).toBeFocused();
  await context.close();
});
