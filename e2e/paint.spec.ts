import { createCanvas, GlobalFonts, loadImage, type Image } from '@napi-rs/canvas';
import { expect, test, type Page } from '@playwright/test';
import { createRequire } from 'node:module';
import sharp from 'sharp';
import { readBackdrop, readThings, type Page as CorePage } from '@oakbell/core/pages';
import { PAGE_FONT, paintPage, paintStroke, type Surface } from '@oakbell/core/scene';
import { makeLesson, signIn } from './support/people.ts';
import { draw, logOf, openRoom, record, segmentsOf, stopAndSave } from './support/room.ts';
import { settled } from './support/settled.ts';

const FONT = '@fontsource/atkinson-hyperlegible/files/atkinson-hyperlegible-latin-400-normal.woff2';
/** Of 255: how much the brightness of a picture may differ on average, and for one pixel in a hundred. */
const MEAN = 1.5;
const WORST_HUNDREDTH = 70;

interface Painted {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array;
}

/** The layers of the stage over one another, as the browser painted them. */
async function inBrowser(page: Page): Promise<Painted> {
  const { url, width, height } = await page.evaluate(() => {
    const layers = ['page', 'ink'].map((name) =>
      document.querySelector<HTMLCanvasElement>(`canvas[data-layer=${name}]`)!,
    );
    const whole = document.createElement('canvas');
    Object.assign(whole, { width: layers[0]!.width, height: layers[0]!.height });
    for (const layer of layers) whole.getContext('2d')!.drawImage(layer, 0, 0);
    return { url: whole.toDataURL('image/png'), width: whole.width, height: whole.height };
  });
  return { width, height, data: await pixels(Buffer.from(url.split(',')[1]!, 'base64')) };
}
const pixels = async (png: Buffer): Promise<Uint8Array> =>
  new Uint8Array(await sharp(png).flatten().greyscale().raw().toBuffer());

/** The same page painted by the same core in Node. */
async function inNode(page: Page, lesson: string, width: number, strokes: readonly object[] = []): Promise<Uint8Array> {
  if (!GlobalFonts.has(PAGE_FONT))
    GlobalFonts.registerFromPath(createRequire(import.meta.url).resolve(FONT), PAGE_FONT);
  const { pages } = (await (await page.request.get(`/api/lessons/${lesson}`)).json()) as {
    pages: { id: string; height: number; backdrop: unknown; things: { picture?: string }[] }[];
  };
  const [first] = pages;
  const assets = new Map<string, Image>();
  for (const { picture } of first!.things) {
    if (!picture) continue;
    const bytes = await (await page.request.get(`/api/lessons/${lesson}/pictures/${picture}`)).body();
    assets.set(picture, await loadImage(bytes));
  }
  const read = readThings(first!.things);
  const core: CorePage = {
    id: first!.id,
    kind: 'board',
    height: first!.height,
    backdrop: readBackdrop(first!.backdrop)!,
    things: read.ok ? read.things : [],
  };
  const canvas = createCanvas(width, Math.round((width * core.height) / 1600));
  const surface = canvas.getContext('2d') as unknown as Surface<Image>;
  paintPage({ surface, widthPx: width, assets }, core);
  const dark = core.kind === 'board' && core.backdrop.dark === true;
  for (const stroke of strokes)
    paintStroke({ surface, widthPx: width, assets }, { stroke: stroke as never, untilMs: Infinity }, dark);
  return pixels(canvas.toBuffer('image/png'));
}

function difference(a: Uint8Array, b: Uint8Array): { mean: number; worstHundredth: number } {
  expect(a.length).toBe(b.length);
  const apart = Uint8Array.from(a, (value, i) => Math.abs(value - b[i]!)).sort();
  return {
    mean: apart.reduce((sum, value) => sum + value, 0) / apart.length,
    worstHundredth: apart[Math.floor(apart.length * 0.99)]!,
  };
}
const expectAlike = (a: Uint8Array, b: Uint8Array, what: string) => {
  const { mean, worstHundredth } = difference(a, b);
  expect(mean, `${what}: on average`).toBeLessThan(MEAN);
  expect(worstHundredth, `${what}: one pixel in a hundred`).toBeLessThan(WORST_HUNDREDTH);
};

const axis = (from: number, to: number, label: string) => ({ from, to, step: 1, label });
const BACKDROPS = [
  { kind: 'ruled' },
  { kind: 'squared' },
  { kind: 'dotted' },
  { kind: 'columns', dark: true },
  { kind: 'axes', x: axis(-6, 6, 'nm east'), y: axis(-3, 4, 'nm north'), origin: [0, 0], grid: true },
  { kind: 'number-line', x: axis(-5, 5, 'h after low water') },
];

test.beforeEach(({ page }) => signIn(page, 'ilse.marrow'));

test('browser and server paint every kind of thing and every backdrop alike', async ({ page }) => {
  const { id, pages } = await makeLesson(page, 'Painted', 1);
  const asset = async (colour: string) => {
    const buffer = await sharp({ create: { width: 300, height: 150, channels: 3, background: colour } })
      .png()
      .toBuffer();
    const answer = await page.request.post(`/api/lessons/${id}/assets`, {
      multipart: { files: { name: 'a.png', mimeType: 'image/png', buffer } },
    });
    return ((await answer.json()) as { digest: string }[])[0]!.digest;
  };
  const place = (n: number) => ({
    id: `t${n}`,
    x: 80 + (n % 3) * 500,
    y: 60 + Math.floor(n / 3) * 270,
    width: 380,
    height: 190,
  });
  const colour = '#b23a22';
  const things = [
    {
      ...place(0),
      kind: 'text',
      text: 'Low water 08:12, high water 14:32: how deep is it at eleven?',
      size: 38,
      colour: '#26221b',
    },
    { ...place(1), kind: 'picture', picture: await asset('#2c5f8a') },
    { ...place(2), kind: 'formula', source: 'x', picture: await asset('#2f6b57'), colour },
    { ...place(3), kind: 'line', colour, stroke: 4 },
    { ...place(4), kind: 'arrow', colour, stroke: 6, rising: true },
    { ...place(5), kind: 'box', colour, stroke: 5 },
    { ...place(6), kind: 'ellipse', colour, stroke: 5 },
    { ...place(7), kind: 'field', label: 'Height at eleven' },
    {
      ...place(8),
      kind: 'ink',
      strokes: [
        { pen: { colour, width: 8 }, points: [10900, 6200, 140, 0, 12000, 7400, 220, 30, 14000, 6600, 120, 70] },
        { pen: { colour, width: 30, kind: 'highlighter' }, points: [10900, 7000, 128, 0, 14400, 7000, 128, 40] },
      ],
    },
  ];
  const put = (what: string, data: object) =>
    page.request.put(`/api/lessons/${id}/pages/${pages[0]!.id}/${what}`, { data });
  expect((await put('things', { things })).ok()).toBe(true);
  for (const backdrop of BACKDROPS) {
    expect((await put('backdrop', { backdrop })).ok()).toBe(true);
    await page.goto(`/lessons/${id}/pages`);
    // Pictures come one after the other; the page is as it will be once all are there.
    await expect(async () => {
      const { width, data } = await inBrowser(page);
      expectAlike(data, await inNode(page, id, width), backdrop.kind);
    }).toPass();
  }
});

test('browser and server paint pens, highlighter and straight lines alike', { tag: '@real-time' }, async ({ page }) => {
  const { id } = await makeLesson(page, 'Painted ink', 1);
  await openRoom(page, id);
  await record(page);
  for (const [i, key] of ['1', '6', 'h'].entries()) {
    await page.keyboard.press(key);
    await draw(page, [0.1, 0.2 + i * 0.15], [0.6, 0.3 + i * 0.15], 30);
  }
  await page.keyboard.press('2');
  await page.keyboard.down('Shift');
  await draw(page, [0.1, 0.8], [0.6, 0.81], 10);
  await page.keyboard.up('Shift');
  await page.mouse.move(5, 5);
  await settled(page);
  const { width, data } = await inBrowser(page);
  await stopAndSave(page);
  const log = await logOf(page, (await segmentsOf(page, id))[0]!.takeId);
  const strokes = log
    .filter((event) => event.kind === 'stroke')
    .map((event) => {
      const more = log.filter((one) => one.kind === 'more' && one['stroke'] === event['stroke']);
      return { ...event, id: event['stroke'], points: [event, ...more].flatMap((one) => one['points'] as number[]) };
    });
  expect(strokes).toHaveLength(4);
  expectAlike(
    data,
    await inNode(
      page,
      id,
      width,
      strokes.sort((a) => ((a as unknown as { pen: { kind?: string } }).pen.kind === 'highlighter' ? -1 : 1)),
    ),
    'ink',
  );
});
