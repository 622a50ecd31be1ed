import { expect, test } from '@playwright/test';
import { expectClean } from './support/axe.ts';
import { asPerson, comeIn, PASSWORD } from './support/people.ts';

test('somebody sees where they are signed in, ends a session elsewhere, and changes their password', async ({
  browser,
}) => {
  const otis = async () => {
    const context = await browser.newContext();
    const page = await context.newPage();
    await comeIn(page, 'otis.wade');
    return { context, page };
  };
  const [here, there] = [await otis(), await otis()];
  const { page } = here;
  await page.getByRole('link', { name: 'Otis Wade' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Account' })).toBeVisible();
  await expect(page.getByText('this one')).toHaveCount(1);
  await expectClean(page);
  await page.getByRole('button', { name: /^Sign out Chrome on Linux/ }).click();
  await expect(page.getByRole('button', { name: /^Sign out Chrome on Linux/ })).toHaveCount(0);
  await there.page.reload();
  await expect(there.page.getByLabel('Password', { exact: true })).toBeVisible();

  const change = async (current: string, next: string, again = next) => {
    await page.getByLabel('Password you have now').fill(current);
    await page.getByLabel('New password', { exact: true }).fill(next);
    await page.getByLabel('New password again').fill(again);
    await page.getByRole('button', { name: 'Change password' }).click();
  };
  await change(PASSWORD, 'three gulls on a mast', 'three gulls on a must');
  await expect(page.getByText('This is not the same as above')).toBeVisible();
  await change('not this one', 'three gulls on a mast');
  await expect(page.getByText('This is not the password you have now.')).toBeVisible();
  await change(PASSWORD, 'Password123');
  await expect(page.getByText(/among the first that are tried/)).toBeVisible();
  await expectClean(page);
  await change(PASSWORD, 'three gulls on a mast');
  await expect(page.getByText(/Your password is changed/)).toBeVisible();
  await page.reload();
  await expect(page.getByRole('heading', { level: 1, name: 'Account' })).toBeVisible();
  await there.page.getByLabel('Name').fill('otis.wade');
  await there.page.getByLabel('Password', { exact: true }).fill('three gulls on a mast');
  await there.page.getByRole('button', { name: 'Sign in' }).click();
  await expect(there.page.getByRole('heading', { name: 'On my desk' })).toBeVisible();
  for (const { context } of [here, there]) await context.close();
});

test('a lesson that its teacher closes is gone from before a learner who watches it, says so, and comes back', async ({
  browser,
}) => {
  const [teacher, learner] = [await asPerson(browser, 'ilse.marrow'), await asPerson(browser, 'jory.tamsin')];
  await learner.page.goto('/');
  await learner.page.getByRole('link', { name: /From compass to true/ }).click();
  await expect(learner.page.getByRole('slider', { name: 'Time in the lesson' })).toBeVisible();
  const { page } = teacher;
  await page.clock.install();
  await page.goto('/lessons?words=compass');
  await page.getByRole('link', { name: 'From compass to true', exact: true }).click();
  await page.getByRole('navigation', { name: 'Steps of the lesson' }).getByRole('link', { name: 'Assign' }).click();
  await page.getByRole('radio', { name: 'Only me' }).check();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Nobody but you can watch it.')).toBeVisible();
  // An offer stays as long as somebody is at it, by keys or by pointer.
  const undo = page.getByRole('button', { name: 'Undo' });
  await undo.focus();
  await page.clock.fastForward('01:00');
  await expect(undo).toBeFocused();
  await undo.hover();
  await expectClean(page);
  await expect(learner.page.getByText('Your teacher has taken this lesson away for now')).toBeVisible();
  await expectClean(learner.page);
  await undo.click();
  await expect(page.getByText('Learners it is given to can watch it.')).toBeVisible();
  await expect(learner.page.getByRole('slider', { name: 'Time in the lesson' })).toBeVisible();
  for (const { context } of [teacher, learner]) await context.close();
});

test('a recording that somebody left in this browser is offered to them, and to nobody else', async ({ browser }) => {
  const { page, context } = await asPerson(browser, 'ilse.marrow');
  await page.goto('/');
  const me = ((await (await page.request.get('/api/session')).json()) as { id: string }).id;
  const leave = (personId: string) =>
    page.evaluate(async (whose) => {
      const takes = await (await navigator.storage.getDirectory()).getDirectoryHandle('takes', { create: true });
      const folder = await takes.getDirectoryHandle(crypto.randomUUID(), { create: true });
      const facts = {
        takeId: 'left',
        lessonId: 'l',
        personId: whose,
        windowKey: 'w',
        openedAt: '2026-03-02T08:00:00Z',
        takeOver: false,
      };
      for (const [name, content] of [
        ['take.json', JSON.stringify(facts)],
        ['voice.pcm', new Uint8Array(96_000 * 7)],
      ] as const) {
        const file = await (await folder.getFileHandle(name, { create: true })).createWritable();
        await file.write(content);
        await file.close();
      }
    }, personId);
  await leave(crypto.randomUUID());
  await page.goto('/today');
  await expect(
    page
      .getByRole('heading', { name: 'Lessons to finish' })
      .or(page.getByRole('heading', { level: 1 }))
      .first(),
  ).toBeVisible();
  await expect(page.getByText('A recording of 0:07')).toHaveCount(0);
  await leave(me);
  await page.reload();
  await expect(page.getByText('A recording of 0:07')).toHaveCount(1);
  await context.close();
});

test('somebody reads their due dates in a calendar of their own, and ends its address', async ({ browser }) => {
  const { page, context } = await asPerson(browser, 'ebba.stroud');
  await page.goto('/account');
  await page.getByRole('button', { name: 'Make an address' }).click();
  const address = await page.getByLabel('Address', { exact: true }).inputValue();
  await expectClean(page);
  const read = async () => {
    // A calendar program is signed in as nobody.
    const answer = await fetch(address);
    return [answer.status, await answer.text()] as const;
  };
  const [status, text] = await read();
  expect([status, text.startsWith('BEGIN:VCALENDAR')]).toEqual([200, true]);
  expect(text).toContain('SUMMARY:Due: ');
  await page.getByRole('button', { name: 'Make another address' }).click();
  await expect(page.getByLabel('Address', { exact: true })).not.toHaveValue(address);
  expect((await read())[0]).toBe(404);
  await page.getByRole('button', { name: 'End it' }).click();
  await expect(page.getByRole('button', { name: 'Make an address' })).toBeVisible();
  await context.close();
});
