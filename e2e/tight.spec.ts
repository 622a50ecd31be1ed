import { expect, test, type Page } from '@playwright/test';
import { micros, toSeconds, type Micros } from '@oakbell/core/clock';
import { isCard, programmeOf, segmentAt, sourceTimeAt, speedOf, type EditList } from '@oakbell/core/edits';
import { readLog, TakeIndex } from '@oakbell/core/log';
import type { Page as LessonPage } from '@oakbell/core/pages';
import { sceneAt } from '@oakbell/core/scene';
import { editionFile, editionManifest } from './support/edition.ts';
import { lessonCalled, signIn } from './support/people.ts';
import { scriptedLesson, type ScriptedTake, type ScriptLine } from './support/scriptedTake.ts';
import { correlation, RATE, samplesInWav } from './support/sound.ts';
import { onceKey } from './support/requests.ts';

test.beforeEach(({ page }) => signIn(page, 'ilse.marrow'));

/** A worked solution as it comes out of a long day: a cough, rests, and writing without a word. */
const SCRIPT: readonly ScriptLine[] = [
  { does: 'speaks', seconds: 3 },
  { does: 'coughs', seconds: 0.6 },
  { does: 'speaks', seconds: 2.4 },
  { does: 'rests', seconds: 2.5 },
  { does: 'speaks and writes', seconds: 3 },
  { does: 'writes in silence', seconds: 6 },
  { does: 'speaks', seconds: 2 },
  { does: 'rests', seconds: 2 },
  { does: 'speaks', seconds: 2.5 },
];
const WHOLE = SCRIPT.reduce((sum, line) => sum + line.seconds, 0);

interface Whole {
  readonly edits: EditList;
  readonly history: { readonly undoable: number };
}
const lessonOf = async (page: Page, id: string): Promise<Whole> =>
  (await (await page.request.get(`/api/lessons/${id}`)).json()) as Whole;
const lengthOf = async (page: Page, id: string): Promise<number> =>
  toSeconds(programmeOf((await lessonOf(page, id)).edits).length);
const doneOf = async (page: Page, id: string): Promise<number> => (await lessonOf(page, id)).history.undoable;

/** A hand that works with the mouse, and one that has only keys. */
interface Hand {
  readonly press: (page: Page, name: string | RegExp) => Promise<void>;
  /** Marks a stretch, in shares of the whole. */
  readonly mark: (page: Page, from: number, to: number) => Promise<void>;
  readonly cut: (page: Page) => Promise<void>;
  readonly undo: (page: Page) => Promise<void>;
  readonly redo: (page: Page) => Promise<void>;
}
const slider = (page: Page) => page.getByRole('slider', { name: 'Time in the lesson' });
const HANDS: Readonly<Record<'mouse' | 'keyboard', Hand>> = {
  mouse: {
    press: (page, name) => page.getByRole('button', { name }).click(),
    mark: async (page, from, to) => {
      const box = (await slider(page).boundingBox())!;
      const at = (share: number) => [box.x + box.width * share, box.y + 30] as const;
      await page.keyboard.down('Shift');
      await page.mouse.move(...at(from));
      await page.mouse.down();
      await page.mouse.move(...at(to), { steps: 6 });
      await page.mouse.up();
      await page.keyboard.up('Shift');
    },
    cut: (page) => page.getByRole('button', { name: 'Cut what is marked' }).click(),
    undo: (page) => page.getByRole('button', { name: 'Undo', exact: true }).click(),
    redo: (page) => page.getByRole('button', { name: 'Redo', exact: true }).click(),
  },
  keyboard: {
    press: async (page, name) => {
      await page.getByRole('button', { name }).focus();
      await page.keyboard.press('Enter');
    },
    mark: async (page, from, to) => {
      const length = Number(await slider(page).getAttribute('aria-valuemax'));
      await slider(page).focus();
      await page.keyboard.press('Home');
      for (let i = 0; i < Math.round(from * length * 10); i += 1) await page.keyboard.press('.');
      await page.keyboard.press('i');
      for (let i = 0; i < Math.round((to - from) * length * 10); i += 1) await page.keyboard.press('.');
      await page.keyboard.press('o');
    },
    cut: (page) => page.keyboard.press('Delete'),
    undo: (page) => page.keyboard.press('Control+z'),
    redo: (page) => page.keyboard.press('Control+Shift+z'),
  },
};

for (const [name, hand] of Object.entries(HANDS)) {
  test(`by ${name}: a long take becomes a tight lesson, is undone to the beginning, redone, published, and is what was made`, async ({
    page,
  }) => {
    const { id, take, pages } = await scriptedLesson(page, `Tight by ${name}`, SCRIPT);
    const raw = (await lessonOf(page, id)).edits;
    const begun = await doneOf(page, id);
    await page.goto(`/lessons/${id}/polish`);
    await expect(page.getByRole('heading', { name: 'Written in silence: 1 stretch' })).toBeVisible();
    const step = async (act: () => Promise<void>) => {
      const before = await doneOf(page, id);
      await act();
      await expect.poll(() => doneOf(page, id)).toBe(before + 1);
    };
    await step(() => hand.press(page, /^Shorten all, win/));
    await expect(page.getByRole('heading', { name: /quiet stretch/ })).toHaveCount(0);
    await step(() => hand.press(page, /^Speed all up, win/));
    await expect(page.getByRole('heading', { name: /Written in silence/ })).toHaveCount(0);
    const before = await lengthOf(page, id);
    await hand.mark(page, 2.9 / before, 3.7 / before);
    await step(() => hand.cut(page));
    const tight = (await lessonOf(page, id)).edits;
    const length = await lengthOf(page, id);
    expect(length).toBeLessThan(WHOLE - 2.1 - 1.6 - 4 - 0.4);
    expect(length).toBeGreaterThan(WHOLE - 2.1 - 1.6 - 6 * 0.75 - 1.2);

    // To the very beginning, with the screen told of each step, and back again.
    const told = page.getByRole('status').filter({ hasText: 'Saved' });
    const steps = (await doneOf(page, id)) - begun;
    for (let i = 0; i < steps; i += 1) {
      const was = await doneOf(page, id);
      await hand.undo(page);
      await expect.poll(() => doneOf(page, id)).toBe(was - 1);
      await expect(told).toBeVisible();
    }
    expect((await lessonOf(page, id)).edits).toEqual(raw);
    for (let i = 0; i < steps; i += 1) {
      const was = await doneOf(page, id);
      await hand.redo(page);
      await expect.poll(() => doneOf(page, id)).toBe(was + 1);
    }
    expect((await lessonOf(page, id)).edits).toEqual(tight);

    const edition = await published(page, id);
    await checkMoments(page, { edition, edits: tight, take, firstPage: pages[0]! });
  });
}

async function published(page: Page, id: string): Promise<string> {
  expect((await page.request.post(`/api/lessons/${id}/editions`, { headers: onceKey() })).status()).toBe(201);
  let ready = '';
  await expect
    .poll(async () => {
      const [newest] = (await (await page.request.get(`/api/lessons/${id}/editions`)).json()) as {
        id: string;
        state: string;
      }[];
      ready = newest!.id;
      return newest!.state;
    })
    .toBe('ready');
  return ready;
}

interface Manifest {
  readonly edits: EditList;
  readonly pages: readonly LessonPage[];
  readonly takes: readonly { readonly id: string; readonly log: string }[];
}
interface Published {
  readonly edition: string;
  readonly edits: EditList;
  readonly take: ScriptedTake;
  readonly firstPage: string;
}

/** At fifty moments: the sound is that of the take at the time the edit list says, and the page and ink are too. */
async function checkMoments(page: Page, { edition, edits, take, firstPage }: Published): Promise<void> {
  const voice = samplesInWav(
    Buffer.from(await (await page.request.get((await editionFile(page, edition, 'voice.webm'))!)).body()),
  );
  const manifest = await editionManifest<Manifest>(page, edition);
  const programme = programmeOf(edits);
  expect(Math.abs(voice.length - (programme.length / 1e6) * RATE)).toBeLessThan(RATE / 50);
  const takes = new Map(
    manifest.takes.map(({ id, log }) => {
      const read = readLog(log);
      return [id, new TakeIndex(read.ok ? read.events : [])] as const;
    }),
  );
  const source = { pages: manifest.pages, programme: programmeOf(manifest.edits), takes };
  let spoken = 0;
  for (let i = 0; i < 50; i += 1) {
    const time = micros((programme.length * (i + 0.5)) / 50);
    const { time: takeTime } = sourceTimeAt(programme, time)!;
    const scene = sceneAt(source, time)!;
    const drawn = take.events.filter((event) => event.kind === 'stroke' && event.at <= takeTime);
    expect([scene.page.id, scene.strokes.length], `page and ink at ${toSeconds(time)} s`).toEqual([
      firstPage,
      drawn.length,
    ]);

    const segment = programme.segments[segmentAt(programme, time)]!;
    const there = voice.subarray(frame(time), frame(time) + WINDOW);
    const speaks = [...take.where('speaks'), ...take.where('speaks and writes')].some(
      ({ start, end }) => takeTime >= start && takeTime + 150_000 < end,
    );
    const isWhole = takeTime + 150_000 < segment.end;
    if (speaks && isWhole && speedOf(segment) === 1) {
      spoken += 1;
      expect(lagOf(there, take.samples, frame(takeTime)), `sound at ${toSeconds(time)} s`).toBeLessThan(RATE / 50);
    } else if (speedOf(segment) !== 1) expect(level(there), `nobody speaks at ${toSeconds(time)} s`).toBeLessThan(0.03);
  }
  expect(spoken).toBeGreaterThan(25);
}
const WINDOW = RATE / 10;
const frame = (time: Micros): number => Math.round((time / 1e6) * RATE);
const level = (samples: Float32Array): number =>
  Math.sqrt(samples.reduce((sum, x) => sum + x * x, 0) / Math.max(1, samples.length));

/** How far, in frames, a piece of sound lies from where it should be in the take: the best fit within 50 ms. */
function lagOf(piece: Float32Array, take: Float32Array, expected: number): number {
  let best = { lag: Infinity, value: 0.5 };
  for (let lag = -RATE / 20; lag <= RATE / 20; lag += 12) {
    const from = expected + lag;
    if (from < 0 || from + piece.length > take.length) continue;
    const value = correlation(piece, take.subarray(from, from + piece.length));
    if (value > best.value) best = { lag: Math.abs(lag), value };
  }
  return best.lag;
}

test('a lesson of two topics becomes two at the turn between them, each with its own title, and both are published', async ({
  page,
}) => {
  const { id } = await scriptedLesson(page, 'Two topics', [
    { does: 'speaks and writes', seconds: 4 },
    { does: 'turns', seconds: 0 },
    { does: 'speaks and writes', seconds: 5 },
  ]);
  await page.goto(`/lessons/${id}/polish`);
  const titled = async (title: string) => {
    await slider(page).focus();
    await page.keyboard.press('Home');
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await page.getByRole('menuitem', { name: 'Title card' }).click();
    await page.getByLabel('Title', { exact: true }).fill(title);
    await page.getByLabel('Line under it').fill('Oak Bell');
    await page.getByRole('button', { name: 'Done' }).click();
  };
  await page.getByTitle('Page 2, 0:04').click();
  await page.getByRole('tab', { name: 'The whole lesson' }).click();
  await page.getByRole('button', { name: 'Split and join' }).click();
  await page.getByLabel(/becomes a lesson called/).fill('The second topic');
  await page.getByRole('button', { name: 'Split at 0:04' }).click();
  await expect(page.getByText('4.0 long')).toBeVisible();
  await titled('The first topic');
  await expect(page.getByText('8.0 long')).toBeVisible();
  await page.getByRole('tab', { name: 'The whole lesson' }).click();
  const second = await lessonCalled(page, 'The second topic');
  await page.goto(`/lessons/${second}/polish`);
  await expect(page.getByText('5.0 long')).toBeVisible();
  await titled('Now for the second');
  await expect(page.getByText('9.0 long')).toBeVisible();
  for (const [lesson, title] of [
    [id, 'The first topic'],
    [second, 'Now for the second'],
  ] as const) {
    const edition = await published(page, lesson);
    const { edits } = await editionManifest<Manifest>(page, edition);
    expect(edits.segments.map((one) => isCard(one) && one.card.title)).toEqual([title, false]);
  }
});
