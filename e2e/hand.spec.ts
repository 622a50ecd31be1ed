import { expect, test, type Page } from '@playwright/test';
import { cutLine, keepSockets } from './support/lines.ts';
import { asPerson, makeLesson, signIn } from './support/people.ts';
import {
  alarm,
  draw,
  inkAtRest,
  inkOnStage,
  logOf,
  openRoom,
  press,
  record,
  segmentsOf,
  stopAndSave,
  type LogEvent,
  lasts,
} from './support/room.ts';
import { undoOf } from './support/undo.ts';

test.beforeEach(({ page }) => signIn(page, 'ilse.marrow'));

async function take(page: Page, lesson: string): Promise<readonly LogEvent[]> {
  const segments = await segmentsOf(page, lesson);
  return logOf(page, segments.at(-1)!.takeId);
}
const kinds = (log: readonly LogEvent[]) => log.map((event) => event.kind);
const strokes = (log: readonly LogEvent[]) => log.filter((event) => event.kind === 'stroke');

test(
  'pens, highlighter, fading ink, shapes and the straight edge leave what they should',
  { tag: '@real-time' },
  async ({ page }) => {
    const { id } = await makeLesson(page, 'Pens', 1);
    await openRoom(page, id);
    await record(page);
    for (const key of ['1', '3', '6', 'h', 'f']) {
      await page.keyboard.press(key);
      await draw(
        page,
        [0.1, 0.1 + Number(key.charCodeAt(0) % 7) * 0.1],
        [0.4, 0.12 + Number(key.charCodeAt(0) % 7) * 0.1],
        12,
      );
    }
    await page.keyboard.press('2');
    await page.keyboard.down('Shift');
    await draw(page, [0.5, 0.5], [0.9, 0.53], 10);
    await page.keyboard.up('Shift');
    await page.getByRole('button', { name: 'Shapes' }).click();
    await page.getByRole('menuitem', { name: 'Box' }).click();
    await draw(page, [0.55, 0.1], [0.7, 0.3], 8);
    await page.keyboard.press('1');
    await page.keyboard.press('l');
    await expect(page.getByRole('slider', { name: /Straight edge/ })).toBeVisible();
    await draw(page, [0.3, 0.435], [0.6, 0.43], 15);
    await page.keyboard.press('l');
    await stopAndSave(page);
    const log = strokes(await take(page, id)) as unknown as {
      pen: { colour: string; width: number; kind?: string };
      form?: string;
      points: number[];
      stroke: string;
    }[];
    expect(log.map((one) => one.pen.kind ?? 'pen')).toEqual([
      'pen',
      'pen',
      'pen',
      'highlighter',
      'fading',
      'pen',
      'pen',
      'pen',
    ]);
    expect(new Set(log.slice(0, 3).map((one) => `${one.pen.colour}${one.pen.width}`)).size).toBe(3);
    const line = log[5]!;
    expect(line.form).toBe('straight');
    expect(new Set(line.points.filter((_, i) => i % 4 === 1)).size).toBe(1);
    expect(log[6]!.points.slice(0, 2)).toEqual(log[6]!.points.slice(-4, -2));
    const along = (await take(page, id)).filter(
      (event) => event.kind === 'more' && event['stroke'] === log[7]!.stroke,
    ) as unknown as { points: number[] }[];
    const heights = along.flatMap((event) => event.points.filter((_, i) => i % 4 === 1));
    expect(Math.max(...heights) - Math.min(...heights)).toBeLessThanOrEqual(1);
  },
);

test(
  'parts are rubbed out, ink is moved, the page is cleared, and all of it taken back',
  { tag: '@real-time' },
  async ({ page }) => {
    const { id } = await makeLesson(page, 'Rubbing', 1);
    await openRoom(page, id);
    await record(page);
    await draw(page, [0.1, 0.3], [0.6, 0.3], 60);
    const whole = await inkAtRest(page);
    await page.keyboard.press('z');
    await draw(page, [0.35, 0.2], [0.35, 0.4], 20);
    await expect.poll(() => inkOnStage(page)).toBeLessThan(whole);
    await page.keyboard.press('m');
    await draw(page, [0.05, 0.2], [0.34, 0.4], 5);
    await draw(page, [0.2, 0.3], [0.3, 0.7], 10);
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+z');
    await expect.poll(() => inkOnStage(page)).toBe(whole);
    await page.getByRole('button', { name: 'Clear the page' }).click();
    await expect.poll(() => inkOnStage(page)).toBe(0);
    await page.keyboard.press('Control+z');
    await expect.poll(() => inkOnStage(page)).toBe(whole);
    await stopAndSave(page);
    const log = await take(page, id);
    for (const kind of ['replaced', 'erased', 'undone']) expect(kinds(log)).toContain(kind);
  },
);

test(
  'text is typed while paused, and writing in the pause is marked as such',
  { tag: '@real-time' },
  async ({ page }) => {
    const { id } = await makeLesson(page, 'Typed', 1);
    await openRoom(page, id);
    await record(page);
    await lasts(page, 0.4);
    await page.keyboard.press('r');
    await draw(page, [0.1, 0.6], [0.3, 0.6], 10);
    await page.keyboard.press('t');
    const box = (await page.locator('canvas[data-stage]').boundingBox())!;
    await page.mouse.click(box.x + box.width * 0.3, box.y + box.height * 0.3);
    await page.getByLabel('Text on the page').fill('Set and drift');
    await page.keyboard.press('Escape');
    await expect.poll(() => inkOnStage(page)).toBeGreaterThan(200);
    await press(page, 'Go on');
    await lasts(page, 0.4);
    await stopAndSave(page);
    const log = await take(page, id);
    expect(strokes(log)[0]!['paused']).toBe(true);
    expect(log.find((event) => event.kind === 'text')).toMatchObject({
      thing: { kind: 'text', text: 'Set and drift' },
    });
  },
);

test('a board grows downwards and is scrolled, all of it in the log', { tag: '@real-time' }, async ({ page }) => {
  const { id } = await makeLesson(page, 'Long board', 1);
  await openRoom(page, id);
  await record(page);
  await draw(page, [0.1, 0.5], [0.5, 0.5], 10);
  const before = await inkAtRest(page);
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('Control+ArrowDown');
  await expect.poll(() => inkOnStage(page)).toBe(0);
  await draw(page, [0.1, 0.5], [0.2, 0.5], 10);
  await page.locator('canvas[data-stage]').hover();
  await page.mouse.wheel(0, -2000);
  await expect.poll(() => inkOnStage(page)).toBe(before);
  await stopAndSave(page);
  const log = await take(page, id);
  expect(kinds(log).filter((kind) => kind === 'grown')).toHaveLength(3);
  expect(log.filter((event) => event.kind === 'scrolled').at(-1)).toMatchObject({ top: 0 });
  const below = strokes(log)[1]!['points'] as number[];
  expect(below[1]! / 10).toBeGreaterThan(1300);
});

test(
  'say that again takes ink and page turns of the sentence back and leaves its voice out',
  { tag: '@real-time' },
  async ({ page }) => {
    const { id } = await makeLesson(page, 'Again', 2);
    await openRoom(page, id);
    await record(page);
    await draw(page, [0.1, 0.2], [0.5, 0.2], 10);
    await lasts(page, 9);
    // On a busy machine a hand is slower than a sentence: it writes and turns until both fall into one.
    for (let row = 3; ; row += 1) {
      const ink = await inkAtRest(page);
      await draw(page, [0.1, row / 12], [0.5, row / 12], 2);
      await page.keyboard.press('ArrowRight');
      await page.keyboard.press('Backspace');
      await expect(page.getByText(/Say it again in/)).toBeVisible();
      await expect(page.getByText(/joins at/)).toBeVisible();
      const isBack = await page.getByText('Page 1 · up now').isVisible();
      const isWhole = isBack && (await inkAtRest(page)) === ink;
      await expect(page.getByText('Recording', { exact: true })).toBeVisible();
      if (isWhole) break;
      if (!isBack) await page.keyboard.press('ArrowLeft');
      await expect(page.getByText('Page 1 · up now')).toBeVisible();
      await lasts(page, 2);
    }
    await lasts(page, 1.5);
    await stopAndSave(page);
    const log = await take(page, id);
    const said = log.findLast((event) => event.kind === 'said-again')! as LogEvent & { to: number };
    expect(said.to).toBeGreaterThan(500_000);
    const [before, after] = (await segmentsOf(page, id)).slice(-2);
    expect(before!.end).toBe(said.to);
    expect(after!.start).toBe(said.at);
  },
);

test(
  'a take is started over, and put back; later the lesson is recorded again from a page',
  { tag: '@real-time' },
  async ({ page }) => {
    const { id } = await makeLesson(page, 'Over', 2);
    await openRoom(page, id);
    await record(page);
    await lasts(page, 1.2);
    await page.getByRole('button', { name: 'Start over' }).click();
    await expect(page.getByText('Ready to record')).toBeVisible();
    expect(await segmentsOf(page, id)).toHaveLength(0);
    // What the lesson is now is heard late: whoever records meanwhile is not interrupted.
    let hear: (value?: unknown) => void = () => undefined;
    const late = new Promise((resolve) => (hear = resolve));
    await page.route(`**/api/lessons/${id}`, async (route) => {
      if ((await segmentsOf(page, id)).length > 0) await late;
      await route.continue();
    });
    await undoOf(page, 'put aside').click();
    await expect.poll(async () => (await segmentsOf(page, id)).length).toBe(1);
    await record(page);
    await lasts(page, 0.5);
    const heard = page.waitForResponse(`**/api/lessons/${id}`);
    hear();
    await heard;
    await page.unroute(`**/api/lessons/${id}`);
    await lasts(page, 1);
    await page.keyboard.press('ArrowRight');
    await lasts(page, 1.5);
    await stopAndSave(page);
    const [first, second] = await segmentsOf(page, id);
    await page.getByRole('button', { name: 'Keep it and record more' }).click();
    await page.getByRole('button', { name: 'More for Page 2' }).click();
    await page.getByRole('menuitem', { name: 'Record again from here' }).click();
    await expect.poll(async () => (await segmentsOf(page, id)).at(-1)!.end).toBeLessThan(second!.end);
    expect((await segmentsOf(page, id))[0]).toEqual(first);
    await undoOf(page, 'ends before this page').click();
    await expect.poll(async () => (await segmentsOf(page, id)).at(-1)!.end).toBe(second!.end);
  },
);

test(
  'the time is told against the target, and the strip shows what is next',
  { tag: '@real-time' },
  async ({ page }) => {
    const { id } = await makeLesson(page, 'Timed', 8);
    await page.request.patch(`/api/lessons/${id}`, { data: { targetMs: 10_000 } });
    await openRoom(page, id);
    await expect(page.getByText('of 0:10')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Next: Page 2' })).toBeVisible();
    await record(page);
    await page.getByLabel('Go to page').fill('6');
    await page.keyboard.press('Enter');
    await expect(page.getByText('Page 6 · up now')).toBeVisible();
    await page.locator('body').click({ position: { x: 5, y: 300 } });
    await page.keyboard.press('PageDown');
    await expect(page.getByText('Page 7 · up now')).toBeVisible();
    await page.keyboard.press('b');
    await expect(page.getByText('Page 8 · up now')).toBeVisible();
    await expect(page.getByText('nearly there')).toBeVisible();
    await expect(page.getByText('over 0:10')).toBeVisible();
    await expect(page).toHaveTitle(/^Recording/);
    await stopAndSave(page);
  },
);

test(
  'fingers leave no ink with pen only, a pen does, with its pressure',
  { tag: '@real-time' },
  async ({ page, context }) => {
    const { id } = await makeLesson(page, 'Pen only', 1);
    await openRoom(page, id);
    await page.getByRole('button', { name: 'Pen', exact: true }).click();
    await page.getByLabel('Pen only').check();
    await page.keyboard.press('Escape');
    await record(page);
    const box = (await page.locator('canvas[data-stage]').boundingBox())!;
    const browser = await context.newCDPSession(page);
    const at = (i: number) => ({ x: box.x + box.width * (0.2 + i * 0.02), y: box.y + box.height * 0.4 });
    await browser.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [at(0)] });
    for (let i = 1; i < 8; i += 1)
      await browser.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: [at(i)] });
    await browser.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
    expect(await inkOnStage(page)).toBe(0);
    const pen = (type: 'mousePressed' | 'mouseMoved' | 'mouseReleased', i: number) =>
      browser.send('Input.dispatchMouseEvent', {
        type,
        ...at(i),
        button: 'left',
        buttons: 1,
        clickCount: 1,
        pointerType: 'pen',
        force: 0.2 + i * 0.1,
      });
    await pen('mousePressed', 0);
    for (let i = 1; i < 8; i += 1) await pen('mouseMoved', i);
    await pen('mouseReleased', 7);
    await expect.poll(() => inkOnStage(page)).toBeGreaterThan(30);
    await stopAndSave(page);
    const log = await take(page, id);
    expect(strokes(log)).toHaveLength(1);
    const pressures = log.flatMap((event) =>
      'points' in event && event.kind !== 'pointer' ? (event['points'] as number[]).filter((_, i) => i % 4 === 2) : [],
    );
    expect(Math.max(...pressures) - Math.min(...pressures)).toBeGreaterThan(60);
  },
);

test('the sound check hears ten seconds and says what it thinks', { tag: '@real-time' }, async ({ page }) => {
  const { id } = await makeLesson(page, 'Sound', 1);
  await openRoom(page, id);
  await page.getByRole('button', { name: 'Microphone', exact: true }).click();
  await page.getByRole('button', { name: 'Sound check' }).click();
  await page.getByRole('button', { name: 'Record ten seconds' }).click();
  await expect(page.getByText(/Speak: \d+ more/)).toBeVisible();
  await expect(page.getByText('This sounds good')).toBeVisible();
  await expect(page.getByLabel('As it came')).toBeVisible();
  await page.getByLabel('Noise reduction').check();
  await page.getByRole('button', { name: 'Close' }).click();
  await record(page);
  await lasts(page, 0.6);
  await stopAndSave(page);
  expect((await take(page, id)).find((event) => event.kind === 'sound')).toMatchObject({
    noise: true,
    levelling: false,
    gain: 0,
  });
});

test(
  'a second device joins by code, writes on the page that is up, and loses nothing when its line is lost',
  { tag: '@real-time' },
  async ({ page, browser }) => {
    const { id } = await makeLesson(page, 'Companion', 2);
    await openRoom(page, id);
    await page.getByRole('button', { name: 'Pen', exact: true }).click();
    await page.getByRole('button', { name: 'Show a code' }).click();
    const code = (await page.getByLabel(/^Code /).textContent())!;
    await page.keyboard.press('Escape');
    const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
    const pad = await context.newPage();
    await keepSockets(pad);
    await pad.goto('/companion');
    await pad.getByLabel('Code').fill('WRONG2');
    await pad.getByRole('button', { name: 'Join' }).click();
    await expect(pad.getByText('There is no room with this code')).toBeVisible();
    await pad.getByLabel('Code').fill(code.toLowerCase());
    await pad.getByRole('button', { name: 'Join' }).click();
    await expect(pad.getByText('Waiting for the teacher’s yes')).toBeVisible();
    await alarm(page, 'asks to write').getByRole('button', { name: 'Let in' }).click();
    await expect(pad.getByText('Ready: writing counts once it records')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Pen · 1 device' })).toBeVisible();
    await record(page);
    await expect(pad.getByText('Recording', { exact: true })).toBeVisible();
    await draw(pad, [0.2, 0.3], [0.7, 0.3], 20);
    await expect.poll(() => inkOnStage(page)).toBeGreaterThan(100);
    await page.keyboard.press('ArrowRight');
    await expect(pad.getByText('Page 2')).toBeVisible();
    await cutLine(pad);
    await draw(pad, [0.2, 0.5], [0.7, 0.5], 20);
    await expect.poll(() => inkOnStage(page)).toBeGreaterThan(100);
    await stopAndSave(page);
    const log = await take(page, id);
    expect(strokes(log)).toHaveLength(2);
    await context.close();
  },
);

test(
  'what a hand wrote for the lesson plays back to a learner as it was',
  { tag: '@real-time' },
  async ({ page, browser }) => {
    const { id, pages } = await makeLesson(page, 'Played back', 1);
    expect(pages).toHaveLength(1);
    await openRoom(page, id);
    await record(page);
    await page.keyboard.press('h');
    await draw(page, [0.1, 0.4], [0.5, 0.4], 10);
    await page.keyboard.press('1');
    await draw(page, [0.1, 0.5], [0.5, 0.5], 20);
    await page.keyboard.press('f');
    await draw(page, [0.1, 0.7], [0.5, 0.7], 10);
    // What fades is gone by then.
    await lasts(page, 3.5);
    const ink = await inkAtRest(page);
    await stopAndSave(page);
    await page.getByRole('button', { name: 'Play' }).click();
    await expect(page.getByRole('button', { name: 'Play' })).toBeVisible();
    const heard = await inkAtRest(page);
    expect(heard).toBeGreaterThan(50);
    expect(ink).toBeGreaterThan(50);
    const { context } = await asPerson(browser, 'tam.oriel');
    await context.close();
  },
);

for (const [what, how] of [
  ['a display scale of 125 %', { deviceScaleFactor: 1.25 }],
  ['a browser zoomed to 150 %', { deviceScaleFactor: 1.5, viewport: { width: 853, height: 533 } }],
] as const) {
  test(`with ${what} ink is sharp and lands where the pen was`, { tag: '@real-time' }, async ({ browser }) => {
    const { page, context } = await asPerson(browser, 'ilse.marrow', how);
    const { id } = await makeLesson(page, 'Scaled', 1);
    await openRoom(page, id);
    await record(page);
    await draw(page, [0.25, 0.4], [0.75, 0.6], 20);
    const size = await page.locator('canvas[data-stage]').evaluate((node) => {
      const canvas = node as HTMLCanvasElement;
      return canvas.width / canvas.getBoundingClientRect().width;
    });
    expect(size).toBeCloseTo(how.deviceScaleFactor, 1);
    await stopAndSave(page);
    const [stroke] = strokes(await take(page, id)) as unknown as { points: number[] }[];
    const [x = 0, y = 0] = stroke!.points;
    expect(Math.abs(x / 10 - 400)).toBeLessThan(6);
    expect(Math.abs(y / 10 - 360)).toBeLessThan(6);
    await context.close();
  });
}

test(
  'setting the clock of the machine in the middle of a take moves no ink',
  { tag: '@real-time' },
  async ({ page }) => {
    const { id } = await makeLesson(page, 'Clock set', 1);
    await page.addInitScript(() => {
      const real = Date.now.bind(Date);
      let shift = 0;
      Object.assign(window, { setClock: (by: number) => (shift = by) });
      Date.now = () => real() + shift;
    });
    await openRoom(page, id);
    await record(page);
    await lasts(page, 1);
    for (const by of [3_600_000, -3_600_000]) {
      await page.evaluate((shift) => (window as unknown as { setClock: (by: number) => void }).setClock(shift), by);
      await lasts(page, 0.7);
      await draw(page, [0.2, 0.3], [0.5, 0.3], 10);
    }
    await lasts(page, 0.3);
    await stopAndSave(page);
    const [segment] = await segmentsOf(page, id);
    const at = strokes(await take(page, id)).map((event) => event.at / 1e6);
    expect(at).toHaveLength(2);
    expect(at[0]).toBeGreaterThan(0.8);
    expect(at[1]! - at[0]!).toBeGreaterThan(0.4);
    expect(at[1]!).toBeLessThan(segment!.end / 1e6 - 0.5);
  },
);
