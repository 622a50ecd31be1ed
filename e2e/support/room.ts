import { expect, type Page } from '@playwright/test';
import { frames } from './settled.ts';

/** Opens a lesson's recording room, without a countdown. */
export async function openRoom(page: Page, lessonId: string): Promise<void> {
  await page.addInitScript(() => localStorage.setItem('oakbell.countdown', '0'));
  await page.goto(`/lessons/${lessonId}/record`);
  await expect(page.getByText('Ready to record')).toBeVisible();
}

export const press = (page: Page, word: 'Record' | 'Pause' | 'Go on' | 'Stop') =>
  page.getByRole('button', { name: word, exact: true }).click();

/** Presses Record and waits until it records. */
export async function record(page: Page): Promise<void> {
  await press(page, 'Record');
  await expect(page.getByRole('button', { name: 'Pause', exact: true })).toBeVisible();
}

/** Draws on the page that is up, from and to shares of its size, as a hand with a mouse does. */
export async function draw(
  page: Page,
  from: readonly [number, number],
  to: readonly [number, number],
  steps = 25,
): Promise<void> {
  const box = (await page.locator('canvas[data-stage]').boundingBox())!;
  const at = (share: number) =>
    [
      box.x + box.width * (from[0] + (to[0] - from[0]) * share),
      box.y + box.height * (from[1] + (to[1] - from[1]) * share),
    ] as const;
  await page.mouse.move(...at(0));
  await page.mouse.down();
  for (let i = 1; i <= steps; i += 1) {
    await page.mouse.move(...at(i / steps));
    // A pen tells of itself once for each picture of the screen.
    await frames(page, 1);
  }
  await page.mouse.up();
}

/** An alarm of the room: a machine that stalls by itself has another one up beside it. */
export const alarm = (page: Page, words: string | RegExp) => page.getByRole('alert').filter({ hasText: words });

/** The length of the take in seconds as the room tells it: less than what a clock on the wall says when the machine is busy. */
export async function told(page: Page): Promise<number> {
  const text = (await page.getByRole('timer', { name: 'Length of the take' }).textContent())!;
  const [minutes, seconds] = text.split(':').map(Number);
  return minutes! * 60 + seconds!;
}

/** Waits until the take is so many seconds longer, by the clock of the room. */
export async function lasts(page: Page, seconds: number): Promise<void> {
  const until = (await told(page)) + seconds;
  await expect
    .poll(() => told(page), { timeout: 1000 * seconds * 4 + 60_000, intervals: [50] })
    .toBeGreaterThanOrEqual(until);
}

/** Stops, and waits until the server has the take. Returns its length in seconds as the room tells it. */
export async function stopAndSave(page: Page, patience = 60_000): Promise<void> {
  await press(page, 'Stop');
  await expect(page.getByText('It is saved.')).toBeVisible({ timeout: patience });
}

export interface Segment {
  readonly takeId: string;
  readonly start: number;
  readonly end: number;
}

/** The segments of a lesson as the server has them. */
export async function segmentsOf(page: Page, lessonId: string): Promise<readonly Segment[]> {
  const lesson = (await (await page.request.get(`/api/lessons/${lessonId}`)).json()) as {
    edits: { segments: Segment[] };
  };
  return lesson.edits.segments;
}

export interface LogEvent {
  readonly kind: string;
  readonly at: number;
  readonly [more: string]: unknown;
}

/** The events of a take's log. */
export async function logOf(page: Page, takeId: string): Promise<readonly LogEvent[]> {
  const text = await (await page.request.get(`/api/takes/${takeId}/log`)).text();
  return text
    .trim()
    .split('\n')
    .slice(1)
    .map((line) => JSON.parse(line) as LogEvent);
}

/** How many pixels of dark or red ink are on stage: 0 where nothing is drawn. */
export async function inkOnStage(page: Page): Promise<number> {
  return page.locator('canvas[data-layer=ink]').evaluate((node) => {
    const canvas = node as HTMLCanvasElement;
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
    let dark = 0;
    for (let i = 0; i < data.length; i += 4) if (data[i + 3]! > 60 && data[i]! < 110 && data[i + 1]! < 90) dark += 1;
    return dark;
  });
}

/** The ink on stage once some is there and no more comes: what was done is painted with one of the next pictures. */
export async function inkAtRest(page: Page): Promise<number> {
  let before = -1;
  await expect
    .poll(async () => {
      const now = await inkOnStage(page);
      const rests = now > 0 && now === before;
      before = now;
      await frames(page, 3);
      return rests;
    })
    .toBe(true);
  return before;
}
