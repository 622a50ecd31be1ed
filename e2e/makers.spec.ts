import { expect, test, type Page } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { expectClean } from './support/axe.ts';
import { noise } from './support/papers.ts';
import { asPerson, lessonCalled } from './support/people.ts';
import { undoOf } from './support/undo.ts';
import { draw, lasts, record, stopAndSave } from './support/room.ts';

const TITLE = 'Wind against tide';
const RECORDS = { permissions: ['microphone', 'camera'] };
const recordings = (page: Page) => page.getByRole('button', { name: /^Take out recording/ });

/** Gives it by the sheet, which says in words what it is becoming; tells its name. */
async function askFor(ilse: Page): Promise<string> {
  const lesson = await lessonCalled(ilse, TITLE);
  await ilse.goto(`/lessons/${lesson}/assign`);
  const words = `Explain it ${randomUUID().slice(0, 8)}.`;
  const who = ilse.getByLabel('Who', { exact: true });
  const option = await who.getByRole('option', { name: /^Weather logs 10b/ }).getAttribute('value');
  await who.selectOption(option!);
  await ilse.getByLabel('What to do').fill(words);
  await ilse.getByLabel('They record').selectOption('A small lesson, alone or in twos');
  await ilse.getByLabel('Seconds at most').fill('60');
  await expect(ilse.getByLabel('On which page')).toHaveCount(0);
  await ilse.getByRole('radio', { name: /^The class too/ }).check();
  await expect(ilse.getByText('make a small lesson, alone or in twos, up to 1:00')).toBeVisible();
  await expect(ilse.getByText('the class sees the answers that you approve')).toBeVisible();
  await expect(ilse.getByLabel('What learners will see')).toContainText(
    'Make a small lesson, alone or with a classmate, up to 1:00.',
  );
  await expectClean(ilse);
  await ilse.getByRole('button', { name: 'Assign', exact: true }).click();
  await expect(ilse.getByLabel('What to do')).toHaveText('');
  const given = (await (await ilse.request.get(`/api/lessons/${lesson}/assignments`)).json()) as readonly {
    id: string;
    instructions: string;
  }[];
  return given.find(({ instructions }) => instructions.includes(words))!.id;
}

async function openMaking(page: Page, assignment: string): Promise<void> {
  await page.addInitScript(() => localStorage.setItem('oakbell.countdown', '0'));
  await page.goto(`/desk/${assignment}`);
  await page.getByRole('link', { name: 'Make your small lesson' }).click();
  await expect(page.getByRole('heading', { level: 1, name: `Your small lesson: ${TITLE}` })).toBeVisible();
}

test(
  'a small lesson is made by two learners, shown by their teacher, and watched by the class',
  { tag: '@real-time' },
  async ({ browser }) => {
    const { page: ilse, context: teaching } = await asPerson(browser, 'ilse.marrow', { permissions: ['microphone'] });
    const id = await askFor(ilse);
    const { page: pia, context: one } = await asPerson(browser, 'pia.rowntree', RECORDS);
    const { page: dov, context: other } = await asPerson(browser, 'dov.merrow', RECORDS);

    await test.step('one says a code, the other types it', async () => {
      await openMaking(pia, id);
      await openMaking(dov, id);
      await pia.getByRole('button', { name: 'Show a code' }).click();
      const code = await pia.getByText(/^[0-9A-Z]{4}-[0-9A-Z]{4}$/).textContent();
      await dov.getByLabel('Or make it with somebody who has a code').fill('2222-2222');
      await dov.keyboard.press('Enter');
      await expect(dov.getByText('Nobody who makes this has such a code.')).toBeVisible();
      await dov.getByLabel('Or make it with somebody who has a code').fill(code!.toLowerCase());
      await dov.keyboard.press('Enter');
      await expect(dov.getByText('You make this with Pia Rowntree.')).toBeVisible();
      await expect(pia.getByText('You make this with Dov Merrow.')).toBeVisible();
    });

    await test.step('pages are chosen, put in order and taken out, and both see it', async () => {
      await pia.getByRole('button', { name: 'Add a board' }).click();
      await pia.getByRole('menuitem', { name: 'Ruled' }).click();
      await expect(dov.getByRole('img', { name: 'Page 2' })).toBeVisible();
      await pia.locator('input[type=file]').setInputFiles({
        ...{ name: 'log.png', mimeType: 'image/png', buffer: await noise(640, 360) },
      });
      await expect(dov.getByRole('img', { name: 'Page 3' })).toBeVisible();
      await pia.getByRole('button', { name: 'Move page 3', exact: true }).focus();
      await pia.keyboard.press('ArrowUp');
      await expect(pia.getByText('Page 3 is now page 2 of 3.')).toBeAttached();
      await pia.getByRole('button', { name: 'Remove page 3' }).click();
      await expect(dov.getByRole('img', { name: 'Page 3' })).toHaveCount(0);
      await expectClean(pia);
    });

    await test.step('each records, with pen and camera, and hears what there is', async () => {
      await pia.getByRole('button', { name: 'Record', exact: true }).click();
      await expect(pia.getByText('Ready to record')).toBeVisible();
      // Fewer things: no window, no other devices, no practice.
      for (const name of [/Live window/, /^Pen$/]) await expect(pia.getByRole('button', { name })).toHaveCount(0);
      await pia.getByRole('button', { name: 'Camera', exact: true }).click();
      await pia.getByRole('switch', { name: 'Camera' }).click();
      await expect(pia.getByRole('button', { name: 'Camera on' })).toBeVisible();
      await pia.keyboard.press('Escape');
      await record(pia);
      await draw(pia, [0.2, 0.3], [0.6, 0.4]);
      await pia.keyboard.press('ArrowRight');
      await lasts(pia, 2);
      await stopAndSave(pia);
      await pia.getByRole('button', { name: 'Keep it', exact: true }).click();
      await expect(recordings(pia)).toHaveCount(1);
      await expect(recordings(dov)).toHaveCount(1);

      await dov.getByRole('button', { name: 'Record more' }).click();
      await expect(dov.getByText('Ready to record')).toBeVisible();
      await record(dov);
      await draw(dov, [0.3, 0.6], [0.7, 0.5]);
      await lasts(dov, 2);
      await stopAndSave(dov);
      await dov.getByRole('button', { name: 'Keep it', exact: true }).click();
      await expect(recordings(dov)).toHaveCount(2);
      await expect(recordings(pia)).toHaveCount(2);
      await expect(dov.getByText(/There is room for 0:\d\d more/)).toBeVisible();
      await dov.getByRole('button', { name: 'Take out recording 1' }).click();
      await expect(recordings(dov)).toHaveCount(1);
      await undoOf(dov, 'The recording was taken out.').click();
      await expect(recordings(dov)).toHaveCount(2);
      await expectClean(dov);
    });

    await test.step('one hands in for both', async () => {
      await dov.getByRole('button', { name: 'Hand it in' }).click();
      await expect(dov.getByText(/Your small lesson, by Pia Rowntree and Dov Merrow/)).toBeVisible();
      await pia.goto(`/desk/${id}`);
      await expect(pia.getByText(/Your small lesson, by Pia Rowntree and Dov Merrow/)).toBeVisible();
      await expectClean(pia);
      // Each of them says what the class may see of them.
      for (const maker of [pia, dov])
        for (const part of ['My name', 'My voice, and what a camera shows of me', 'My handwriting'])
          await maker.getByRole('checkbox', { name: part }).check();
    });

    const phone = { viewport: { width: 390, height: 844 }, hasTouch: true };
    const { page: class10b, context: third } = await asPerson(browser, 'juno.pike', phone);
    await test.step('the class sees nothing of it before the teacher’s yes', async () => {
      await class10b.goto(`/desk/${id}`);
      await expect(class10b.getByText('None yet. Your teacher chooses')).toBeVisible();
    });

    await test.step('the teacher watches it, and shows it to the class', async () => {
      await ilse.goto(`/marking/${id}`);
      await expect(ilse.getByRole('heading', { name: 'Pia Rowntree and Dov Merrow' })).toBeVisible();
      await expect(ilse.getByText('A small lesson. Watch it first')).toBeVisible();
      await expect(ilse.getByText('Nothing has to be left out: its makers said so.')).toBeVisible();
      await ilse.getByRole('button', { name: 'Show it with its name' }).click();
      await expect(ilse.getByText('The class sees this answer, with its name')).toBeVisible();
      await expectClean(ilse);
      await expect(pia.getByText(/your class can see it/)).toBeVisible();
    });

    await test.step('a classmate watches it, on a phone', async () => {
      await class10b.getByRole('link', { name: 'Pia Rowntree and Dov Merrow' }).tap();
      await class10b.getByRole('button', { name: 'Watch', exact: true }).tap();
      await expect(class10b.getByRole('button', { name: 'Pause' })).toBeVisible();
      await expectClean(class10b);
      const wide = await class10b.evaluate(() => document.documentElement.scrollWidth);
      expect(wide).toBeLessThanOrEqual(390);
    });

    await test.step('and answers it in words, which the class sees after the teacher’s yes too', async () => {
      await class10b.getByLabel('Your reply').fill('Does it hold in the bay as well?');
      await class10b.getByRole('button', { name: 'Send the reply' }).tap();
      await expect(class10b.getByText('waits for your teacher; only you see it')).toBeVisible();
      await pia.getByRole('link', { name: /^Yours/ }).click();
      await expect(pia.getByText('None yet.')).toBeVisible();
      await ilse.getByRole('button', { name: 'Show the reply of Juno Pike' }).click();
      await expect(pia.getByText('Does it hold in the bay as well?')).toBeVisible();
      await expectClean(pia);
      await expectClean(ilse);
    });

    await test.step('it is taken away at once', async () => {
      await ilse.getByRole('button', { name: 'Take it away from the class' }).click();
      await expect(class10b.getByRole('heading', { name: 'This answer is not shown now' })).toBeVisible();
      await undoOf(ilse, 'The class no longer sees this answer.').click();
      await expect(class10b.getByRole('button', { name: /^(Watch|Go on)/ })).toBeVisible();
    });

    await test.step('what is said of it comes back to both', async () => {
      await ilse.getByLabel('Comment').fill('Clear, and well drawn.');
      await ilse.getByRole('button', { name: 'Hand back' }).click();
      for (const page of [pia, dov]) {
        await page.goto(`/feedback/${id}`);
        await expect(page.getByText('Clear, and well drawn.')).toBeVisible();
      }
    });
    for (const context of [teaching, one, other, third]) await context.close();
  },
);

test('a learner goes on alone, and finds what they had made before', async ({ browser }) => {
  const { page: ilse, context: teaching } = await asPerson(browser, 'ilse.marrow');
  const id = await askFor(ilse);
  const { page: pia, context: one } = await asPerson(browser, 'pia.rowntree');
  const { page: dov, context: other } = await asPerson(browser, 'dov.merrow');
  await openMaking(pia, id);
  await openMaking(dov, id);
  await dov.getByRole('button', { name: 'Add a board' }).click();
  await dov.getByRole('menuitem', { name: 'Dotted' }).click();
  await expect(dov.getByRole('img', { name: 'Page 2' })).toBeVisible();
  await pia.getByRole('button', { name: 'Show a code' }).click();
  const code = await pia.getByText(/^[0-9A-Z]{4}-[0-9A-Z]{4}$/).textContent();
  await dov.getByLabel('Or make it with somebody who has a code').fill(code!);
  await dov.getByRole('button', { name: 'Come in' }).click();
  await expect(dov.getByText('You make this with Pia Rowntree.')).toBeVisible();
  await expect(dov.getByRole('img', { name: 'Page 2' })).toHaveCount(0);
  await dov.getByRole('button', { name: 'Go on alone' }).click();
  const dialog = dov.getByRole('dialog', { name: 'Go on alone?' });
  await expectClean(dov);
  await dialog.getByRole('button', { name: 'Go on alone' }).click();
  await expect(dov.getByRole('img', { name: 'Page 2' })).toBeVisible();
  await expect(pia.getByRole('button', { name: 'Show a code' })).toBeVisible();
  for (const context of [teaching, one, other]) await context.close();
});
