import { expect, test, type Page } from '@playwright/test';
import { fromSeconds } from '@oakbell/core/clock';
import { applyEdit, cutStretches, NO_FINISH, playAllAt, type Edit, type EditList } from '@oakbell/core/edits';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { makeLesson, signIn } from '../e2e/support/people.ts';
import { bring, scripted } from '../e2e/support/scriptedTake.ts';
import { RATE } from '../e2e/support/sound.ts';
import { speechFile } from '../e2e/support/speech.ts';
import { longLesson } from '../e2e/support/longLesson.ts';
import { measured } from './measure.ts';
import { onceKey } from '../e2e/support/requests.ts';
import { settled, frames } from '../e2e/support/settled.ts';

const s = fromSeconds;
interface Lesson {
  readonly revision: number;
  readonly edits: EditList;
}
const lessonOf = async (page: Page, id: string): Promise<Lesson> =>
  (await (await page.request.get(`/api/lessons/${id}`)).json()) as Lesson;
/** Does edits one after another, each made on the list that the one before leaves. */
async function save(page: Page, id: string, ...edits: ((edits: EditList) => Edit)[]): Promise<EditList> {
  const { revision, edits: before } = await lessonOf(page, id);
  let now = before;
  const done = edits.map((make) => {
    const edit = make(now);
    const applied = applyEdit(now, edit);
    if (!applied.ok) throw new Error(applied.reason);
    now = applied.edits;
    return edit;
  });
  expect((await page.request.post(`/api/lessons/${id}/changes`, { data: { revision, do: done } })).status()).toBe(200);
  return now;
}
const percentile = (values: readonly number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))]!;

const withCuts = (edits: EditList, count: number, length: number): Edit => {
  const cuts = Array.from({ length: count }, (_, i) => {
    const start = ((i + 0.4) * length) / count;
    return { start: s(start), end: s(start + 0.3) };
  });
  return cutStretches(edits, cuts, randomUUID, 'cut')!;
};

test('ten polished minutes are published', async ({ page }) => {
  test.setTimeout(280_000);
  await signIn(page, 'ilse.marrow');
  const id = await longLesson(page, 10);
  const [music] = (await (
    await page.request.post(`/api/lessons/${id}/sounds`, {
      multipart: { files: { name: 'music.wav', mimeType: 'audio/wav', buffer: readFileSync(speechFile()) } },
    })
  ).json()) as { clip: string; name: string }[];
  const fast = Array.from({ length: 20 }, (_, i) => ({ start: s(20 + i * 26), end: s(24 + i * 26) }));
  const music26 = { clip: music!.clip, name: music!.name, lufs: -26 };
  await save(
    page,
    id,
    (edits) => withCuts(edits, 100, 600),
    (edits) => playAllAt(edits, fast, { speed: 4, sound: { kind: 'room' } }, randomUUID)!,
    () => ({ op: 'finish', from: NO_FINISH, to: { ...NO_FINISH, fadeOut: s(2), music: music26 } }),
  );
  const begun = Date.now();
  await page.request.post(`/api/lessons/${id}/editions`, { headers: onceKey() });
  await expect
    .poll(
      async () =>
        ((await (await page.request.get(`/api/lessons/${id}/editions`)).json()) as { state: string }[])[0]!.state,
      { intervals: [100], timeout: 200_000 },
    )
    .toBe('ready');
  measured('publish.speed_polished', 600_000 / (Date.now() - begun), '× real time', '≥ 40');
});

test('no silence is heard at a cut in Polish', async ({ page }) => {
  test.setTimeout(280_000);
  await page.addInitScript(() => {
    // Everything that is heard goes through one place that keeps it.
    const kept: Float32Array[] = [];
    let context: AudioContext | null = null;
    let out: AudioNode | null = null;
    const make = document.createElement.bind(document);
    document.createElement = ((name: string, options?: ElementCreationOptions) => {
      const element = make(name, options);
      if (name !== 'audio') return element;
      if (!context) {
        context = new AudioContext({ sampleRate: 48_000 });
        const keeper = context.createScriptProcessor(1024, 1, 1);
        keeper.onaudioprocess = (event) => kept.push(event.inputBuffer.getChannelData(0).slice());
        keeper.connect(context.destination);
        out = keeper;
      }
      context.createMediaElementSource(element as HTMLAudioElement).connect(out!);
      void context.resume();
      return element;
    }) as typeof document.createElement;
    Object.assign(window, { heard: () => kept.flatMap((piece) => [...piece]) });
  });
  await signIn(page, 'ilse.marrow');
  const { id, pages } = await makeLesson(page, 'Without a gap', 1);
  await bring(page, id, scripted([{ does: 'speaks', seconds: 40 }], [pages[0]!.id]));
  const CUTS = 20;
  const edits = await save(page, id, (now) => withCuts(now, CUTS, 40));
  await page.goto(`/lessons/${id}/polish`);
  await expect(page.getByText(/ long$/)).toBeVisible();
  await settled(page);
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Pause', exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible({ timeout: 60_000 });
  const heard = Float32Array.from(await page.evaluate(() => (window as unknown as { heard: () => number[] }).heard()));
  const begins = heard.findIndex((x) => Math.abs(x) > 0.01);
  expect(begins).toBeGreaterThanOrEqual(0);
  let at = 0;
  const gaps: number[] = [];
  for (const { start, end } of edits.segments.slice(0, -1)) {
    at += ((end - start) / 1e6) * RATE;
    gaps.push(longestSilence(heard.subarray(begins + at - RATE * 0.2, begins + at + RATE * 0.3)) / 48);
  }
  measured('preview.gap_ms', percentile(gaps, 0.95), 'ms', '≤ 30');
});

/** The longest stretch, in frames, in which nothing is to be heard. */
function longestSilence(samples: Float32Array): number {
  let [longest, run] = [0, 0];
  for (const x of samples) {
    run = Math.abs(x) < 0.003 ? run + 1 : 0;
    longest = Math.max(longest, run);
  }
  return longest;
}

test('going to a moment of an hour costs what it costs in five minutes', async ({ page }) => {
  test.setTimeout(480_000);
  await page.addInitScript(() => {
    let painted = 0;
    const real = CanvasRenderingContext2D.prototype.fillRect;
    CanvasRenderingContext2D.prototype.fillRect = function (...args) {
      if (this.canvas.dataset['layer'] === 'page') painted = performance.now();
      return real.apply(this, args);
    };
    Object.assign(window, { paintedAt: () => painted });
  });
  await signIn(page, 'ilse.marrow');
  const cost = async (minutes: number, cuts: number): Promise<number> => {
    const id = await longLesson(page, minutes);
    await save(page, id, (edits) => withCuts(edits, cuts, minutes * 60));
    await page.goto(`/lessons/${id}/polish`);
    await expect(page.getByText(/ long$/)).toBeVisible({ timeout: 60_000 });
    await settled(page);
    const costs: number[] = [];
    let state = 7;
    const next = () => (state = (state * 48271) % 2147483647) / 2147483647;
    for (let i = 0; i < 40; i += 1) {
      const took = await page.evaluate(async (share) => {
        const slider = document.querySelector('[role=slider][aria-label="Time in the lesson"]')!;
        const box = slider.getBoundingClientRect();
        const place = { clientX: box.left + box.width * share, clientY: box.top + 20, bubbles: true, pointerId: 1 };
        const since = performance.now();
        slider.dispatchEvent(new PointerEvent('pointerdown', { ...place, buttons: 1 }));
        const { paintedAt } = window as unknown as { paintedAt: () => number };
        for (let n = 0; n < 30 && paintedAt() < since; n += 1) await new Promise((r) => requestAnimationFrame(r));
        slider.dispatchEvent(new PointerEvent('pointerup', place));
        return paintedAt() < since ? null : paintedAt() - since;
      }, next());
      if (took !== null) costs.push(took);
      await frames(page, 9);
    }
    expect(costs.length).toBeGreaterThan(20);
    return percentile(costs, 0.95);
  };
  const short = await cost(5, 17);
  const long = await cost(60, 200);
  measured('preview.seek_ratio', long / short, `(${Math.round(long)} ms)`, '≤ 2');
});
