import { expect, test, type Page } from '@playwright/test';
import sharp from 'sharp';
import { slides } from './support/papers.ts';
import { makeLesson, signIn } from './support/people.ts';
import { undoOf } from './support/undo.ts';

interface Thing {
  readonly kind: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly source?: string;
}
interface LessonPage {
  readonly id: string;
  readonly cues: string;
  readonly picture: string | null;
  readonly things: readonly Thing[];
  readonly backdrop: Record<string, unknown> | null;
}
const pagesOf = async (page: Page, id: string) =>
  ((await (await page.request.get(`/api/lessons/${id}`)).json()) as { pages: LessonPage[] }).pages;
const idIn = (page: Page) => /lessons\/([^/]+)/.exec(page.url())![1]!;
const png = (colour: string) =>
  sharp({ create: { width: 800, height: 450, channels: 3, background: colour } })
    .png()
    .toBuffer();

test.beforeEach(({ page }) => signIn(page, 'ilse.marrow'));

test('a goal, a target and cues say how long each page takes and which one overruns', async ({ page }) => {
  const { id } = await makeLesson(page, 'Planned', 3);
  await page.goto(`/lessons/${id}/pages`);
  await page.getByLabel('Goal').fill('Say how deep it is at any hour');
  await page.getByLabel('Target, minutes').fill('0.5');
  await page.getByRole('textbox', { name: 'Cues' }).fill('one two three four five six seven eight nine ten '.repeat(3));
  await expect(page.getByText(/About \d+ seconds to say/)).toBeVisible();
  await page.getByRole('button', { name: /^Page 2/ }).click();
  await expect(page.getByRole('textbox', { name: 'Cues' }), 'the cues of the page that was chosen').toHaveText('');
  await page.getByRole('textbox', { name: 'Cues' }).fill('and many more words to say on this page '.repeat(10));
  await page.getByRole('button', { name: /^Page 3/ }).click();
  await expect(page.getByRole('button', { name: /^Page 2 .* over/ })).toBeVisible();
  await expect(page.getByText('longer than the target')).toBeVisible();
  await page.getByLabel('Target, minutes').fill('16');
  await expect(page.getByText(/Past 15 minutes/)).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Goal')).toHaveValue('Say how deep it is at any hour');
  await expect(page.getByRole('textbox', { name: 'Cues' })).toContainText('one two three');
});

test('pages are picked from a file, dragged and keyed into order, duplicated, replaced and brought back', async ({
  page,
}) => {
  const { id } = await makeLesson(page, 'Picked', 1);
  await page.goto(`/lessons/${id}/pages`);
  await page
    .locator('input[type=file]')
    .first()
    .setInputFiles({ name: 'six.pdf', mimeType: 'application/pdf', buffer: await slides(6) });
  await expect(page.getByText('6 of 6 picked')).toBeVisible();
  await page.getByRole('button', { name: 'None' }).click();
  await page.getByRole('checkbox', { name: 'Page 2' }).click();
  await page.getByRole('checkbox', { name: 'Page 5' }).click();
  await page.getByRole('button', { name: 'Add 2 pages' }).click();
  await expect(page.getByRole('button', { name: /^Page 3/ })).toBeVisible();
  const [board, second, third] = (await pagesOf(page, id)).map((one) => one.id);

  const grip = (number: number) => page.getByRole('button', { name: `Move page ${number}` });
  await expect(grip(3)).toHaveAccessibleDescription(/press the up or down arrow/);
  await grip(3).focus();
  // One press, one place, however quickly they come; the last order is the one that stays.
  for (const key of ['ArrowUp', 'ArrowUp', 'ArrowUp', 'ArrowDown', 'ArrowDown', 'ArrowUp', 'ArrowDown', 'ArrowUp'])
    await page.keyboard.press(key);
  await expect(grip(2)).toBeFocused();
  await expect(page.getByText('Page 3 is now page 2 of 3.')).toBeAttached();
  await expect.poll(async () => (await pagesOf(page, id)).map((one) => one.id)).toEqual([board, third, second]);
  const from = (await grip(1).boundingBox())!;
  const to = (await grip(3).boundingBox())!;
  await page.mouse.move(from.x + 10, from.y + 20);
  await page.mouse.down();
  await page.mouse.move(from.x + 10, from.y + 60, { steps: 5 });
  await page.mouse.move(to.x + 10, to.y + 30, { steps: 10 });
  await expect(page.getByText('Over the place of page 3.')).toBeAttached();
  await page.mouse.up();
  await expect.poll(async () => (await pagesOf(page, id)).map((one) => one.id)).toEqual([third, second, board]);

  await page.getByRole('button', { name: /^Page 1/ }).click();
  await page.getByRole('textbox', { name: 'Cues' }).fill('Keep me');
  await page.getByRole('button', { name: 'Duplicate page' }).click();
  await expect.poll(async () => (await pagesOf(page, id)).length).toBe(4);
  const before = (await pagesOf(page, id))[0]!;
  await page.getByRole('button', { name: 'Replace the picture' }).click();
  await page
    .getByLabel('File with the new picture')
    .setInputFiles({ name: 'right.png', mimeType: 'image/png', buffer: await png('#446688') });
  await page.getByRole('button', { name: 'Use this picture' }).click();
  await expect(page.getByText('Ink and cues are still there.')).toBeVisible();
  const after = (await pagesOf(page, id))[0]!;
  expect(after).toMatchObject({ id: before.id, cues: '<p>Keep me</p>' });
  expect(after.picture).not.toBe(before.picture);
  await undoOf(page, 'Ink and cues are still there').click();
  await expect.poll(async () => (await pagesOf(page, id))[0]!.picture).toBe(before.picture);

  await page.getByRole('button', { name: 'Remove page' }).click();
  await expect.poll(async () => (await pagesOf(page, id)).length).toBe(3);
  await undoOf(page, 'was removed').click();
  await expect.poll(async () => (await pagesOf(page, id)).length).toBe(4);
});

test('text, shapes, a formula and a cut-out are placed, moved by hand and key, layered, and taken back', async ({
  page,
}) => {
  const { id } = await makeLesson(page, 'Placed', 1);
  await page.goto(`/lessons/${id}/pages`);
  const things = async () => (await pagesOf(page, id))[0]!.things;
  await page.getByRole('button', { name: 'Text', exact: true }).click();
  await page.getByLabel('Words').fill('Find the course to steer');
  await expect.poll(things).toMatchObject([{ kind: 'text', text: 'Find the course to steer' }]);
  const [text] = await things();

  const stage = (await page.locator('canvas[data-stage]').boundingBox())!;
  const at = (x: number, y: number) =>
    [stage.x + (x / 1600) * stage.width, stage.y + (y / 900) * stage.height] as const;
  await page.mouse.move(...at(text!.x + 40, text!.y + 20));
  await page.mouse.down();
  await page.mouse.move(...at(text!.x + 240, text!.y + 320), { steps: 8 });
  await page.mouse.up();
  await expect.poll(async () => Math.round((await things())[0]!.y - text!.y)).toBeGreaterThan(290);
  const moved = (await things())[0]!;
  await page.keyboard.press('ArrowRight');
  await expect.poll(async () => (await things())[0]!.x).toBe(moved.x + 10);

  await page.getByRole('button', { name: 'Shape', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Ellipse' }).click();
  await page.getByRole('button', { name: 'One layer down' }).click();
  await expect.poll(async () => (await things()).map((one) => one.kind)).toEqual(['ellipse', 'text']);

  await page.getByRole('button', { name: 'Formula', exact: true }).click();
  await page.getByLabel('In LaTeX notation').fill('\\frac{a}{b');
  await expect(page.getByRole('alert')).toContainText('does not parse');
  await expect(page.getByRole('button', { name: 'Put it on the page' })).toBeDisabled();
  await expect(page.getByLabel('In LaTeX notation')).toHaveValue('\\frac{a}{b');
  await page.getByLabel('In LaTeX notation').fill('\\frac{a}{b}');
  await page.getByRole('button', { name: 'Put it on the page' }).click();
  await expect.poll(async () => (await things()).find((one) => one.kind === 'formula')?.source).toBe('\\frac{a}{b}');

  await page.getByRole('button', { name: 'Cut-out from a page or file' }).click();
  await page
    .getByLabel('File to cut from')
    .setInputFiles({ name: 'sheet.pdf', mimeType: 'application/pdf', buffer: await slides(2) });
  await page.getByLabel(/Page, 1 to 2/).fill('2');
  const sheet = page.getByRole('dialog').locator('img');
  await expect(sheet).toBeVisible();
  const box = (await sheet.boundingBox())!;
  await page.mouse.move(box.x + box.width * 0.2, box.y + box.height * 0.2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width * 0.6, box.y + box.height * 0.5, { steps: 6 });
  await page.mouse.up();
  await page.getByRole('button', { name: 'Put this piece on the page' }).click();
  await expect
    .poll(async () => (await things()).map((one) => one.kind).sort())
    .toEqual(['ellipse', 'formula', 'picture', 'text']);
  const picture = (await things()).find((one) => one.kind === 'picture')!;
  expect(picture.width / picture.height).toBeCloseTo((0.4 * 16) / (0.3 * 9), 0);

  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await things()).length).toBe(3);
  await page.keyboard.press('Control+Shift+z');
  await expect.poll(async () => (await things()).length).toBe(4);
  await page.getByRole('button', { name: /^Text: Find the course/ }).click();
  await page.keyboard.press('Delete');
  await expect.poll(async () => (await things()).length).toBe(3);
});

test('a board becomes axes with chosen ranges, dark, and the school’s own picture', async ({ page }) => {
  const { id } = await makeLesson(page, 'Boards', 1);
  await page.goto(`/lessons/${id}/pages`);
  const backdrop = async () => (await pagesOf(page, id))[0]!.backdrop;
  await page.getByLabel('Board', { exact: true }).selectOption('axes');
  await page.getByRole('group', { name: 'Across' }).getByLabel('to', { exact: true }).fill('12');
  await expect.poll(backdrop).toMatchObject({ kind: 'axes', x: { from: -8, to: 12 } });
  await page.getByRole('group', { name: 'Upwards' }).getByLabel('from').fill('9');
  await expect(page.getByText('It must end after it begins')).toBeVisible();
  await page.getByLabel('Dark board').check();
  await expect.poll(backdrop).toMatchObject({ kind: 'axes', dark: true, y: { from: -4 } });
  await page
    .getByLabel('Own picture behind the board')
    .setInputFiles({ name: 'map.png', mimeType: 'image/png', buffer: await png('#88aa99') });
  await expect.poll(backdrop).toMatchObject({ kind: 'picture' });
});

test(
  'a worked solution is made in one step with its question, in a unit, named by the pattern',
  { tag: '@real-time' },
  async ({ page }) => {
    const unit = `Vectors ${Date.now() % 100_000}`;
    await page.goto('/lessons');
    await page.getByRole('button', { name: 'New course' }).click();
    await page.getByRole('dialog', { name: 'New course' }).getByLabel('Name').fill('Coastal pilotage');
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await page
      .getByRole('button', { name: /^More for Coastal pilotage/ })
      .last()
      .click();
    await page.getByRole('menuitem', { name: 'Add a unit' }).click();
    await page
      .getByRole('dialog', { name: /^New unit/ })
      .getByLabel('Name')
      .fill(unit);
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await page.getByRole('button', { name: 'Naming' }).click();
    await page.getByLabel('New lessons are named').fill('{unit} {number} · {title}');
    await expect(page.getByText('Tides 4 · The rule of twelfths')).toBeVisible();
    await page.getByRole('button', { name: 'Use this pattern' }).click();

    await page.getByRole('button', { name: unit, exact: true }).click();
    await page.getByRole('button', { name: 'Make a lesson' }).first().click();
    await page.getByRole('radio', { name: /Worked solution/ }).click();
    await page.getByLabel('Title', { exact: true }).fill('Leeway');
    await expect(page.getByText(`It will be called “${unit} 1 · Leeway”.`)).toBeVisible();
    await page.getByRole('textbox', { name: 'Question' }).fill('How many degrees of leeway does she make?');
    await page.getByLabel('How many').fill('3');
    await page.getByRole('button', { name: 'Make it and go to the recording room' }).click();
    await expect(page.getByText('Ready to record')).toBeVisible();
    const id = idIn(page);
    const pages = await pagesOf(page, id);
    expect(pages).toHaveLength(3);
    expect(pages[0]!.things).toMatchObject([{ kind: 'text', text: 'How many degrees of leeway does she make?' }]);
    await page.goto('/lessons');
    await page.getByRole('button', { name: unit, exact: true }).click();
    await expect(page.getByRole('link', { name: `${unit} 1 · Leeway` })).toBeVisible();
    await page.getByRole('button', { name: `More for ${unit} 1 · Leeway` }).click();
    await page.getByRole('menuitem', { name: 'Save as a template' }).click();
    await expect(page.getByText('Template', { exact: true })).toBeVisible();
  },
);
