import { expect, test, type Page } from '@playwright/test';
import { editionFile } from './support/edition.ts';
import { BARE_FLAGS, CHROMIUM } from './support/browser.ts';
import { filmPixels, type Pixel } from './support/filmPixels.ts';
import { makeLesson, signIn } from './support/people.ts';
import { draw, logOf, openRoom, record, segmentsOf, stopAndSave, type LogEvent, lasts } from './support/room.ts';
import { speechFile } from './support/speech.ts';
import { onceKey } from './support/requests.ts';

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
const colourOf = ([red, , blue]: Pixel): Colour =>
  red > 150 && blue < 110 ? 'red' : blue > 150 && red < 110 ? 'blue' : 'other';
/** The colour of the page's own layer in the middle. */
async function colourOnPage(page: Page): Promise<Colour> {
  const pixel = await page.evaluate((): [number, number, number] => {
    const canvas = document.querySelector<HTMLCanvasElement>('canvas[data-layer=page]')!;
    const [x, y] = [Math.round(canvas.width / 2), Math.round(canvas.height / 2)];
    const [r = 0, g = 0, b = 0] = canvas.getContext('2d')!.getImageData(x, y, 1, 1).data;
    return [r, g, b];
  });
  return colourOf(pixel);
}

test(
  'a live window is cut before it is kept, written over, and ends as a page, not as a take',
  { tag: '@real-time' },
  async ({ page }) => {
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
    await expect.poll(() => colourOnPage(page)).toBe('blue');
    await draw(page, [0.4, 0.4], [0.6, 0.6], 20);
    await gauge.evaluate(() => (document.getElementById('right')!.style.background = 'rgb(30,90,220)'));
    await lasts(page, 2);
    // The other tab is closed: the page is left, the take goes on.
    await gauge.close();
    await expect(page.getByText('The other window is no longer shared. Recording goes on.')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Pause', exact: true })).toBeVisible();
    await expect(page.getByText('Page 1 · up now')).toBeVisible();
    await lasts(page, 1);
    await stopAndSave(page);

    const [segment] = await segmentsOf(page, id);
    const log = await logOf(page, segment!.takeId);
    const films = log.filter((event) => event.kind === 'film') as (LogEvent & { run: number; film: string })[];
    expect(films.map((event) => event.film)).toEqual(['window']);
    expect(log.filter((event) => event.kind === 'film-ended')).toHaveLength(1);
    expect(log.filter((event) => event.kind === 'stroke')).toHaveLength(1);
    const kept = `/api/takes/${segment!.takeId}/films/${films[0]!.run}`;
    const seen = await filmPixels(page, kept, [0.1, 0.8, 1.6], [0.05, 0.5, 0.95]);
    expect(new Set(seen.map(colourOf))).toEqual(new Set(['blue']));

    // It is seen where it was shown in the lesson that is published.
    const edition = (await (await page.request.post(`/api/lessons/${id}/editions`, { headers: onceKey() })).json()) as {
      id: string;
    };
    const film = () => editionFile(page, edition.id, 'page.mp4');
    await expect.poll(film).not.toBeNull();
    const address = (await film())!;
    const shown = await filmPixels(page, address, [(films[0]!.at + 1_200_000) / 1e6]);
    expect(shown.map(colourOf)).toEqual(['blue']);
  },
);

test('a picker that is refused leaves the take as it was', { tag: '@real-time' }, async ({ page }) => {
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
