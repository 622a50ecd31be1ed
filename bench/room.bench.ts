import { expect, test, type Page } from '@playwright/test';
import { PDFDocument, StandardFonts } from 'pdf-lib';
import sharp from 'sharp';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { cutLine, keepSockets } from '../e2e/support/lines.ts';
import { makeLesson, signIn } from '../e2e/support/people.ts';
import { draw, logOf, openRoom, record, segmentsOf, stopAndSave, lasts } from '../e2e/support/room.ts';
import { measured, median } from './measure.ts';
import { uploadTake } from '../e2e/support/uploadTake.ts';
import { frames } from '../e2e/support/settled.ts';

const FRAME_MS = 1000 / 60;
const quantile = (values: readonly number[], share: number) =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length * share)] ?? Number.NaN;

/** A lesson whose page carries so many strokes already. */
async function lessonWithInk(page: Page, strokes: number): Promise<string> {
  const { id, pages } = await makeLesson(page, `Bench: ${strokes} strokes`, 1);
  const folder = mkdtempSync(join(tmpdir(), 'oakbell-bench-'));
  try {
    const ogg = join(folder, 'a.ogg');
    execFileSync('ffmpeg', [
      '-loglevel',
      'error',
      '-f',
      'lavfi',
      '-i',
      'anoisesrc=a=0.01:r=48000',
      '-t',
      '2',
      '-c:a',
      'libopus',
      ogg,
    ]);
    const lines: object[] = [
      { log: 'oakbell.take', version: 2 },
      { kind: 'page', at: 0, page: pages[0]!.id },
    ];
    for (let i = 0; i < strokes; i += 1) {
      const points = Array.from({ length: 30 }, (_, n) => [
        600 + ((i * 331) % 13_000) + n * 40,
        400 + ((i * 173) % 4000) + Math.round(90 * Math.sin(n / 4)),
        128,
        n,
      ]).flat();
      lines.push({
        kind: 'stroke',
        at: 1000 + i,
        stroke: `s${i}`,
        page: pages[0]!.id,
        pen: { colour: '#2c5f8a', width: 4 },
        points,
      });
    }
    await uploadTake(page, id, { ogg, log: lines.map((line) => `${JSON.stringify(line)}\n`).join(''), seconds: 2 });
    return id;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Watches, frame by frame, when places of the moving layer get ink. */
const watchPixels = (page: Page) =>
  page.evaluate(() => {
    const top = document.querySelector<HTMLCanvasElement>('canvas[data-stage]')!;
    const ink = document.querySelector<HTMLCanvasElement>('canvas[data-layer=ink]')!;
    const seen: { x: number; y: number; askedAt: number; paintedAt: number | null }[] = [];
    Object.assign(window, {
      seen,
      ask: (x: number, y: number, askedAt: number) => seen.push({ x, y, askedAt, paintedAt: null }),
    });
    const inked = (canvas: HTMLCanvasElement, x: number, y: number) => {
      const at = (share: number, size: number) => Math.max(0, Math.round(share * size) - 1);
      const { data } = canvas.getContext('2d')!.getImageData(at(x, canvas.width), at(y, canvas.height), 3, 3);
      return data.some((value, i) => i % 4 === 3 && value > 60);
    };
    const look = () => {
      for (const one of seen) {
        if (one.paintedAt !== null) continue;
        if (inked(top, one.x, one.y) || inked(ink, one.x, one.y))
          one.paintedAt = performance.timeOrigin + performance.now();
      }
      requestAnimationFrame(look);
    };
    requestAnimationFrame(look);
  });
const pixelsSeen = (page: Page) =>
  page.evaluate(() => (window as unknown as { seen: { askedAt: number; paintedAt: number | null }[] }).seen);

test('from the pen to the page, with a thousand strokes there already', async ({ page }) => {
  await signIn(page, 'ilse.marrow');
  await openRoom(page, await lessonWithInk(page, 1000));
  await record(page);
  await watchPixels(page);
  await page.evaluate(() => {
    const top = document.querySelector<HTMLCanvasElement>('canvas[data-stage]')!;
    top.addEventListener(
      'pointermove',
      (event) => {
        const box = top.getBoundingClientRect();
        const [x, y] = [(event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height];
        if (event.buttons === 1)
          (window as unknown as { ask: (x: number, y: number, at: number) => void }).ask(
            x,
            y,
            performance.timeOrigin + event.timeStamp,
          );
      },
      true,
    );
  });
  // In the free strip at the foot of the page.
  for (let i = 0; i < 6; i += 1) await draw(page, [0.1, 0.7 + i * 0.04], [0.9, 0.7 + i * 0.04], 40);
  await frames(page, 18);
  const seen = await pixelsSeen(page);
  const waited = seen.map(({ askedAt, paintedAt }) => ((paintedAt ?? Infinity) - askedAt) / FRAME_MS);
  expect(seen.length).toBeGreaterThan(100);
  measured('ink.latency_frames', quantile(waited, 0.95), 'frames', '≤ 2');
});

test('what one more point costs, with two thousand strokes and with twenty', async ({ page }) => {
  await signIn(page, 'ilse.marrow');
  const cost = async (strokes: number) => {
    await openRoom(page, await lessonWithInk(page, strokes));
    await record(page);
    const rounds = await page.evaluate(() => {
      const top = document.querySelector<HTMLCanvasElement>('canvas[data-stage]')!;
      const box = top.getBoundingClientRect();
      const send = (kind: string, x: number, buttons: number) =>
        top.dispatchEvent(
          new PointerEvent(kind, {
            bubbles: true,
            pointerId: 1,
            pointerType: 'mouse',
            clientX: box.left + x,
            clientY: box.top + box.height * 0.9,
            buttons,
            button: kind === 'pointermove' ? -1 : 0,
          }),
        );
      // Only a real pointer can be captured.
      top.setPointerCapture = () => undefined;
      const took: number[] = [];
      for (let round = 0; round < 12; round += 1) {
        send('pointerdown', 40, 1);
        const begun = performance.now();
        for (let i = 0; i < 120; i += 1) send('pointermove', 40 + i * 4, 1);
        took.push(performance.now() - begun);
        send('pointerup', 600, 0);
      }
      return took.slice(2);
    });
    await stopAndSave(page);
    return median(rounds);
  };
  const few = await cost(20);
  const many = await cost(2000);
  measured('ink.growth', many / few, '', '≤ 1.3');
});

test('what recording costs the machine, and tasks that are too long', async ({ page, browser }) => {
  test.setTimeout(300_000);
  await signIn(page, 'ilse.marrow');
  const { id } = await makeLesson(page, 'Bench: cost', 6);
  await openRoom(page, id);
  await page.evaluate(() => {
    const tasks: number[] = [];
    Object.assign(window, { tasks });
    new PerformanceObserver((list) => tasks.push(...list.getEntries().map((entry) => entry.duration))).observe({
      type: 'longtask',
    });
  });
  await record(page);
  const system = await browser.newBrowserCDPSession();
  const cpu = async () => {
    const { processInfo } = await system.send('SystemInfo.getProcessInfo');
    return processInfo.filter((one) => one.type === 'renderer').reduce((sum, one) => sum + one.cpuTime, 0);
  };
  await frames(page, 60);
  const [cpuBefore, begun] = [await cpu(), Date.now()];
  while (Date.now() - begun < 30_000) await draw(page, [0.1, 0.2 + (Date.now() % 500) / 1000], [0.9, 0.25], 60);
  measured('record.cpu_share', ((await cpu()) - cpuBefore) / ((Date.now() - begun) / 1000), 'of a core', '≤ 0.35');
  for (let turn = 0; Date.now() - begun < 120_000; turn += 1) {
    await page.keyboard.press(turn % 10 < 5 ? 'ArrowRight' : 'ArrowLeft');
    await draw(page, [0.1, 0.2 + (turn % 7) * 0.1], [0.7, 0.25 + (turn % 7) * 0.1], 30);
    await lasts(page, 1.2);
  }
  const tasks = await page.evaluate(() => (window as unknown as { tasks: number[] }).tasks);
  if (tasks.length > 0) console.log('long tasks, ms:', tasks.map(Math.round).join(' '));
  measured('record.long_tasks', tasks.length, 'in 2 min', '≤ 0');
});

test('from a companion’s pen to the room, and ten lost lines', async ({ page, browser, baseURL }) => {
  await signIn(page, 'ilse.marrow');
  const { id } = await makeLesson(page, 'Bench: companion', 1);
  await openRoom(page, id);
  await page.getByRole('button', { name: 'Pen', exact: true }).click();
  await page.getByRole('button', { name: 'Show a code' }).click();
  const code = (await page.getByLabel(/^Code /).textContent())!;
  await page.keyboard.press('Escape');
  const context = await browser.newContext({ viewport: { width: 1024, height: 768 }, baseURL: baseURL! });
  const pad = await context.newPage();
  await keepSockets(pad);
  await pad.goto(`/companion?code=${code}`);
  await page.getByRole('button', { name: 'Let in' }).first().click();
  await pad.getByText(/Ready/).waitFor();
  await record(page);
  await pad.getByText('Recording', { exact: true }).waitFor();
  await watchPixels(page);
  const asked: [number, number, number][] = [];
  await pad.exposeFunction('asked', (x: number, y: number, at: number) => void asked.push([x, y, at]));
  await pad.evaluate(() => {
    const top = document.querySelector<HTMLCanvasElement>('canvas[data-stage]')!;
    top.addEventListener('pointermove', (event) => {
      const box = top.getBoundingClientRect();
      if (event.buttons === 1)
        (window as unknown as { asked: (x: number, y: number, at: number) => void }).asked(
          (event.clientX - box.left) / box.width,
          (event.clientY - box.top) / box.height,
          performance.timeOrigin + event.timeStamp,
        );
    });
  });
  // The room is told where to look while the point is on its way.
  const pump = setInterval(() => {
    const batch = asked.splice(0);
    if (batch.length > 0)
      void page
        .evaluate(
          (points) =>
            points.forEach((point) => (window as unknown as { ask: (...point: number[]) => void }).ask(...point)),
          batch,
        )
        .catch(() => undefined);
  }, 10);
  for (let i = 0; i < 5; i += 1) await draw(pad, [0.1, 0.1 + i * 0.05], [0.8, 0.12 + i * 0.05], 40);
  await frames(page, 30);
  clearInterval(pump);
  const delays = (await pixelsSeen(page)).map(({ askedAt, paintedAt }) => (paintedAt ?? Infinity) - askedAt);
  expect(delays.length).toBeGreaterThan(80);
  measured('companion.delay_ms', quantile(delays, 0.95), 'ms', '≤ 120');

  const before = 5;
  await pad.evaluate(() => Object.assign(window, { sent: 0 }));
  await pad.evaluate(() =>
    document.querySelector('canvas[data-stage]')!.addEventListener('pointermove', (event) => {
      if ((event as PointerEvent).buttons === 1)
        (window as unknown as { sent: number }).sent += (event as PointerEvent).getCoalescedEvents().length;
    }),
  );
  for (let i = 0; i < 10; i += 1) {
    const line = draw(pad, [0.1, 0.4 + i * 0.05], [0.8, 0.42 + i * 0.05], 40);
    await frames(pad, 9);
    await cutLine(pad);
    await line;
    await frames(pad, 54);
  }
  const sent = await pad.evaluate(() => (window as unknown as { sent: number }).sent);
  await lasts(page, 3);
  await stopAndSave(page);
  const [segment] = await segmentsOf(page, id);
  const log = await logOf(page, segment!.takeId);
  const strokes = log.filter((event) => event.kind === 'stroke').slice(before);
  const ids = new Set(strokes.map((event) => event['stroke']));
  const points = log
    .filter((event) => event.kind === 'more' && ids.has(event['stroke']))
    .reduce((sum, event) => sum + (event['points'] as number[]).length / 4, 0);
  measured('companion.lost_or_doubled', Math.abs(points - sent) + Math.abs(strokes.length - 10), 'points', '≤ 0');
  await context.close();
});

/** Slides as they are: a photograph, a diagram of a few hundred lines, some text. */
async function lecture(pages: number): Promise<Buffer> {
  const document = await PDFDocument.create();
  const font = await document.embedFont(StandardFonts.Helvetica);
  const noise = Buffer.from(
    Uint8Array.from(
      { length: 800 * 450 * 3 },
      (_, i) => (i * 7 + ((i * i) % 251) + Math.round(60 * Math.sin(i / 900))) & 255,
    ),
  );
  const photo = await document.embedJpg(
    await sharp(noise, { raw: { width: 800, height: 450, channels: 3 } })
      .blur(3)
      .jpeg()
      .toBuffer(),
  );
  for (let i = 1; i <= pages; i += 1) {
    const page = document.addPage([960, 540]);
    page.drawImage(photo, { x: 480, y: 120, width: 440, height: 300 });
    for (let k = 0; k < 300; k += 1)
      page.drawLine({
        start: { x: 40 + k, y: 60 },
        end: { x: 40 + ((k * 37) % 400), y: 60 + ((k * 53 + i) % 200) },
        thickness: 0.6,
      });
    for (let k = 0; k < 8; k += 1)
      page.drawText(`${k + 1}. What the tide does in hour ${k} at Skerry Quay`, {
        x: 40,
        y: 480 - k * 26,
        size: 18,
        font,
      });
  }
  return Buffer.from(await document.save());
}

test('importing forty pages, against bare drawing', async ({ page }) => {
  await signIn(page, 'ilse.marrow');
  const { id } = await makeLesson(page, 'Bench: import', 0);
  const pdf = await lecture(40);
  const folder = mkdtempSync(join(tmpdir(), 'oakbell-bench-'));
  try {
    const { writeFileSync } = await import('node:fs');
    writeFileSync(join(folder, 'a.pdf'), pdf);
    const bareBegun = Date.now();
    execFileSync('pdftoppm', ['-scale-to-x', '1920', '-scale-to-y', '-1', join(folder, 'a.pdf'), join(folder, 'page')]);
    const bare = Date.now() - bareBegun;
    const [upload] = (await (
      await page.request.post(`/api/lessons/${id}/uploads`, {
        multipart: { files: { name: 'a.pdf', mimeType: 'application/pdf', buffer: pdf } },
      })
    ).json()) as { id: string }[];
    const begun = Date.now();
    await page.request.post(`/api/lessons/${id}/picked-pages`, {
      data: { picked: [{ upload: upload!.id, pages: Array.from({ length: 40 }, (_, i) => i + 1) }] },
    });
    await expect
      .poll(
        async () =>
          ((await (await page.request.get(`/api/lessons/${id}`)).json()) as { pages: unknown[] }).pages.length,
        { intervals: [50], timeout: 120_000 },
      )
      .toBeGreaterThanOrEqual(40);
    measured('pages.overhead', (Date.now() - begun) / bare, '', '≤ 1.8');
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});
