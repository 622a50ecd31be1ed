import { expect, test, type Page } from '@playwright/test';
import { programmeOf, soundOf, sourceOf, type EditList } from '@oakbell/core/edits';
import { join } from 'node:path';
import { editionManifest } from './support/edition.ts';
import { expectClean } from './support/axe.ts';
import { asPerson, give, signIn } from './support/people.ts';
import { scriptedLesson, type ScriptLine } from './support/scriptedTake.ts';
import { speechFile } from './support/speech.ts';
import { onceKey } from './support/requests.ts';

test.beforeEach(({ page }) => signIn(page, 'ilse.marrow'));

const SCRIPT: readonly ScriptLine[] = [
  { does: 'speaks and writes', seconds: 5 },
  { does: 'rests', seconds: 2 },
  { does: 'speaks', seconds: 3 },
];
const editsOf = async (page: Page, id: string): Promise<EditList> =>
  ((await (await page.request.get(`/api/lessons/${id}`)).json()) as { edits: EditList }).edits;
const secondsOf = async (page: Page, id: string): Promise<number> => programmeOf(await editsOf(page, id)).length / 1e6;
const slider = (page: Page) => page.getByRole('slider', { name: 'Time in the lesson' });

async function polish(page: Page, title: string): Promise<string> {
  const { id } = await scriptedLesson(page, title, SCRIPT);
  await page.goto(`/lessons/${id}/polish`);
  await expect(page.getByText('10.0 long')).toBeVisible();
  return id;
}
async function goTo(page: Page, share: number): Promise<void> {
  const box = (await slider(page).boundingBox())!;
  await page.mouse.click(box.x + box.width * share, box.y + 30);
}
async function mark(page: Page, from: number, to: number): Promise<void> {
  await goTo(page, from);
  await page.keyboard.press('i');
  await goTo(page, to);
  await page.keyboard.press('o');
  await expect(page.getByRole('status').filter({ hasText: /marked$/ })).toBeVisible();
}
async function add(page: Page, what: string): Promise<void> {
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByRole('menuitem', { name: what }).click();
}
/** What the stage shows, as the share of its pixels that are not those of an earlier picture. */
async function stageOf(page: Page): Promise<string> {
  return page.locator('canvas[data-layer=page]').evaluate((node) => {
    const canvas = node as HTMLCanvasElement;
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
    let sum = 7;
    for (let i = 0; i < data.length; i += 64) sum = (sum * 31 + data[i]! + data[i + 1]! * 3) % 1_000_000_007;
    return String(sum);
  });
}

test('a close-up is placed on the stage, moved by keys, lengthened in its lane, and is undone', async ({ page }) => {
  const id = await polish(page, 'Close-up');
  await mark(page, 0.1, 0.4);
  await goTo(page, 0.25);
  await add(page, 'Close-up');
  await expect.poll(async () => (await editsOf(page, id)).overlays?.length).toBe(1);
  const frame = page.getByRole('group', { name: /^close-up/ });
  await frame.focus();
  await page.keyboard.press('ArrowLeft');
  await expect.poll(async () => JSON.stringify((await editsOf(page, id)).overlays)).toContain('"x":390');
  await page.keyboard.press('Shift+ArrowRight');
  await expect.poll(async () => JSON.stringify((await editsOf(page, id)).overlays)).toContain('"width":810');
  await expectClean(page);
  const placing = await stageOf(page);
  await page.getByRole('button', { name: 'Done' }).click();
  await expect
    .poll(() => stageOf(page), 'while it is placed the whole page is seen, then it is close')
    .not.toBe(placing);

  const bar = page.getByRole('button', { name: /^close-up, 0:0/ });
  const before = (await editsOf(page, id)).overlays![0]!;
  await bar.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect.poll(async () => (await editsOf(page, id)).overlays![0]!.end).toBe(before.end + 100_000);
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Take it away' }).click();
  await expect.poll(async () => (await editsOf(page, id)).overlays).toBeUndefined();
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await editsOf(page, id)).overlays?.length).toBe(1);
});

test('words, a cover-up and a stroke: laid over, changed, and gone from what learners get', async ({ page }) => {
  const id = await polish(page, 'Laid over');
  await goTo(page, 0.3);
  await add(page, 'Words');
  await page.getByRole('textbox', { name: 'Words' }).fill('Mind the sign');
  await page.getByRole('textbox', { name: 'Words' }).blur();
  await expect.poll(async () => JSON.stringify((await editsOf(page, id)).overlays)).toContain('Mind the sign');
  await page.getByRole('button', { name: 'Done' }).click();
  await add(page, 'Cover something up');
  await expect(page.getByText('It hides it in every copy')).toBeVisible();
  await page.getByRole('button', { name: 'Done' }).click();
  await goTo(page, 0.9);
  await add(page, 'Change or remove a stroke');
  // The first stroke of the script runs from a tenth of the page to over a half, a sixth down.
  const stage = (await page.locator('canvas[data-stage]').boundingBox())!;
  await page.mouse.click(stage.x + (stage.width * 2100) / 16_000, stage.y + (stage.height * 1560) / 9_000);
  await page.getByRole('button', { name: 'Remove the stroke' }).click();
  await expect.poll(async () => (await editsOf(page, id)).strokes).toHaveLength(1);
  const { strokes } = await editsOf(page, id);
  expect((await page.request.post(`/api/lessons/${id}/editions`, { headers: onceKey() })).status()).toBe(201);
  let edition = '';
  await expect
    .poll(async () => {
      const [newest] = (await (await page.request.get(`/api/lessons/${id}/editions`)).json()) as Record<
        string,
        string
      >[];
      edition = newest!['id']!;
      return newest!['state'];
    })
    .toBe('ready');
  const manifest = await editionManifest<{ takes: { log: string }[] }>(page, edition);
  const given = JSON.stringify(manifest.takes);
  expect(given).not.toContain(`"${strokes![0]!.stroke}\\"`);
  expect(given).toContain('stroke-1');
});

test('a stretch is spoken over: the old voice is gone there, and the lesson is as long as before', async ({ page }) => {
  const id = await polish(page, 'Spoken over');
  await mark(page, 0.2, 0.45);
  await page.getByRole('button', { name: 'Speak over it' }).click();
  const room = page.getByRole('region', { name: 'Speak over' });
  await room.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(room.getByText('Recording: speak now')).toBeVisible();
  await expect(room).toHaveCount(0);
  await expect
    .poll(async () => (await editsOf(page, id)).segments.map((one) => soundOf(one)?.kind ?? 'own'))
    .toEqual(['own', 'over', 'own']);
  expect(await secondsOf(page, id)).toBeCloseTo(10, 2);
  const [, over] = (await editsOf(page, id)).segments;
  expect((over!.end - over!.start) / 1e6).toBeCloseTo(2.5, 0);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await editsOf(page, id)).segments).toHaveLength(1);
});

test('chapters, a cover, music and fades belong to the lesson, and learners see the chapters', async ({
  page,
  browser,
}) => {
  const id = await polish(page, 'Whole lesson');
  // Trimmed first: from here on the lesson's own time is a second behind the timeline's.
  await page.getByRole('slider', { name: 'Where the lesson starts' }).focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(page.getByText('9.0 long')).toBeVisible();
  await page.getByRole('tab', { name: 'The whole lesson' }).click();
  await page.getByRole('button', { name: 'Chapters' }).click();
  await goTo(page, 0.7);
  await page.getByRole('button', { name: 'A chapter begins here' }).click();
  const second = page.getByLabel('Name of the chapter at 0:06');
  await second.fill('The second sum');
  await second.press('Enter');
  await expect
    .poll(async () => (await editsOf(page, id)).chapters?.map((one) => one.title))
    .toEqual(['Page 1', 'The second sum']);
  const [start, later] = (await editsOf(page, id)).chapters!.map((one) => one.at / 1e6);
  expect([start, Math.round(later!)]).toEqual([1, 7]);
  await page.getByRole('button', { name: 'Cover' }).click();
  await page.getByRole('button', { name: 'Use what is on stage' }).click();
  await expect(page.getByRole('img', { name: 'The cover as it is now' })).toBeVisible();
  await page.getByRole('button', { name: 'Sound, fades and music' }).click();
  await page.locator('input[type=file][accept^=audio]').setInputFiles(speechFile());
  await expect(page.getByText(/^Music: speech48.*gives way/)).toBeVisible();
  await expectClean(page);
  await page.getByLabel('Fade out, seconds').fill('2');
  await page.getByLabel('Fade out, seconds').blur();
  await expect.poll(async () => (await editsOf(page, id)).finish?.fadeOut).toBe(2_000_000);
  await page.getByRole('switch', { name: 'Take noise of the room down' }).click();
  await expect.poll(async () => (await editsOf(page, id)).finish?.noise).toBe(true);
  const heard = page.waitForResponse((answer) => answer.url().includes('/excerpt') && answer.ok());
  await page.getByRole('button', { name: 'As cleaned' }).click();
  await heard;
  await page.getByRole('button', { name: 'Cover' }).click();
  await page.setInputFiles('input[type=file][accept^=image]', join(import.meta.dirname, 'laying.spec.ts'));
  await expect(page.getByRole('alert')).toBeVisible();

  const { lessons } = (await (await page.request.get('/api/library')).json()) as { lessons: Record<string, string>[] };
  const row = lessons.find((one) => one['id'] === id)!;
  expect(row['coverAddress']).toMatch(/\/pictures\/..\/[0-9a-f]{64}\.webp$/);
  const classes = (await (await page.request.get('/api/classes')).json()) as { id: string }[];
  await page.request.post(`/api/lessons/${id}/editions`, { headers: onceKey() });
  await expect
    .poll(
      async () =>
        ((await (await page.request.get(`/api/lessons/${id}/editions`)).json()) as Record<string, string>[])[0]![
          'state'
        ],
    )
    .toBe('ready');
  const assigned = await give(page, id, classes[0]!.id);
  const learner = await asPerson(browser, 'suvi.aldane');
  await learner.page.goto(`/desk/${assigned}`);
  await learner.page
    .getByRole('navigation', { name: 'Chapters' })
    .getByRole('button', { name: /The second sum/ })
    .click();
  await expect(learner.page.getByText(/^0:06 \/ 0:09$/)).toBeVisible();
  await learner.context.close();
});

test('a stretch is copied here and into another lesson; two windows on one lesson overwrite nothing', async ({
  page,
  browser,
}) => {
  const id = await polish(page, 'Copied from');
  await mark(page, 0, 0.3);
  await page.keyboard.press('Control+c');
  await expect(page.getByText(/^Copied 0:03/)).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+v');
  await expect.poll(() => secondsOf(page, id)).toBeGreaterThan(12.5);

  await page.keyboard.press('Control+z');
  await expect.poll(() => secondsOf(page, id)).toBe(10);
  const { id: other } = await scriptedLesson(page, 'Copied to', [{ does: 'speaks', seconds: 4 }]);
  const second = await page.context().newPage();
  await second.goto(`/lessons/${other}/polish`);
  await expect(second.getByText('4.0 long')).toBeVisible();
  await second.keyboard.press('Control+v');
  await expect.poll(() => secondsOf(second, other)).toBeGreaterThan(6.5);
  expect(new Set((await editsOf(second, other)).segments.map(sourceOf)).size).toBe(2);

  // The first window makes a change; the second shows it by itself, and goes on from there.
  await second.goto(`/lessons/${id}/polish`);
  await expect(second.getByText('10.0 long')).toBeVisible();
  await goTo(page, 0.5);
  await page.keyboard.press('s');
  await expect(second.getByText(/^Split at/)).toBeVisible();
  await goTo(second, 0.3);
  await second.keyboard.press('s');
  await expect.poll(async () => (await editsOf(page, id)).segments).toHaveLength(3);

  // A window that no word reaches still shows the lesson of before: it is told, and nothing is overwritten.
  const { page: cutOff, context } = await asPerson(browser, 'ilse.marrow');
  await cutOff.route('**/api/events', (route) => route.abort());
  await cutOff.goto(`/lessons/${id}/polish`);
  await expect(cutOff.getByText('10.0 long')).toBeVisible();
  await goTo(page, 0.7);
  await page.keyboard.press('s');
  await expect.poll(async () => (await editsOf(page, id)).segments).toHaveLength(4);
  await goTo(cutOff, 0.15);
  await cutOff.keyboard.press('s');
  await expect(cutOff.getByText('This lesson was changed meanwhile')).toBeVisible();
  expect((await editsOf(page, id)).segments).toHaveLength(4);
  await goTo(cutOff, 0.15);
  await cutOff.keyboard.press('s');
  await expect.poll(async () => (await editsOf(page, id)).segments).toHaveLength(5);
  await context.close();
});

test('one looks closer: by wheel, keys and buttons, down to hundredths of a second', async ({ page }) => {
  await polish(page, 'Closer');
  await goTo(page, 0.5);
  const box = (await slider(page).boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + 30);
  await page.mouse.wheel(0, -300);
  await expect(page.getByRole('slider', { name: 'Which part is in view' })).toBeVisible();
  for (let i = 0; i < 12; i += 1) await page.keyboard.press('+');
  await expect(page.getByText(/^0:0[45]\.\d\d$/).first()).toBeVisible();
  await page.keyboard.press('0');
  await expect(page.getByRole('slider', { name: 'Which part is in view' })).toHaveCount(0);
});
