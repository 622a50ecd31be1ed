import { expect, test, type Page } from '@playwright/test';
import { editionFile } from './support/edition.ts';
import { filmPixels, type Pixel } from './support/filmPixels.ts';
import { makeLesson, signIn } from './support/people.ts';
import { draw, logOf, openRoom, press, record, segmentsOf, stopAndSave, type LogEvent, lasts } from './support/room.ts';
import { onceKey } from './support/requests.ts';

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
/** The fake camera is bright green. */
const isGreen = ([red, green, blue]: Pixel): boolean => green > 90 && green > red * 1.5 && green > blue * 1.5;
const inset = (page: Page) => page.getByRole('group', { name: /Camera picture/ });

test(
  'a camera is recorded beside the voice, framed with keys, dragged, and seen by who watches',
  { tag: '@real-time' },
  async ({ page }) => {
    const { id } = await makeLesson(page, 'With a camera', 1);
    await openRoom(page, id);
    await turnCameraOn(page);
    await record(page);
    await expect(inset(page)).toBeVisible();
    await lasts(page, 1.5);
    const box = (await inset(page).boundingBox())!;
    await page.mouse.move(box.x + 40, box.y + 40);
    await page.mouse.down();
    await page.mouse.move(box.x - 300, box.y - 150, { steps: 8 });
    await page.mouse.up();
    await inset(page).focus();
    await page.keyboard.press('+');
    await lasts(page, 1.2);
    await press(page, 'Pause');
    await press(page, 'Go on');
    await page.keyboard.press('9');
    await lasts(page, 1.5);
    await page.keyboard.press('7');
    await lasts(page, 1);
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
    const published = await page.request.post(`/api/lessons/${id}/editions`, { headers: onceKey() });
    const edition = ((await published.json()) as { id: string }).id;
    const camera = () => editionFile(page, edition, 'camera.mp4');
    await expect.poll(camera).not.toBeNull();
    // In the published film the camera is there while the framing shows it, and nothing after it was hidden.
    const hidden = shown(log, 'framing')[2]!.at / 1e6;
    const seen = await filmPixels(page, (await camera())!, [1.5, hidden + 0.7], [0.2]);
    expect(seen.map(isGreen)).toEqual([true, false]);
    await page.goto(`/lessons/${id}/polish`);
    await expect(page.getByText(/long$/)).toBeVisible();
    await page.keyboard.press('Space');
    await expect.poll(() => greenOnStage(page)).toBe(true);
  },
);

test(
  'mirror, shape and crop are kept and recorded; the clap test says when it heard no clap',
  { tag: '@real-time' },
  async ({ page }) => {
    const { id } = await makeLesson(page, 'Shapes of a camera', 1);
    await openRoom(page, id);
    await page.getByRole('button', { name: 'Camera', exact: true }).click();
    await page.getByRole('switch', { name: 'Camera' }).click();
    await page.getByRole('switch', { name: 'Mirror' }).click();
    await page.getByText('Round', { exact: true }).click();
    const left = page.getByRole('slider', { name: 'Left edge' });
    await left.focus();
    for (let i = 0; i < 20; i += 1) await page.keyboard.press('ArrowRight');
    await page.getByLabel('Delay of the picture, ms').fill('120');
    await page.getByLabel('Delay of the picture, ms').blur();
    await page.getByRole('button', { name: 'Clap test' }).click();
    await expect(page.getByText('Clap your hands in front of the camera')).toBeVisible();
    await expect(page.getByText(/No two claps were heard|Claps were heard, but not seen/)).toBeVisible();
    await expect(page.getByLabel('Delay of the picture, ms')).toHaveValue('120');
    await page.keyboard.press('Escape');
    await record(page);
    await lasts(page, 1.5);
    await stopAndSave(page);
    const log = await take(page, id);
    const [placed] = shown(log, 'inset').map((event) => event['inset'] as Inset);
    expect(placed).toMatchObject({ mirrored: true, round: true });
    expect(placed!.crop[0]).toBeCloseTo(0.2, 1);
    expect(placed!.height).toBe(placed!.width);
    expect(shown(log, 'film')[0]).toMatchObject({ film: 'camera', delayMs: 120 });

    // The next time it stands as it was left.
    await openRoom(page, id);
    await turnCameraOn(page);
    await expect(inset(page)).toHaveCSS('border-radius', '50%');
  },
);

test(
  'the emptiest corner is offered where the inset hides what is written, and never forced',
  { tag: '@real-time' },
  async ({ page }) => {
    const { id } = await makeLesson(page, 'A full corner', 1);
    await openRoom(page, id);
    await turnCameraOn(page);
    await record(page);
    for (let i = 0; i < 6; i += 1) await draw(page, [0.3, 0.78 + i * 0.03], [0.99, 0.79 + i * 0.03], 12);
    const before = (await inset(page).boundingBox())!;
    const offer = page.getByRole('button', { name: /Move the camera picture to the upper right corner/ });
    await expect(offer).toBeVisible();
    expect((await inset(page).boundingBox())!.y).toBeCloseTo(before.y, 0);
    await offer.click();
    await expect.poll(async () => (await inset(page).boundingBox())!.y).toBeLessThan(before.y - 200);
    await expect(offer).toHaveCount(0);
  },
);

test(
  'a camera that is refused or taken says so, and the lesson is recorded without it',
  { tag: '@real-time' },
  async ({ page }) => {
    const { id } = await makeLesson(page, 'No camera', 1);
    await page.addInitScript(() => {
      const media = navigator.mediaDevices;
      const open = media.getUserMedia.bind(media);
      let tries = 0;
      media.getUserMedia = (wanted) => {
        if (!wanted?.video) return open(wanted);
        tries += 1;
        return Promise.reject(new DOMException('no', tries === 1 ? 'NotAllowedError' : 'NotReadableError'));
      };
    });
    await openRoom(page, id);
    await page.getByRole('button', { name: 'Camera', exact: true }).click();
    await page.getByRole('switch', { name: 'Camera' }).click();
    await expect(page.getByText('This page may not use the camera.')).toBeVisible();
    await page.getByRole('switch', { name: 'Camera' }).click();
    await expect(page.getByText('Another program is using the camera.')).toBeVisible();
    await page.keyboard.press('Escape');
    await record(page);
    await lasts(page, 0.8);
    await stopAndSave(page);
  },
);

test('a camera that is pulled out is told, and the take goes on', { tag: '@real-time' }, async ({ page }) => {
  const { id } = await makeLesson(page, 'Pulled out', 1);
  await page.addInitScript(() => {
    const media = navigator.mediaDevices;
    const open = media.getUserMedia.bind(media);
    media.getUserMedia = async (wanted) => {
      const stream = await open(wanted);
      if (wanted?.video) Object.assign(window, { camera: stream.getVideoTracks()[0] });
      return stream;
    };
  });
  await openRoom(page, id);
  await turnCameraOn(page);
  await record(page);
  await lasts(page, 1.2);
  await page.evaluate(() =>
    (window as unknown as { camera: MediaStreamTrack }).camera.dispatchEvent(new Event('ended')),
  );
  await expect(page.getByText('The camera is gone. Voice and ink are still recorded.')).toBeVisible();
  await lasts(page, 0.8);
  await stopAndSave(page);
  const log = await take(page, id);
  expect(shown(log, 'framing').map((event) => event['framing'])).toEqual(['inset', 'page']);
  expect(shown(log, 'film-ended')).toHaveLength(1);
});

interface Inset {
  readonly width: number;
  readonly height: number;
  readonly crop: readonly number[];
}

/** Whether the camera is painted anywhere on the stage. */
const greenOnStage = (page: Page) =>
  page.evaluate(() => {
    const canvas = document.querySelector<HTMLCanvasElement>('canvas[data-stage]')!;
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
    for (let i = 0; i < data.length; i += 400) {
      const [r = 0, g = 0, b = 0, a = 0] = data.subarray(i, i + 4);
      if (a > 200 && g > 90 && g > r * 1.5 && g > b * 1.5) return true;
    }
    return false;
  });
