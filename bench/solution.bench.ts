import { expect, test } from '@playwright/test';
import { micros, type Micros } from '@oakbell/core/clock';
import { isTake, programmeOf, type EditList } from '@oakbell/core/edits';
import { readLog, TakeIndex } from '@oakbell/core/log';
import type { Page as LessonPage } from '@oakbell/core/pages';
import { sceneAt, type SceneSource } from '@oakbell/core/scene';
import { clickWithPen } from '../e2e/support/clicks.ts';
import { editionFile, editionManifest } from '../e2e/support/edition.ts';
import { makeLesson, signIn } from '../e2e/support/people.ts';
import { draw, openRoom, record, stopAndSave, lasts } from '../e2e/support/room.ts';
import { clicksIn, RATE, samplesInWav } from '../e2e/support/sound.ts';
import { measured } from './measure.ts';
import { onceKey } from '../e2e/support/requests.ts';

const MINUTES = Number(process.env['OAKBELL_MINUTES'] ?? 5);

interface Manifest {
  readonly pages: readonly LessonPage[];
  readonly edits: EditList;
  readonly takes: readonly { readonly id: string; readonly log: string }[];
}
function sourceOf({ pages, edits, takes }: Manifest): SceneSource {
  const index = (log: string) => {
    const read = readLog(log);
    return new TakeIndex(read.ok ? read.events : []);
  };
  return { pages, programme: programmeOf(edits), takes: new Map(takes.map(({ id, log }) => [id, index(log)])) };
}

/** Strokes that are seen in a lesson at a moment. */
const strokesAt = (source: SceneSource, ms: number): number =>
  (sceneAt(source, micros(Math.max(0, ms) * 1000))?.strokes ?? []).filter(({ untilMs }) => untilMs >= 0).length;

test('a worked solution of five minutes plays back with its ink where it was written', async ({ page }) => {
  test.setTimeout(12 * 60_000);
  // The spoken voice softly, and over it a loud click whenever the pen goes down.
  await clickWithPen(page, 0.25);
  await signIn(page, 'ilse.marrow');
  const { id } = await makeLesson(page, 'Bench: five minutes', 3);
  await openRoom(page, id);
  await record(page);
  const begun = Date.now();
  let strokes = 0;
  let turned = 0;
  while (Date.now() - begun < MINUTES * 60_000) {
    const row = strokes % 18;
    await draw(page, [0.08, 0.08 + row * 0.045], [0.2 + (strokes % 5) * 0.1, 0.1 + row * 0.045], 20);
    strokes += 1;
    await lasts(page, 0.9 + (strokes % 7) * 0.13);
    const board = Math.floor(((Date.now() - begun) / (MINUTES * 60_000)) * 3);
    if (board > turned && board < 3) {
      await page.keyboard.press('ArrowRight');
      turned = board;
    }
  }
  await stopAndSave(page, 120_000);
  const edition = (await (await page.request.post(`/api/lessons/${id}/editions`, { headers: onceKey() })).json()) as {
    id: string;
  };
  const voiceOf = () => editionFile(page, edition.id, 'voice.webm');
  await expect.poll(voiceOf, { timeout: 120_000 }).not.toBeNull();
  const sound = (await voiceOf())!;
  const source = sourceOf(await editionManifest<Manifest>(page, edition.id));
  // Levelled, a voice is as loud as a click: clicks are looked for in the take, and the programme is as long as it.
  const [segment] = source.programme.segments.filter(isTake);
  const voice = samplesInWav(await (await page.request.get(`/api/takes/${segment!.takeId}/voice`)).body());
  const programme = samplesInWav(await (await page.request.get(sound)).body());
  expect(Math.abs(programme.length - voice.length)).toBeLessThan(RATE / 10);
  const clicks = clicksIn(voice, 0.5);
  const all = [...source.takes.values()].flatMap((take) => take.inkMoments()) as Micros[];
  expect([clicks.length, all.length]).toEqual([strokes, strokes]);
  expect(turned).toBe(2);
  const errors = all.map((at, i) => Math.abs(at / 1000 - clicks[i]!));
  measured('solution.ink_error_ms (5 minutes)', Math.max(...errors), 'ms', '≤ 20');
  // Seen in what is played: nothing of a stroke 20 ms before its click, and it is there 20 ms after.
  const wrong = clicks.filter((at) => strokesAt(source, at + 20) - strokesAt(source, at - 20) !== 1);
  measured('solution.strokes_off', wrong.length, `of ${strokes}`, '≤ 0');
});
