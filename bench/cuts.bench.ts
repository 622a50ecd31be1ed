import { expect, test, type Page } from '@playwright/test';
import type { EditList } from '@oakbell/core/edits';
import { longLesson } from '../e2e/support/longLesson.ts';
import { signIn } from '../e2e/support/people.ts';
import { frames, settled } from '../e2e/support/settled.ts';
import { measured, median } from './measure.ts';

const CUTS = 2000;
const MINUTES = 25;

interface Lesson {
  readonly edits: EditList;
  readonly history: { readonly undoable: number; readonly redoable: number };
}
const lessonOf = async (page: Page, id: string): Promise<Lesson> =>
  (await (await page.request.get(`/api/lessons/${id}`)).json()) as Lesson;

/** Presses keys one after another where the focus is, as fast as the page takes them. */
async function keys(page: Page, ...names: readonly string[]): Promise<void> {
  for (const name of names) await page.keyboard.press(name);
}

test('two thousand cuts are made with the keys of Polish, taken back, and made again', async ({ page }) => {
  test.setTimeout(5_400_000);
  page.setDefaultTimeout(30_000);
  await signIn(page, 'ilse.marrow');
  const id = await longLesson(page, MINUTES);
  const raw = (await lessonOf(page, id)).edits;
  await page.goto(`/lessons/${id}/polish`);
  await expect(page.getByText(/ long$/)).toBeVisible({ timeout: 60_000 });
  await settled(page);
  const slider = page.getByRole('slider', { name: 'Time in the lesson' });
  // A cut is to be where it is made, however near the next quiet place is.
  await page.getByRole('button', { name: 'Cuts move to the nearest quiet' }).click();
  await slider.focus();
  await keys(page, 'Home');
  const marked = page.getByRole('button', { name: 'Cut what is marked' });
  const undoable = async () => (await lessonOf(page, id)).history.undoable;
  const begun = await undoable();
  const times: number[] = [];
  for (let i = 0; i < CUTS; i += 1) {
    const answered = page.waitForResponse(
      (answer) => /\/changes$/.test(answer.url()) && answer.request().method() === 'POST',
    );
    const since = performance.now();
    await keys(page, '.', 'i', '.', 'o');
    await expect(marked).toBeEnabled();
    await keys(page, 'Delete');
    expect((await answered).status()).toBe(200);
    // The head stands where the cut was once that is painted.
    await frames(page, 2);
    times.push(performance.now() - since);
  }
  expect(await undoable()).toBe(begun + CUTS);
  const cut = (await lessonOf(page, id)).edits;
  expect(cut.segments.length).toBeGreaterThan(CUTS);
  measured(
    'cuts.by_hand_growth',
    median(times.slice(-100)) / median(times.slice(0, 100)),
    `× ${Math.round(median(times.slice(0, 100)))} ms`,
    '≤ 3',
  );

  const all = async (name: string, done: (lesson: Lesson) => number) => {
    const since = performance.now();
    for (let i = 0; i < CUTS; i += 1) await page.keyboard.press(name);
    await expect.poll(async () => done(await lessonOf(page, id)), { timeout: 900_000, intervals: [1000] }).toBe(CUTS);
    return (performance.now() - since) / CUTS;
  };
  const back = await all('Control+z', ({ history }) => history.redoable);
  expect((await lessonOf(page, id)).edits).toEqual(raw);
  const again = await all('Control+Shift+z', ({ history }) => history.undoable - begun);
  expect((await lessonOf(page, id)).edits).toEqual(cut);
  measured('cuts.back_and_again_ms', Math.max(back, again), 'ms each', '≤ 250');
});
