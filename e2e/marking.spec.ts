import { expect, test, type Browser, type Page } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { expectClean } from './support/axe.ts';
import { asPerson, giveCopy } from './support/people.ts';
import { onceKey } from './support/requests.ts';
import { draw } from './support/room.ts';

/** Work that some of 10a have handed in as text, at its desk. */
async function deskOf(browser: Browser, page: Page, title: string, names: readonly string[]): Promise<string> {
  const id = await giveCopy(page, 'The rule of twelfths', title, names, { handIn: true, points: 10 });
  for (const name of names) {
    const { page: learner, context } = await asPerson(browser, name.toLowerCase().replace(' ', '.'));
    const data = { text: `The plan of ${name}: steer 075.` };
    const sent = await learner.request.put(`/api/assignments/${id}/hand-in/text`, { headers: onceKey(), data });
    expect(sent.status()).toBe(200);
    await context.close();
  }
  await page.goto(`/marking/${id}`);
  return id;
}

test('without a microphone a hand-in is written on, marked and handed back, and its learner sees the pages', async ({
  browser,
}) => {
  const { page, context } = await asPerson(browser, 'ilse.marrow');
  await page.addInitScript(() => {
    const refused = () => Promise.reject(new DOMException('no', 'NotAllowedError'));
    Object.defineProperty(navigator.mediaDevices, 'getUserMedia', { value: refused });
  });
  const id = await deskOf(browser, page, 'Marked without a word', ['Suvi Aldane']);
  await expect(page.getByText(/may not use the microphone.*You can write all the same/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Record', exact: true })).toBeDisabled();
  await expect(page.getByRole('button', { name: 'Hand back' })).toBeDisabled();
  const saved = page.waitForResponse((answer) => answer.url().endsWith('/ink') && answer.request().method() === 'PUT');
  await draw(page, [0.2, 0.3], [0.6, 0.3]);
  await expect(page.getByRole('button', { name: 'Hand back' })).toBeEnabled();
  await saved;
  await expectClean(page);
  // What was written is there when it is opened again.
  await page.reload();
  await expect(page.getByRole('button', { name: 'Hand back' })).toBeEnabled();
  await page.getByRole('button', { name: 'Hand back' }).click();
  await expect(page.getByRole('img', { name: 'Page 1 as it was handed back' })).toBeVisible();
  await expectClean(page);
  const { page: learner, context: own } = await asPerson(browser, 'suvi.aldane');
  await learner.goto(`/feedback/${id}`);
  await expect(learner.getByRole('img', { name: 'Page 1 with what your teacher wrote on it' })).toBeVisible();
  await expectClean(learner);
  // Within a minute it can be taken back.
  await page.getByRole('button', { name: 'Take back' }).click();
  await expect(page.getByRole('button', { name: 'Hand back' })).toBeEnabled();
  await learner.reload();
  await expect(learner.getByRole('img', { name: /with what your teacher wrote/ })).toHaveCount(0);
  await own.close();
  await context.close();
});

test('a rubric is made at the desk, points of one’s own need a word, and a change leaves what was marked as it was', async ({
  browser,
}) => {
  const { page, context } = await asPerson(browser, 'ilse.marrow', { permissions: ['microphone'] });
  await page.addInitScript(() => localStorage.setItem('oakbell.marking-order', 'name'));
  await deskOf(browser, page, 'Marked by lines', ['Jory Tamsin', 'Rafe Quill']);
  await page.getByRole('button', { name: 'Make one' }).click();
  const dialog = page.getByRole('dialog', { name: 'Make a rubric' });
  await dialog.getByLabel('Name').fill('Lines of a plan');
  await dialog.getByRole('group', { name: 'Line 1' }).getByLabel('What is looked at').fill('Course');
  await dialog.getByRole('group', { name: 'Line 2' }).getByLabel('What is looked at').fill('Time');
  await expect(dialog.getByText('2 lines, 6 at most.')).toBeVisible();
  await expectClean(page);
  await dialog.getByRole('button', { name: 'Make it' }).click();
  const lines = page.getByRole('list', { name: 'Rubric' });
  await expect(lines.getByRole('button')).toHaveCount(2);
  await page.keyboard.press('g');
  await page.keyboard.press('4');
  await page.keyboard.press('2');
  await expect(page.getByText('4 of 6 in the rubric make 6.5 of 10 points, rounded to halves.')).toBeVisible();
  await expect(page.getByLabel('Points, up to 10')).toHaveValue('6.5');
  await page.getByLabel('Points, up to 10').fill('7,5');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText(/other than what the rubric comes to/)).toBeVisible();
  await page.getByLabel('Why other points than the rubric says').fill('Helped another boat');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('heading', { level: 2, name: 'Rafe Quill' })).toBeVisible();
  // A line goes: what was marked keeps it, what comes next does not have it.
  await page.getByRole('button', { name: 'Change it' }).click();
  const change = page.getByRole('dialog', { name: 'Change “Lines of a plan”' });
  await change.getByRole('button', { name: 'Remove line 2' }).click();
  await change.getByRole('button', { name: 'Save the change' }).click();
  await expect(lines.getByRole('button')).toHaveCount(1);
  await page.keyboard.press('v');
  const shown = page.getByRole('region', { name: 'Rubric' });
  await expect(shown.getByRole('listitem')).toHaveCount(2);
  await expect(shown).toContainText('Helped another boat');
  await expectClean(page);
  await context.close();
});

test('a teacher’s own sentences are found by two letters, and names can be left out', async ({ browser }) => {
  const { page, context } = await asPerson(browser, 'ilse.marrow', { permissions: ['microphone'] });
  await page.addInitScript(() => localStorage.setItem('oakbell.marking-order', 'name'));
  await deskOf(browser, page, 'Marked in sentences', ['Ebba Stroud', 'Maren Voss']);
  const comment = page.getByLabel('Comment');
  // Whoever runs this again has kept a sentence before.
  const sentence = `Draw the stream before boat ${randomUUID().slice(0, 4)}.`;
  await comment.fill(sentence);
  await page.getByRole('button', { name: 'Keep for other comments' }).click();
  await expect(page.getByRole('button', { name: 'Take it out of the bank' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: /Maren Voss/ }).click();
  await expect(page.getByRole('heading', { level: 2, name: 'Maren Voss' })).toBeFocused();
  await page.keyboard.press('c');
  await expect(comment).toBeFocused();
  await page.keyboard.type(`Good. ${sentence.slice(-5, -1)}`);
  await expect(page.getByRole('option', { name: sentence })).toBeVisible();
  await expectClean(page);
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(comment).toHaveValue(`Good. ${sentence}`);
  await page.keyboard.press('Escape');
  await page.getByLabel('Order').selectOption('without names');
  await expect(page.getByRole('heading', { level: 2, name: /^Hand-in \d$/ })).toBeVisible();
  await expect(page.getByText('Maren Voss')).toHaveCount(0);
  await expect(page.getByText('2 are left.')).toBeVisible();
  await context.close();
});

test('whoever hands back goes on at once; what could not go is told of, and is as it was typed when it is opened again', async ({
  browser,
}) => {
  const { page, context } = await asPerson(browser, 'ilse.marrow', { permissions: ['microphone'] });
  await page.addInitScript(() => localStorage.setItem('oakbell.marking-order', 'name'));
  await deskOf(browser, page, 'Gone on from', ['Ebba Stroud', 'Noor Haddow']);
  await expect(page.getByRole('heading', { level: 2, name: 'Ebba Stroud' })).toBeVisible();
  let release = () => {};
  const held = new Promise<void>((go) => (release = go));
  await page.route(/hand-back$/, async (route) => {
    await held;
    const json = { code: 'reason-missing', detail: 'The server says why not.' };
    await route.fulfill({ status: 422, contentType: 'application/problem+json', json });
  });
  await page.getByLabel('Points, up to 10').fill('7');
  await page.keyboard.press('Control+Enter');
  // Nobody waits for the answer.
  await expect(page.getByRole('heading', { level: 2, name: 'Noor Haddow' })).toBeVisible();
  await expect(page.getByRole('link', { name: /^Ebba Stroud/ })).toContainText('on its way');
  await expect(page.getByText('One is left.')).toBeVisible();
  release();
  const told = page.getByRole('alert').filter({ hasText: 'Not handed back: Ebba Stroud' });
  await expect(told).toContainText('The server says why not.');
  await expectClean(page);
  await page.unroute(/hand-back$/);
  await told.getByRole('link', { name: 'Open it again' }).click();
  await expect(told).toHaveCount(0);
  await expect(page.getByRole('heading', { level: 2, name: 'Ebba Stroud' })).toBeVisible();
  await expect(page.getByLabel('Points, up to 10')).toHaveValue('7');
  // What has to be mended first is, before anybody goes on.
  await page.getByLabel('Points, up to 10').fill('70');
  await page.getByRole('button', { name: 'Hand back' }).click();
  await expect(page.getByRole('alert')).toContainText('Points are a number from 0 to 10');
  await page.getByLabel('Points, up to 10').fill('8');
  await page.getByRole('button', { name: 'Hand back' }).click();
  await expect(page.getByRole('heading', { level: 2, name: 'Noor Haddow' })).toBeVisible();
  await expect(page.getByRole('link', { name: /^Ebba Stroud/ })).toContainText('handed back · 8 points');
  await expect(page.getByRole('status').filter({ hasText: 'Handed back to Ebba Stroud' })).toBeVisible();
  await context.close();
});
