import { expect, test, type Page } from '@playwright/test';
import { asPerson, give, lessonCalled } from './support/people.ts';
import { undoOf } from './support/undo.ts';
import { lasts } from './support/room.ts';
import { frames } from './support/settled.ts';

/** Where the focus is, as a screen reader would name it; `nowhere` on the page as a whole. */
const here = (page: Page): Promise<string> =>
  page.evaluate(() => {
    const at = document.activeElement;
    if (!at || at === document.body) return 'nowhere';
    const label = at.id ? document.querySelector(`label[for="${CSS.escape(at.id)}"]`)?.textContent : null;
    const by = document.getElementById(at.getAttribute('aria-labelledby') ?? '')?.textContent;
    return (by ?? at.getAttribute('aria-label') ?? label ?? at.textContent ?? '').trim();
  });

/** Goes on with Tab until the focus is on what has this name. */
async function tabTo(page: Page, name: RegExp, most = 120): Promise<void> {
  for (let i = 0; i < most; i += 1) {
    if (name.test(await here(page))) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`${String(name)} is not reached with Tab; the focus is on ${await here(page)}`);
}
/** Presses a key; whoever works with keys is somewhere afterwards. */
async function press(page: Page, key: string): Promise<void> {
  await page.keyboard.press(key);
  await frames(page, 5);
  await expect.poll(() => here(page)).not.toBe('nowhere');
}
async function on(page: Page, name: RegExp, key = 'Enter'): Promise<void> {
  await tabTo(page, name);
  await press(page, key);
}

interface Named {
  readonly id: string;
  readonly name?: string;
  readonly title?: string;
}
const list = async (page: Page, path: string) => (await (await page.request.get(path)).json()) as Named[];

test('a lesson is given, watched, handed in, marked and corrected with keys alone, and nobody is ever nowhere', async ({
  browser,
}) => {
  const { page: teacher, context } = await asPerson(browser, 'ilse.marrow');

  await test.step('the teacher gives it', async () => {
    await teacher.goto('/lessons?words=twelfths');
    await on(teacher, /^The rule of twelfths$/);
    await expect(teacher.getByRole('slider', { name: 'Time in the lesson' })).toBeVisible();
    await on(teacher, /^Assign/);
    await expect(teacher.getByRole('heading', { name: 'Give it to a class' })).toBeVisible();
    await tabTo(teacher, /^Who$/);
    await teacher.keyboard.type('Weather logs');
    await tabTo(teacher, /^By when/);
    // Where it is, is seen.
    const outline = await teacher.getByLabel(/^By when/).evaluate((field) => getComputedStyle(field).outlineWidth);
    expect(Number.parseFloat(outline)).toBeGreaterThanOrEqual(2);
    await tabTo(teacher, /^What to do$/);
    await teacher.keyboard.type('By keys alone.');
    await tabTo(teacher, /^Points are given$/);
    await press(teacher, 'Space');
    await on(teacher, /^Assign$/);
    await expect(teacher.getByRole('button', { name: 'Change: Weather logs 10b' }).first()).toBeVisible();
  });

  const classes = await list(teacher, '/api/classes');
  const lesson = await lessonCalled(teacher, 'The rule of twelfths');
  const assignments = (await list(teacher, `/api/lessons/${lesson}/assignments`)) as unknown as {
    id: string;
    instructions: string;
  }[];
  const { id } = assignments.find(({ instructions }) => instructions === '<p>By keys alone.</p>')!;
  expect(classes.length).toBeGreaterThan(0);

  for (const name of ['pia.rowntree', 'dov.merrow'])
    await test.step(`${name} watches it and hands in`, async () => {
      const { page, context: own } = await asPerson(browser, name);
      // By way of the class page.
      await page.goto('/');
      await on(page, /^Classes$/);
      await expect(page.getByRole('heading', { level: 1, name: 'Weather logs 10b' })).toBeVisible();
      await expect(page.locator(`a[href="/desk/${id}"]`)).toContainText('due in 7 days');
      await on(page, /^The rule of twelfths.*due in 7 days/);
      await expect(page).toHaveURL(new RegExp(`/desk/${id}$`));
      await expect(page.getByRole('button', { name: /^(Watch|Go on)/ })).toBeVisible();
      await on(page, /^(Watch|Go on from)/);
      expect(await here(page)).toMatch(/^(Pause|Play)$/);
      await expect(page.getByRole('button', { name: 'Pause', exact: true })).toBeVisible();
      await press(page, 'Space');
      await tabTo(page, /^Time in the lesson$/, 200);
      const slider = page.getByRole('slider', { name: 'Time in the lesson' });
      await press(page, 'Home');
      // A key that is held: no step of it is lost.
      for (let i = 0; i < 6; i += 1) await page.keyboard.press('ArrowRight');
      await expect(slider).toHaveAttribute('aria-valuenow', '30');
      await tabTo(page, /^Or type it/);
      await page.keyboard.type('Two metres.');
      await on(page, /^Hand in the text$/);
      await expect(page.getByRole('heading', { name: 'Handed in' })).toBeFocused();
      await own.close();
    });

  await test.step('the teacher marks both in one go', async () => {
    await teacher.goto(`/marking/${id}`);
    await expect(teacher.getByText('Ready to record')).toBeVisible();
    const names: string[] = [];
    for (let i = 0; i < 2; i += 1) {
      await expect.poll(() => here(teacher)).toMatch(/^(Pia Rowntree|Dov Merrow)$/);
      names.push(await here(teacher));
      let keys = 0;
      for (const [field, text] of [
        [/^Points, up to/, '15'],
        [/^Comment$/, 'Clear.'],
      ] as const) {
        while (!field.test(await here(teacher))) {
          await teacher.keyboard.press('Tab');
          keys += 1;
        }
        await teacher.keyboard.type(text);
      }
      while (!/^Hand back$/.test(await here(teacher))) {
        await teacher.keyboard.press('Tab');
        keys += 1;
      }
      await press(teacher, 'Enter');
      // From the name of the one to the name of the next: the fields in their order, and nothing in between.
      expect(keys).toBeLessThanOrEqual(3);
    }
    expect(new Set(names).size).toBe(2);
  });

  await test.step('and corrects one', async () => {
    await teacher.goto(`/marking/${id}`);
    await on(teacher, /^Pia Rowntree/);
    await on(teacher, /^Correct the marks$/);
    await tabTo(teacher, /^Comment$/);
    await teacher.keyboard.type(' Well done.');
    await on(teacher, /^Save the correction$/);
    await expect(teacher.getByText(/corrected/)).toBeVisible();
  });
  await context.close();
});

test(
  'a small lesson is made, and a classmate’s is watched and answered, with keys alone',
  { tag: '@real-time' },
  async ({ browser }) => {
    const { page: ilse, context } = await asPerson(browser, 'ilse.marrow');
    const { id: classId } = (await list(ilse, '/api/classes')).find(({ name }) => name === 'Weather logs 10b')!;
    const lesson = await lessonCalled(ilse, 'Wind against tide');
    const work = { handIn: true, answerLimitMs: 60_000, makers: 2, answersSeen: 'class' };
    const id = await give(ilse, lesson, classId, work);
    const records = { permissions: ['microphone'] };
    const { page: greta, context: one } = await asPerson(browser, 'greta.sands', records);
    await greta.addInitScript(() => localStorage.setItem('oakbell.countdown', '0'));

    await test.step('its pages', async () => {
      await greta.goto(`/desk/${id}`);
      await on(greta, /^Make your small lesson$/);
      await expect(greta.getByRole('heading', { level: 1, name: /^Your small lesson/ })).toBeVisible();
      await on(greta, /^Show a code$/);
      await on(greta, /^Let nobody in$/);
      await on(greta, /^Add a board$/);
      await expect.poll(() => here(greta)).toBe('Squared');
      await press(greta, 'ArrowDown');
      await press(greta, 'Enter');
      await expect(greta.getByRole('img', { name: 'Page 2' })).toBeVisible();
      await on(greta, /^Move page 2$/, 'ArrowUp');
      await expect(greta.getByText('Page 2 is now page 1 of 2.')).toBeAttached();
      await on(greta, /^Remove page 2$/);
      await expect(greta.getByRole('img', { name: 'Page 2' })).toHaveCount(0);
      await on(greta, /^Undo$/);
      await expect(greta.getByRole('img', { name: 'Page 2' })).toBeVisible();
    });

    await test.step('its recording, heard and handed in', async () => {
      await on(greta, /^Record$/);
      await expect(greta.getByText('Ready to record')).toBeVisible();
      await on(greta, /^Record$/);
      await expect(greta.getByRole('button', { name: 'Pause', exact: true })).toBeVisible();
      await lasts(greta, 1.5);
      await on(greta, /^Stop$/);
      await expect(greta.getByText('It is saved.')).toBeVisible();
      await expect(greta.getByRole('button', { name: 'Keep it', exact: true })).toBeEnabled();
      await on(greta, /^Keep it$/);
      await on(greta, /^Play$/);
      await on(greta, /^Take out recording 1$/);
      await expect(greta.getByText('Nothing is recorded yet')).toBeVisible();
      await on(greta, /^Undo$/);
      await expect(greta.getByRole('button', { name: 'Take out recording 1' })).toBeVisible();
      await on(greta, /^Hand it in$/);
      await expect(greta.getByText(/^Your small lesson/)).toBeVisible();
      for (const part of [/^My voice/, /^My handwriting$/]) {
        await tabTo(greta, part);
        await greta.keyboard.press('Space');
      }
      await expect(greta.getByRole('checkbox', { name: 'My handwriting' })).toBeChecked();
    });

    await test.step('the teacher says yes', async () => {
      await ilse.goto(`/marking/${id}`);
      await on(ilse, /^Show it without its name$/);
      await expect(ilse.getByText('The class sees this answer, without its name')).toBeVisible();
    });

    const { page: hugo, context: other } = await asPerson(browser, 'hugo.brill');
    await test.step('a classmate watches and answers it', async () => {
      await hugo.goto(`/desk/${id}`);
      await on(hugo, /^Somebody of the class$/);
      await on(hugo, /^Watch$/);
      await expect(hugo.getByRole('button', { name: 'Pause', exact: true })).toBeVisible();
      await tabTo(hugo, /^Your reply$/);
      await hugo.keyboard.type('I would say the same.');
      await on(hugo, /^Send the reply$/);
      await expect(hugo.getByText('waits for your teacher; only you see it')).toBeVisible();
      await on(ilse, /^Show the reply of Hugo Brill$/);
      await expect(hugo.getByText('waits for your teacher')).toHaveCount(0);
      await on(hugo, /^Take it back$/);
      await expect(hugo.getByText('I would say the same.')).toHaveCount(0);
    });
    for (const each of [context, one, other]) await each.close();
  },
);

test('dialogs, menus and lists give the focus back to where it came from', async ({ browser }) => {
  const { page, context } = await asPerson(browser, 'ilse.marrow');
  await test.step('a dialog that was opened from a menu', async () => {
    await page.goto('/lessons?words=twelfths');
    await on(page, /^More for The rule of twelfths/);
    await expect(page.getByRole('menu')).toBeVisible();
    await on(page, /^Where it is used/);
    await expect(page.getByRole('dialog')).toBeVisible();
    await press(page, 'Escape');
    await expect(page.getByRole('dialog')).toBeHidden();
    await expect.poll(() => here(page)).toMatch(/^More for The rule of twelfths/);
  });
  await test.step('a page that was removed, and put back', async () => {
    await page.goto('/lessons?words=tide table');
    await on(page, /^Wind on the chart|^Reading a tide table/);
    await on(page, /^Pages/);
    await expect(page.getByRole('button', { name: /^Page 1/ })).toBeVisible();
    await on(page, /^Page 2/);
    await on(page, /^Remove page$/);
    await expect(undoOf(page, 'was removed')).toBeVisible();
    await expect.poll(() => here(page)).not.toBe('nowhere');
    await undoOf(page, 'was removed').focus();
    await press(page, 'Enter');
  });
  await test.step('the keys of a screen', async () => {
    await page.goto('/lessons?words=twelfths');
    await on(page, /^The rule of twelfths$/);
    await expect(page.getByRole('slider', { name: 'Time in the lesson' })).toBeVisible();
    await on(page, /^Keys$/);
    await expect(page.getByRole('dialog', { name: 'Keys on this screen' })).toBeVisible();
    await press(page, 'Escape');
    await expect.poll(() => here(page)).toMatch(/^Keys$/);
  });
  await context.close();
});
