import { expect, test, type Locator, type Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { expectClean } from './support/axe.ts';
import { asPerson, give, lessonCalled, makeLesson } from './support/people.ts';

const WORLD = join(import.meta.dirname, '../demo/world');
const TITLE = 'A passage plan, step by step';

/** Writes a stroke on the page that is up, between two places in shares of it. */
async function stroke(page: Page, from: readonly [number, number], to: readonly [number, number]): Promise<void> {
  const box = (await page.locator('[data-stage]').boundingBox())!;
  const at = ([x, y]: readonly [number, number]) => [box.x + x * box.width, box.y + y * box.height] as const;
  await page.mouse.move(...at(from));
  await page.mouse.down();
  await page.mouse.move(...at(to), { steps: 12 });
  await page.mouse.up();
}
/** How much of what is painted in a picture is ink: dark pixels, counted. */
const inkIn = (canvas: Locator): Promise<number> =>
  canvas.evaluate((one: HTMLCanvasElement) => {
    const { data } = one.getContext('2d')!.getImageData(0, 0, one.width, one.height);
    let dark = 0;
    for (let i = 0; i < data.length; i += 4)
      if (data[i + 3]! > 200 && data[i]! + data[i + 1]! + data[i + 2]! < 150) dark += 1;
    return dark;
  });
const inkHere = (page: Page) => inkIn(page.locator('canvas[data-layer=ink]'));
const saved = (page: Page) => page.getByRole('status').filter({ hasText: /^Saved \d/ });

test('a worksheet is made of a PDF, written on by pen, through a cut line and a closed browser, looked on, handed in and marked', async ({
  browser,
}) => {
  const { page: jon } = await asPerson(browser, 'jon.vale');
  const { page: basil, context } = await asPerson(browser, 'basil.crane');
  const sheet = jon.getByRole('form', { name: 'Give it to a class' });
  const due = new Date(Date.now() + 310 * 86_400_000).toISOString().replace(/T.*/, 'T11:03');

  await test.step('the teacher makes it, and a file that is too long is refused in words', async () => {
    await jon.goto(`/lessons/${await lessonCalled(jon, TITLE)}/assign`);
    await sheet.getByLabel('Who', { exact: true }).selectOption('Seamanship 9c (18 learners)');
    await sheet.getByLabel(/^By when/).fill(due);
    const files = sheet.getByLabel('PDF or pictures for the worksheet');
    const heic = Buffer.concat([Buffer.from([0, 0, 0, 24]), Buffer.from('ftypheic'), Buffer.alloc(99)]);
    await files.setInputFiles({ name: 'quay.heic', mimeType: 'image/heic', buffer: heic });
    await expect(sheet.getByRole('alert').filter({ hasText: 'JPEG' })).toBeVisible();
    await files.setInputFiles({
      ...{ name: 'Tide table.pdf', mimeType: 'application/pdf' },
      buffer: await readFile(join(WORLD, 'table.pdf')),
    });
    const field = sheet.getByRole('group', { name: 'Worksheet' });
    await expect(field.getByRole('listitem')).toHaveCount(3);
    await expect(sheet.getByRole('group', { name: 'What it says' })).toContainText('to write on the worksheet');
    await expectClean(jon);
    await sheet.getByRole('button', { name: 'Assign', exact: true }).click();
    await expect(jon.getByRole('region', { name: 'Given to' })).toContainText('Seamanship 9c');
  });

  const id = await test.step('the learner opens it from the desk', async () => {
    const found = async () => {
      const desk = (await (await basil.request.get('/api/desk')).json()) as { assignmentId: string; dueAt: string }[];
      return desk.find(({ dueAt }) => dueAt.startsWith(due))?.assignmentId;
    };
    await expect.poll(found).toBeDefined();
    const assignment = (await found())!;
    await basil.goto(`/desk/${assignment}`);
    await basil.getByRole('link', { name: 'Write on the worksheet' }).click();
    await expect(basil.getByText('1 of 3')).toBeVisible();
    return assignment;
  });

  await test.step('what the pen writes is saved, undone and done again', async () => {
    await basil
      .getByRole('button', { name: 'Dark pen (1)' })
      .or(basil.getByRole('button', { name: 'Dark pen' }))
      .click();
    await stroke(basil, [0.2, 0.4], [0.6, 0.5]);
    await expect(saved(basil)).toBeVisible();
    const one = await inkHere(basil);
    expect(one).toBeGreaterThan(50);
    await stroke(basil, [0.2, 0.6], [0.6, 0.7]);
    await expect.poll(() => inkHere(basil)).toBeGreaterThan(one * 1.5);
    await basil.keyboard.press('Control+z');
    await expect.poll(() => inkHere(basil)).toBe(one);
    await basil.keyboard.press('Control+Shift+z');
    await expect.poll(() => inkHere(basil)).toBeGreaterThan(one * 1.5);
    await expectClean(basil);
  });

  await test.step('without a line it is kept, is not handed in, and goes when the line is back', async () => {
    await context.setOffline(true);
    await stroke(basil, [0.3, 0.2], [0.7, 0.3]);
    await expect(basil.getByText('No line to the school. What you write is kept here and sent later.')).toBeVisible();
    await basil.getByRole('button', { name: 'Hand it in' }).click();
    await expect(basil.getByText(/nothing was handed in. What you wrote is kept here/)).toBeVisible();
    await context.setOffline(false);
    await expect(saved(basil)).toBeVisible();
  });

  await test.step('a picture is placed, moved with arrows and taken away with one undo', async () => {
    await basil
      .getByLabel('Picture to place')
      .setInputFiles({ name: 'chart.jpg', mimeType: 'image/jpeg', buffer: await readFile(join(WORLD, 'chart.jpg')) });
    const frame = basil.getByRole('group', { name: /^Picture\./ });
    const left = async () => (await frame.boundingBox())!.x;
    const before = await left();
    await frame.focus();
    for (let i = 0; i < 5; i += 1) await basil.keyboard.press('ArrowRight');
    await expect.poll(left).toBeGreaterThan(before + 20);
    await expect(frame).toBeFocused();
    await basil.keyboard.press('Delete');
    await expect(frame).toBeHidden();
    await basil.keyboard.press('Control+z');
    await expect(frame).toBeVisible();
    await expect(saved(basil)).toBeVisible();
  });

  await test.step('the teacher looks on as it grows', async () => {
    await jon.goto(`/marking/${id}`);
    await jon.getByRole('link', { name: 'Look on at the worksheets' }).click();
    const first = jon.getByRole('img', { name: /^Page 1 as it is now/ }).locator('canvas');
    await expect.poll(() => inkIn(first)).toBeGreaterThan(100);
    await expectClean(jon);
    await basil.getByRole('button', { name: 'Next page' }).click();
    await basil.keyboard.press('n');
    await basil.keyboard.type('I leave at 16:45.');
    await basil.keyboard.press('Escape');
    await expect(jon.getByRole('img', { name: 'Page 2 as it is now. I leave at 16:45.' })).toBeVisible();
  });

  await test.step('opened again it is as it was; handed in it can be written on and handed in again', async () => {
    await basil.reload();
    await expect.poll(() => inkHere(basil)).toBeGreaterThan(100);
    await basil.getByRole('button', { name: 'Hand it in' }).click();
    await expect(basil.getByRole('heading', { name: 'Handed in' })).toBeVisible();
    await expect
      .poll(() => inkIn(basil.getByRole('img', { name: 'Page 1 of what you handed in' }).locator('canvas')))
      .toBeGreaterThan(10);
    await expectClean(basil);
    await basil.getByRole('link', { name: 'Write on it again' }).click();
    await expect(basil.getByRole('button', { name: 'Hand it in again' })).toBeVisible();
    await basil.keyboard.press('1');
    await stroke(basil, [0.1, 0.8], [0.9, 0.8]);
    await expect(saved(basil)).toBeVisible();
    await basil.getByRole('button', { name: 'Hand it in again' }).click();
    await expect(basil.getByText(/handed in 2 times/)).toBeVisible();
  });

  await test.step('it is marked with the ink on its pages, and closed then', async () => {
    await jon.goto(`/marking/${id}`);
    await expect(jon.getByText('Ready to record')).toBeVisible();
    await expect.poll(() => inkIn(jon.locator('canvas[data-layer=page]').first())).toBeGreaterThan(100);
    await jon.getByLabel('Comment').fill('Clear.');
    await jon.getByRole('button', { name: 'Hand back' }).click();
    await basil.goto(`/worksheet/${id}`);
    await expect(basil.getByText('This was handed back, so nothing more is written on it.')).toBeVisible();
    await expect(basil.getByRole('button', { name: /^Hand it in/ })).toBeHidden();
  });
});

test('a worksheet is filled in with keys alone, field by field, and handed in', async ({ browser }) => {
  const { page: jon, context } = await asPerson(browser, 'jon.vale');
  const made = await makeLesson(jon, 'Lights by night', 1);
  const at = `/api/lessons/${made.id}/pages/${made.pages[0]!.id}/things`;
  const field = (id: string, y: number, label: string) => ({
    id,
    kind: 'field',
    x: 200,
    y,
    width: 700,
    height: 110,
    label,
  });
  const things = [field('a', 200, 'What shows red'), field('b', 400, 'What shows green')];
  expect((await jon.request.put(at, { data: { things } })).ok()).toBe(true);
  const sheet = await jon.request.post('/api/worksheets/from-lesson', {
    data: { lessonId: made.id, pageIds: [made.pages[0]!.id] },
  });
  const worksheetId = ((await sheet.json()) as { id: string }).id;
  const classes = (await (await jon.request.get('/api/classes')).json()) as { id: string; name: string }[];
  const ninth = classes.find(({ name }) => name === 'Seamanship 9c')!;
  const lesson = await lessonCalled(jon, TITLE);
  const id = await give(jon, lesson, ninth.id, { worksheetId, instructions: 'By keys.' });

  const { page: cleo } = await asPerson(browser, 'cleo.dray');
  await cleo.goto(`/worksheet/${id}`);
  await expect(cleo.getByText('1 of 1')).toBeVisible();
  await test.step('fields one after another', async () => {
    await cleo.getByRole('textbox', { name: 'What shows red' }).focus();
    await cleo.keyboard.type('Port side');
    await cleo.keyboard.press('Tab');
    await expect(cleo.getByRole('textbox', { name: 'What shows green' })).toBeFocused();
    await cleo.keyboard.type('Starboard');
    await cleo.keyboard.press('Tab');
    await expect(saved(cleo)).toBeVisible();
    await expectClean(cleo);
  });
  await test.step('a text where there is no field, moved, changed and taken away', async () => {
    await cleo.getByRole('link', { name: 'Back to the assignment' }).focus();
    await cleo.keyboard.press('n');
    await cleo.keyboard.type('White is seen from behind');
    await cleo.keyboard.press('Escape');
    const text = cleo.getByRole('button', { name: /^Text: White is seen/ });
    await expect(text).toBeFocused();
    const top = async () => (await text.boundingBox())!.y;
    const before = await top();
    await cleo.keyboard.press('ArrowDown');
    await cleo.keyboard.press('ArrowDown');
    await expect.poll(top).toBeGreaterThan(before + 5);
    await expect(text).toBeFocused();
    await cleo.keyboard.press('Enter');
    await cleo.keyboard.press('End');
    await cleo.keyboard.type('.');
    await cleo.keyboard.press('Escape');
    await expect(cleo.getByRole('button', { name: /^Text: White is seen from behind\./ })).toBeFocused();
    await cleo.keyboard.press('Delete');
    await expect(cleo.getByRole('button', { name: /^Text: / })).toHaveCount(0);
    await cleo.keyboard.press('Control+z');
    await expect(cleo.getByRole('button', { name: /^Text: White is seen/ })).toHaveCount(1);
    await expect(saved(cleo)).toBeVisible();
  });
  await test.step('it is there again, and handed in', async () => {
    await cleo.reload();
    await expect(cleo.getByRole('textbox', { name: 'What shows red' })).toHaveValue('Port side');
    await expect(cleo.getByRole('textbox', { name: 'What shows green' })).toHaveValue('Starboard');
    await cleo.getByRole('button', { name: 'Hand it in' }).focus();
    await cleo.keyboard.press('Enter');
    await expect(cleo.getByRole('heading', { name: 'Handed in' })).toBeVisible();
  });
  await context.close();
});

test('on a phone the page is large enough to be pressed and written on, and nothing is lost when the browser is closed', async ({
  browser,
}) => {
  const phone = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };
  const { page: jon } = await asPerson(browser, 'jon.vale');
  const boards = await jon.request.post('/api/worksheets/of-boards', {
    data: { backdrop: { kind: 'squared' }, count: 2 },
  });
  const worksheetId = ((await boards.json()) as { id: string }).id;
  const classes = (await (await jon.request.get('/api/classes')).json()) as { id: string; name: string }[];
  const ninth = classes.find(({ name }) => name === 'Seamanship 9c')!;
  const id = await give(jon, await lessonCalled(jon, TITLE), ninth.id, { worksheetId, instructions: 'On a phone.' });
  const { page: dina, context } = await asPerson(browser, 'dina.elver', phone);
  await dina.goto(`/worksheet/${id}`);
  await expect(dina.getByText('1 of 2')).toBeVisible();
  expect((await dina.locator('[data-stage]').boundingBox())!.width).toBeGreaterThan(900);
  await expectClean(dina);
  await dina.getByRole('button', { name: /^Blue pen/ }).tap();
  const box = (await dina.locator('[data-stage]').boundingBox())!;
  await dina.touchscreen.tap(box.x + 120, box.y + 200);
  await dina.touchscreen.tap(box.x + 160, box.y + 220);
  await expect(saved(dina)).toBeVisible();
  // What is written in the last moment is kept, and sent the next time.
  await dina.touchscreen.tap(box.x + 200, box.y + 240);
  const kept = () =>
    dina.evaluate(
      () =>
        new Promise<number>((resolve) => {
          const open = indexedDB.open('oakbell.sheets');
          open.onsuccess = () => {
            const all = open.result.transaction('parts').objectStore('parts').count();
            all.onsuccess = () => resolve(all.result);
          };
        }),
    );
  await context.setOffline(true);
  await dina.touchscreen.tap(box.x + 240, box.y + 260);
  await expect.poll(kept).toBeGreaterThan(0);
  await dina.close();
  await context.setOffline(false);
  const again = await context.newPage();
  // It goes from wherever they are, also when the sheet is not opened.
  await again.goto('/desk');
  const strokes = async () => {
    const { log } = (await (await again.request.get(`/api/assignments/${id}/sheet`)).json()) as { log: string };
    return log.split('"kind":"stroke"').length - 1;
  };
  await expect.poll(strokes).toBe(4);
});
