import { expect, test, type Page } from '@playwright/test';
import { BARE_FLAGS, CHROMIUM } from './support/browser.ts';
import { makeLesson, signIn } from './support/people.ts';
import { draw, logOf, openRoom, record, segmentsOf, stopAndSave, type LogEvent } from './support/room.ts';
import { speechFile } from './support/speech.ts';

/** A real tab is shared: picked by its title, as the browser's own picker would. */
test.use({
  launchOptions: {
    executablePath: CHROMIUM,
    args: [
      ...BARE_FLAGS,
      '--use-fake-device-for-media-stream',
      '--auto-accept-camera-and-microphone-capture',
      '--auto-select-tab-capture-source-by-title=Tide gauge',
      `--use-file-for-fake-audio-capture=${speechFile()}`,
    ],
  },
});

const GAUGE = `<title>Tide gauge</title><style>body{margin:0;display:flex;height:100vh}div{flex:1}</style>
<div style="background:rgb(200,30,40)"></div><div id="right" style="background:rgb(20,60,200)"></div>`;

type Colour = 'red' | 'blue' | 'other';
/** The colour of the page's own layer at a place, in shares. */
async function colourAt(page: Page, x: number, y: number): Promise<Colour> {
  return page.evaluate(
    ([x, y]) => {
      const canvas = document.querySelector<HTMLCanvasElement>('canvas[data-layer=page]')!;
      const [r = 0, g = 0, b = 0] = canvas
        .getContext('2d')!
        .getImageData(Math.round(canvas.width * x), Math.round(canvas.height * y), 1, 1).data;
      return r > 150 && b < 110 ? 'red' : b > 150 && r < 110 ? 'blue' : g > 0 ? 'other' : 'other';
    },
    [x, y] as const,
  );
}

test('a live window is cut before it is kept, written over, and ends as a page, not as a take', async ({ page }) => {
  await signIn(page, 'ilse.marrow');
  const { id } = await makeLesson(page, 'A tide gauge', 1);
  const gauge = await page.context().newPage();
  await gauge.setContent(GAUGE);
  await page.bringToFront();
  await openRoom(page, id);
  await page.getByRole('button', { name: 'Add a live window' }).click();
  await expect(page.getByText('This page shows another window or tab of yours')).toBeVisible();
  await record(page);
  await page.getByRole('button', { name: 'Choose a window' }).click();
  const dialog = page.getByRole('dialog', { name: 'Which part of the window?' });
  await expect(dialog).toBeVisible();
  // Only the right half, which is blue.
  const left = dialog.getByRole('slider', { name: 'Left edge' });
  await left.focus();
  for (let i = 0; i < 55; i += 1) await page.keyboard.press('ArrowRight');
  await dialog.getByRole('button', { name: 'Show this part' }).click();
  await expect.poll(() => colourAt(page, 0.5, 0.5)).toBe('blue');
  await draw(page, [0.4, 0.4], [0.6, 0.6], 20);
  await gauge.evaluate(() => (document.getElementById('right')!.style.background = 'rgb(30,90,220)'));
  await page.waitForTimeout(2000);
  // The other tab is closed: the page is left, the take goes on.
  await gauge.close();
  await expect(page.getByText('The other window is no longer shared. Recording goes on.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Pause', exact: true })).toBeVisible();
  await expect(page.getByText('Page 1 · up now')).toBeVisible();
  await page.waitForTimeout(1000);
  await stopAndSave(page);

  const [segment] = await segmentsOf(page, id);
  const log = await logOf(page, segment!.takeId);
  const films = log.filter((event) => event.kind === 'film') as (LogEvent & { run: number; film: string })[];
  expect(films.map((event) => event.film)).toEqual(['window']);
  expect(log.filter((event) => event.kind === 'film-ended')).toHaveLength(1);
  expect(log.filter((event) => event.kind === 'stroke')).toHaveLength(1);
  const seen = await picturesOf(page, `/api/takes/${segment!.takeId}/films/${films[0]!.run}`);
  expect(seen.length).toBeGreaterThan(0);
  expect(new Set(seen)).toEqual(new Set(['blue']));

  // It is seen where it was shown in the lesson that is published.
  const edition = (await (await page.request.post(`/api/lessons/${id}/editions`)).json()) as { id: string };
  const address = `/api/editions/${edition.id}/films/page`;
  await expect.poll(async () => (await page.request.get(address)).status(), { timeout: 60_000 }).toBe(200);
  expect(await picturesOf(page, address, (films[0]!.at + 1_200_000) / 1e6)).toEqual(['blue']);
});

test('a picker that is refused leaves the take as it was', async ({ page }) => {
  await signIn(page, 'ilse.marrow');
  const { id } = await makeLesson(page, 'Refused', 1);
  await page.addInitScript(() => {
    navigator.mediaDevices.getDisplayMedia = () => Promise.reject(new DOMException('no', 'NotAllowedError'));
  });
  await openRoom(page, id);
  await page.getByRole('button', { name: 'Add a live window' }).click();
  await record(page);
  await page.getByRole('button', { name: 'Choose a window' }).click();
  await expect(page.getByText('No window was chosen. The take is as it was')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Pause', exact: true })).toBeVisible();
});

/** The colours of a film: left, middle and right of some of its pictures, or of the one at a moment. */
async function picturesOf(page: Page, address: string, at?: number): Promise<readonly Colour[]> {
  return page.evaluate(
    async ([address, at]) => {
      const video = document.createElement('video');
      video.muted = true;
      video.src = address;
      await new Promise((resolve) => video.addEventListener('loadeddata', resolve));
      const canvas = new OffscreenCanvas(video.videoWidth, video.videoHeight);
      const context = canvas.getContext('2d')!;
      const colours: Colour[] = [];
      type Colour = 'red' | 'blue' | 'other';
      for (const time of at === undefined ? [0.1, 0.8, 1.6] : [at]) {
        video.currentTime = time;
        await new Promise((resolve) => video.addEventListener('seeked', resolve, { once: true }));
        context.drawImage(video, 0, 0);
        for (const x of at === undefined ? [0.05, 0.5, 0.95] : [0.5]) {
          const [r = 0, , b = 0] = context.getImageData(
            Math.round(x * (canvas.width - 1)),
            canvas.height / 2,
            1,
            1,
          ).data;
          colours.push(r > 150 && b < 110 ? 'red' : b > 150 && r < 110 ? 'blue' : 'other');
        }
      }
      return colours;
    },
    [address, at] as const,
  );
}
