import { expect, test, type Page } from '@playwright/test';
import { signIn } from './support/people.ts';
import { segmentsOf } from './support/room.ts';
import { scriptedLesson } from './support/scriptedTake.ts';

test.beforeEach(({ page }) => signIn(page, 'ilse.marrow'));

/** The length of a lesson as the server has it, in seconds. */
async function lengthOf(page: Page, id: string): Promise<number> {
  return (await segmentsOf(page, id)).reduce((sum, { start, end }) => sum + (end - start) / 1e6, 0);
}
async function recorded(page: Page, title: string): Promise<string> {
  const { id } = await scriptedLesson(page, title, [{ does: 'speaks and writes', seconds: 8 }]);
  await page.goto(`/lessons/${id}/polish`);
  await expect(page.getByText(/ long$/)).toBeVisible();
  return id;
}
const slider = (page: Page) => page.getByRole('slider', { name: 'Time in the lesson' });
async function goTo(page: Page, share: number): Promise<void> {
  const box = (await slider(page).boundingBox())!;
  await page.mouse.click(box.x + box.width * share, box.y + box.height / 2);
}

test('by keyboard: a stretch is marked and cut, put back at its seam, undone and redone to the beginning', async ({
  page,
}) => {
  const id = await recorded(page, 'Cut by keys');
  const whole = await lengthOf(page, id);
  await goTo(page, 0.3);
  await page.keyboard.press('i');
  await goTo(page, 0.6);
  await page.keyboard.press('o');
  await expect(page.getByRole('heading', { name: / marked$/ })).toBeVisible();
  await page.keyboard.press('Delete');
  await expect.poll(() => lengthOf(page, id)).toBeLessThan(whole * 0.8);
  const cut = await lengthOf(page, id);
  expect(Math.abs(whole * 0.7 - cut)).toBeLessThan(0.5);
  await expect(page.getByText(/^Cut 0:0\d\.\d at 0:0\d/)).toBeVisible();

  await page.keyboard.press('s');
  await expect.poll(async () => (await segmentsOf(page, id)).length).toBe(2);
  await goTo(page, 0.8);
  await page.keyboard.press('s');
  await expect.poll(async () => (await segmentsOf(page, id)).length).toBe(3);
  await page.getByRole('button', { name: /^Cut of .* Put it back$/ }).click();
  await expect.poll(() => lengthOf(page, id)).toBeCloseTo(whole, 3);
  await expect.poll(async () => (await segmentsOf(page, id)).length).toBe(2);

  await expect(page.getByText(/^Put back/)).toBeVisible();
  for (let i = 0; i < 3; i += 1) await undo(page, 'Control+z');
  expect(await lengthOf(page, id)).toBeCloseTo(whole, 3);
  expect(await segmentsOf(page, id)).toHaveLength(1);
  await undo(page, 'Control+Shift+z');
  expect(await lengthOf(page, id)).toBeCloseTo(cut, 3);
  // Also after a reload: the history is the lesson's.
  await page.reload();
  await page.getByRole('button', { name: 'History' }).click();
  await page.getByRole('menuitem', { name: /^Cut 0:0/ }).click();
  await expect.poll(() => lengthOf(page, id)).toBeCloseTo(whole, 3);
});

/** Presses a key of the history and waits until the screen tells another newest change. */
async function undo(page: Page, key: string): Promise<void> {
  const told = page.getByRole('status').filter({ hasText: 'Saved' });
  const before = (await told.textContent())!.split(' · ')[0]!;
  await page.keyboard.press(key);
  await expect(told).not.toContainText(before);
}

test('by mouse: a stretch is marked with Shift and cut; parts change places', async ({ page }) => {
  const id = await recorded(page, 'Cut by mouse');
  const whole = await lengthOf(page, id);
  const box = (await slider(page).boundingBox())!;
  await page.keyboard.down('Shift');
  await page.mouse.move(box.x + box.width * 0.4, box.y + 30);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width * 0.6, box.y + 30, { steps: 6 });
  await page.mouse.up();
  await page.keyboard.up('Shift');
  await page.getByRole('button', { name: 'Cut what is marked' }).click();
  await expect.poll(() => lengthOf(page, id)).toBeLessThan(whole * 0.9);
  const [first, second] = await segmentsOf(page, id);
  expect(first!.end).toBeLessThan(second!.start);
  await goTo(page, 0.9);
  await page.getByRole('button', { name: 'Move this part earlier' }).click();
  await expect.poll(async () => (await segmentsOf(page, id))[0]!.start).toBe(second!.start);
});

test('quiet stretches are found, listened to, left, and shortened all at once', async ({ page }) => {
  const { id } = await scriptedLesson(page, 'Quiet', [
    { does: 'speaks', seconds: 2.5 },
    { does: 'rests', seconds: 3 },
    { does: 'speaks', seconds: 2.5 },
    { does: 'rests', seconds: 3 },
    { does: 'speaks', seconds: 2 },
  ]);
  const whole = await lengthOf(page, id);
  await page.goto(`/lessons/${id}/polish`);
  await expect(page.getByRole('heading', { name: '2 quiet stretches' })).toBeVisible();
  await page
    .getByRole('button', { name: /^Listen at/ })
    .first()
    .click();
  await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
  await page.getByRole('button', { name: /^Shorten all, win 0:0\d/ }).click();
  await expect.poll(() => lengthOf(page, id)).toBeLessThan(whole - 4);
  await expect(page.getByRole('heading', { name: /quiet stretch/ })).toHaveCount(0);
  await undo(page, 'Control+z');
  await expect(page.getByRole('heading', { name: '2 quiet stretches' })).toBeVisible();
  await page
    .getByRole('button', { name: /^Leave at/ })
    .first()
    .click();
  await expect(page.getByRole('heading', { name: '1 quiet stretch', exact: true })).toBeVisible();
});
