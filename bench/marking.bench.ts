import { expect, test, type Browser, type Page } from '@playwright/test';
import { findSheet, greyOf, photographed, projection, type Corners } from '@oakbell/core/scan';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { asPerson, copyLesson, give, giveCopy } from '../e2e/support/people.ts';
import { slides } from '../e2e/support/papers.ts';
import { onceKey } from '../e2e/support/requests.ts';
import { uploadTake } from '../e2e/support/uploadTake.ts';
import { measured, median } from './measure.ts';
import { bareEncode, firstSound, noteFirstSound, spokenFor } from './spoken.ts';

const PHOTOGRAPHS = 60;

/** Whether all that is written on a sheet lies within these corners. */
function holdsWriting(found: Corners, there: Corners): boolean {
  const map = projection(there);
  const isIn = ({ x, y }: { readonly x: number; readonly y: number }): boolean =>
    found.every((a, i) => {
      const b = found[(i + 1) % 4] ?? a;
      return (b.x - a.x) * (y - a.y) - (b.y - a.y) * (x - a.x) >= 0;
    });
  const written = [0.09, 0.92].flatMap((u) => [0.1, 0.87].map((v) => map(u, v)));
  return written.every(isIn);
}

test('sheets are found on tables dark, wooden, checked and light, and never cut into', () => {
  let found = 0;
  let cut = 0;
  for (let n = 0; n < PHOTOGRAPHS; n += 1) {
    const { picture, corners } = photographed(n);
    const sheet = findSheet(greyOf(picture));
    if (!sheet) continue;
    const worst = Math.max(...sheet.map(({ x, y }, i) => Math.hypot(x - corners[i]!.x, y - corners[i]!.y)));
    if (worst <= 0.02 * picture.width) found += 1;
    if (!holdsWriting(sheet, corners)) cut += 1;
  }
  measured('handin.sheet_found', found / PHOTOGRAPHS, 'share', '≥ 0.95');
  measured('handin.sheet_cut', cut, 'sheets', '≤ 0');
});

/** Hand-ins of ten pages each, by so many learners of a class; gives the assignment. */
async function handedIn(page: Page, browser: Browser, count: number): Promise<string> {
  const classes = (await (await page.request.get('/api/classes')).json()) as { id: string; name: string }[];
  const { id: classId } = classes.find(({ name }) => name === 'Navigation 10a')!;
  const { roster } = (await (await page.request.get(`/api/classes/${classId}`)).json()) as {
    roster: { name: string }[];
  };
  const names = roster.slice(0, count).map(({ name }) => name.toLowerCase().replace(' ', '.'));
  const title = `Marked by the clock ${randomUUID().slice(0, 4)}`;
  const lesson = await copyLesson(page, 'The rule of twelfths', title);
  const assignment = await give(page, lesson, classId, { handIn: true, points: 20 });
  const buffer = await slides(10);
  for (const name of names) {
    const { context } = await asPerson(browser, name);
    const files = { name: 'plan.pdf', mimeType: 'application/pdf', buffer };
    const path = `/api/assignments/${assignment}/hand-in/files`;
    const sent = await context.request.put(path, { headers: onceKey(), multipart: { files } });
    expect(sent.status()).toBe(200);
    await context.close();
  }
  const drawn = async () => {
    const { queue } = (await (await page.request.get(`/api/marking/${assignment}`)).json()) as {
      queue: { feedbackLessonId: string }[];
    };
    const counts = await Promise.all(
      queue.map(async ({ feedbackLessonId: id }) => {
        const { pages } = (await (await page.request.get(`/api/lessons/${id}`)).json()) as { pages: unknown[] };
        return pages.length;
      }),
    );
    return counts.length === count && counts.every((one) => one === 10);
  };
  await expect.poll(drawn, { timeout: 120_000 }).toBe(true);
  return assignment;
}

/** From the press of a key or a button, or else from where the page began, until what is looked for is there; ms, by the page's own clock. */
async function until(page: Page, what: 'painted' | 'first page', name: string): Promise<number> {
  const handle = await page.waitForFunction(
    ([which, whose]) => {
      const heading = [...document.querySelectorAll('h2')].find((one) => one.textContent === whose);
      const canvas = document.querySelector<HTMLCanvasElement>('canvas[data-layer="page"]');
      const first = document.querySelector<HTMLImageElement>('[data-first-page]');
      const isPainted = () =>
        heading !== undefined &&
        canvas !== null &&
        canvas.width > 0 &&
        canvas.getContext('2d')!.getImageData(canvas.width >> 1, canvas.height >> 1, 1, 1).data[3] === 255;
      const isSeen = which === 'first page' && first?.complete === true && first.naturalWidth > 0;
      const { pressedAt = 0 } = window as Window & { pressedAt?: number };
      return isSeen || isPainted() ? performance.now() - pressedAt : false;
    },
    [what, name] as const,
    { polling: 'raf' },
  );
  return (await handle.jsonValue()) as number;
}
/** Notes when something is pressed. */
const notePresses = (page: Page) =>
  page.addInitScript(() => {
    for (const kind of ['keydown', 'click'] as const)
      window.addEventListener(kind, ({ timeStamp }) => Object.assign(window, { pressedAt: timeStamp }), true);
  });

test('the next hand-in is there at once, and a hand-in of ten pages is seen as fast as its picture comes', async ({
  browser,
}) => {
  const { page, context } = await asPerson(browser, 'ilse.marrow', { permissions: ['microphone'] });
  await page.addInitScript(() => localStorage.setItem('oakbell.marking-order', 'name'));
  await notePresses(page);
  const assignment = await handedIn(page, browser, 10);
  const { queue } = (await (await page.request.get(`/api/marking/${assignment}`)).json()) as {
    queue: { learnerName: string; feedbackLessonId: string }[];
  };
  const names = queue.map(({ learnerName }) => learnerName).sort(new Intl.Collator().compare);
  const cold: number[] = [];
  for (let i = 0; i < 3; i += 1) {
    const fresh = await browser.newContext({ storageState: await context.storageState(), permissions: ['microphone'] });
    const first = await fresh.newPage();
    await first.addInitScript(() => localStorage.setItem('oakbell.marking-order', 'name'));
    await first.goto(`/marking/${assignment}`);
    cold.push(await until(first, 'painted', names[0]!));
    await fresh.close();
  }
  await page.goto(`/marking/${assignment}`);
  await until(page, 'painted', names[0]!);
  const next: number[] = [];
  for (const [i, name] of names.slice(0, -1).entries()) {
    await expect(page.getByRole('heading', { level: 2, name })).toBeVisible();
    await page.keyboard.press('k');
    // Whoever marks is with it for a while: what comes next is fetched meanwhile.
    await page.waitForLoadState('networkidle');
    await page.keyboard.press('Control+Enter');
    next.push(await until(page, 'painted', names[i + 1]!));
  }
  const worst = [...next].sort((a, b) => a - b)[Math.ceil(next.length * 0.95) - 1]!;
  measured('desk.next_ms', worst, 'ms', '≤ 1000');
  measured('desk.next_share', worst / median(cold), 'of opening it cold', '≤ 0.2');

  // Opened by its link, with nothing at hand: against the bare fetch of its picture.
  const lesson = queue.find(({ learnerName }) => learnerName === names.at(-1))!.feedbackLessonId;
  await page.goto('/marking');
  const picture = await page.evaluate(async (id) => {
    const { pages } = (await (await fetch(`/api/lessons/${id}`)).json()) as { pages: { picture: string | null }[] };
    return `/api/lessons/${id}/pictures/${pages[0]!.picture}`;
  }, lesson);
  const fetches: number[] = [];
  for (let i = 0; i < 5; i += 1)
    fetches.push(
      await page.evaluate(async (address) => {
        const begun = performance.now();
        await (await fetch(address, { cache: 'no-store' })).blob();
        return performance.now() - begun;
      }, picture),
    );
  const row = page.getByRole('link', { name: new RegExp(`^${names.at(-1)}`) });
  await page.goto(`/marking/${assignment}`);
  await expect(row).toBeVisible();
  await row.click();
  const seen = await until(page, 'first page', names.at(-1)!);
  measured('handin.open_ms', await until(page, 'painted', names.at(-1)!), 'ms until it can be written on', '≤ 1000');
  measured('handin.open_ratio', seen / median(fetches), '× the fetch of its picture', '≤ 2');
  await context.close();
});

const FEEDBACK_S = 60;

test('a minute of feedback is heard by its learner soon after it was handed back', async ({ browser }) => {
  const { page, context } = await asPerson(browser, 'ilse.marrow', { permissions: ['microphone'] });
  const title = `Heard by the clock ${randomUUID().slice(0, 4)}`;
  const assignment = await giveCopy(page, 'The rule of twelfths', title, ['Suvi Aldane'], { handIn: true, points: 20 });
  const { page: learner, context: own } = await asPerson(browser, 'suvi.aldane');
  const path = `/api/assignments/${assignment}/hand-in/text`;
  const sent = await own.request.put(path, { headers: onceKey(), data: { text: 'Steer 075.' } });
  expect(sent.status()).toBe(200);
  const desk = (await (await page.request.get(`/api/marking/${assignment}`)).json()) as {
    queue: [{ feedbackLessonId: string }];
  };
  const lesson = desk.queue[0].feedbackLessonId;
  const pages = async () =>
    ((await (await page.request.get(`/api/lessons/${lesson}`)).json()) as { pages: { id: string }[] }).pages;
  await expect.poll(async () => (await pages()).length).toBe(1);
  const folder = mkdtempSync(join(tmpdir(), 'oakbell-bench-'));
  const { wav, ogg } = spokenFor(FEEDBACK_S, folder);
  const log = [
    { log: 'oakbell.take', version: 1 },
    { kind: 'page', at: 0, page: (await pages())[0]!.id },
  ];
  const text = log.map((line) => `${JSON.stringify(line)}\n`).join('');
  await uploadTake(page, lesson, { ogg, log: text, seconds: FEEDBACK_S });
  const ceiling = median([1, 2, 3].map(() => bareEncode(wav, folder)));
  rmSync(folder, { recursive: true });

  await noteFirstSound(learner);
  await page.goto(`/marking/${assignment}`);
  await page.getByLabel('Points, up to 20').fill('15');
  await expect(page.getByText(/^Saved /)).toBeVisible();
  const begun = performance.now();
  await page.getByRole('button', { name: 'Hand back' }).click();
  // Whoever waits for it is told when it is there, goes to it and plays it.
  await expect
    .poll(async () => (await own.request.get(`/api/assignments/${assignment}/feedback`)).status(), { intervals: [50] })
    .toBe(200);
  await learner.goto(`/feedback/${assignment}`);
  await learner.getByRole('button', { name: 'Play', exact: true }).click();
  await firstSound(learner);
  const seconds = (performance.now() - begun) / 1000;
  measured('feedback.ready_s', seconds, 's', '≤ 10');
  measured('feedback.ready_ratio', seconds / ceiling, '× the bare encoding', '≤ 6');
  await context.close();
  await own.close();
});
