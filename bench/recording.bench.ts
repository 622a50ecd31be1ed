import { expect, test, type Page } from '@playwright/test';
import { readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { editionFile } from '../e2e/support/edition.ts';
import { CHROMIUM, FLAGS } from '../e2e/support/browser.ts';
import { clickWithPen } from '../e2e/support/clicks.ts';
import { makeLesson, signIn } from '../e2e/support/people.ts';
import { openProfile } from '../e2e/support/profile.ts';
import {
  draw,
  logOf,
  openRoom,
  press,
  record,
  segmentsOf,
  stopAndSave,
  type LogEvent,
  lasts,
} from '../e2e/support/room.ts';
import { speechFile } from '../e2e/support/speech.ts';
import { flashesIn } from './film.ts';
import { measured } from './measure.ts';
import { bestCorrelation, clicksIn, RATE, samplesInWav } from '../e2e/support/sound.ts';
import { wavOf } from '../e2e/support/wav.ts';
import { onceKey } from '../e2e/support/requests.ts';
import { frames } from '../e2e/support/settled.ts';

test('the voice as it was spoken', async ({ page }) => {
  await signIn(page, 'ilse.marrow');
  const { id } = await makeLesson(page, 'Bench: voice');
  await openRoom(page, id);
  await record(page);
  await lasts(page, 8);
  await stopAndSave(page);
  const [segment] = await segmentsOf(page, id);
  const heard = samplesInWav(await (await page.request.get(`/api/takes/${segment!.takeId}/voice`)).body());
  const source = samplesInWav(readFileSync(speechFile()));
  measured('voice.correlation', bestCorrelation(heard.subarray(RATE / 2, RATE * 7), source), '', '≥ 0.95');
  const log = await logOf(page, segment!.takeId);
  const logEnd = Math.max(...log.map((event) => event.at)) / 1000;
  measured('voice.length_error_ms', Math.abs((segment!.end - segment!.start) / 1000 - logEnd), 'ms', '≤ 50');
});

test('sound, ink, camera and a companion at the same moment, with twenty pauses in between', async ({ baseURL }) => {
  const silence = join(tmpdir(), 'oakbell-silence.wav');
  writeFileSync(silence, wavOf(new Int16Array(RATE * 5), RATE));
  const browser = await chromium.launch({
    executablePath: CHROMIUM,
    args: [...FLAGS, `--use-file-for-fake-audio-capture=${silence}`],
  });
  const size = { width: 1280, height: 800 };
  const page = await (await browser.newContext({ baseURL: baseURL!, viewport: size })).newPage();
  await clickAndFlash(page);
  await signIn(page, 'ilse.marrow');
  const { id } = await makeLesson(page, 'Bench: sync');
  await openRoom(page, id);
  await page.getByRole('button', { name: 'Camera', exact: true }).click();
  await page.getByRole('switch', { name: 'Camera' }).click();
  await page.getByRole('button', { name: 'Camera on' }).waitFor();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Pen', exact: true }).click();
  await page.getByRole('button', { name: 'Show a code' }).click();
  const code = (await page.getByLabel(/^Code /).textContent())!;
  await page.keyboard.press('Escape');
  const pad = await (await browser.newContext({ baseURL: baseURL!, viewport: size })).newPage();
  await pad.goto(`/companion?code=${code}`);
  await page.getByRole('button', { name: 'Let in' }).first().click();
  await pad.getByText(/Ready/).waitFor();
  await keepPenTimes(pad);
  await keepPenTimes(page);
  await record(page);
  await pad.getByText('Recording', { exact: true }).waitFor();
  for (let i = 0; i < 21; i += 1) {
    await lasts(page, (350 + ((i * 37) % 90)) / 1000);
    await draw(page, [0.1, 0.1 + i * 0.03], [0.3, 0.1 + i * 0.03], 6);
    await lasts(page, 0.3);
    await draw(page, [0.4, 0.1 + i * 0.03], [0.5, 0.1 + i * 0.03], 6);
    if (i % 4 === 0) await draw(pad, [0.6, 0.1 + i * 0.03], [0.7, 0.1 + i * 0.03], 6);
    await lasts(page, 0.2);
    if (i === 20) break;
    await press(page, 'Pause');
    await frames(page, 12 + ((i * 3) % 18));
    await press(page, 'Go on');
    await expect(page.getByRole('button', { name: 'Pause', exact: true })).toBeVisible();
  }
  await stopAndSave(page);
  const [segment] = await segmentsOf(page, id);
  const clicks = clicksIn(samplesInWav(await (await page.request.get(`/api/takes/${segment!.takeId}/voice`)).body()));
  const all = (await logOf(page, segment!.takeId)).filter((event) => event.kind === 'stroke');
  const isPads = (event: LogEvent) => (event['points'] as number[])[0]! > 9000;
  const strokes = all.filter((event) => !isPads(event)).map((event) => event.at / 1000);
  expect([clicks.length, strokes.length]).toEqual([42, 42]);
  console.log('click − stroke, ms:', strokes.map((at, i) => Math.round(clicks[i]! - at)).join(' '));
  measured('sync.max_error_ms (ink)', Math.max(...strokes.map((at, i) => Math.abs(at - clicks[i]!))), 'ms', '≤ 20');

  // A companion's stroke against the room's own stroke just before it: on both pages the same clock of the machine.
  const [own, pads] = [await penTimes(page), await penTimes(pad)];
  const errors = all.filter(isPads).map((event, n) => {
    const before = own.findLastIndex((at) => at < pads[n]!);
    return Math.abs(event.at / 1000 - strokes[before]! - (pads[n]! - own[before]!));
  });
  expect(errors).toHaveLength(6);
  measured('sync.max_error_ms (companion)', Math.max(...errors), 'ms', '≤ 20');

  const edition = (await (await page.request.post(`/api/lessons/${id}/editions`, { headers: onceKey() })).json()) as {
    id: string;
  };
  const film = () => editionFile(page, edition.id, 'camera.mp4');
  await expect.poll(film, { timeout: 120_000 }).not.toBeNull();
  const sound = (await editionFile(page, edition.id, 'voice.webm'))!;
  const heard = clicksIn(samplesInWav(await (await page.request.get(sound)).body()), 0.1);
  const seen = flashesIn(await (await page.request.get((await film())!)).body());
  await browser.close();
  expect([heard.length, seen.length]).toEqual([42, 42]);
  measured('sync.max_error_ms (camera)', Math.max(...seen.map((at, i) => Math.abs(at - heard[i]!))), 'ms', '≤ 40');
});

/** A click goes into the microphone, and the camera is white, in the very task in which the pen goes down. */
async function clickAndFlash(page: Page): Promise<void> {
  await clickWithPen(page);
  await page.addInitScript(() => {
    const onPen = (act: () => void) =>
      window.addEventListener(
        'pointerdown',
        (event) => (event.target as HTMLElement).dataset['stage'] !== undefined && act(),
        true,
      );
    const media = navigator.mediaDevices;
    const open = media.getUserMedia.bind(media);
    media.getUserMedia = (wanted) => {
      if (!wanted?.video) return open(wanted);
      const canvas = Object.assign(document.createElement('canvas'), { width: 320, height: 180 });
      const context = canvas.getContext('2d')!;
      let white = false;
      let turn = 0;
      const draw = () => {
        // A picture that never changes would not be sent: a corner flickers.
        context.fillStyle = white ? 'white' : 'black';
        context.fillRect(0, 0, 320, 180);
        context.fillStyle = (turn += 1) % 2 === 0 ? 'grey' : 'silver';
        context.fillRect(0, 0, 8, 8);
      };
      setInterval(draw, 40);
      onPen(() => {
        white = true;
        draw();
        setTimeout(() => (white = false), 130);
      });
      return Promise.resolve(canvas.captureStream());
    };
  });
}

/** Keeps when the pen went down on stage, in ms of the machine's clock. */
const keepPenTimes = (page: Page) =>
  page.evaluate(() => {
    const times: number[] = [];
    Object.assign(window, { times });
    window.addEventListener(
      'pointerdown',
      (event) =>
        (event.target as HTMLElement).dataset['stage'] !== undefined &&
        times.push(performance.timeOrigin + event.timeStamp),
      true,
    );
  });
const penTimes = (page: Page) => page.evaluate(() => (window as unknown as { times: number[] }).times);

test('what a killed browser loses', async ({ baseURL }) => {
  const profile = await openProfile(baseURL!, speechFile());
  try {
    const page = await profile.open();
    await signIn(page, 'ilse.marrow');
    const { id } = await makeLesson(page, 'Bench: killed');
    await openRoom(page, id);
    await page.context().route('**/api/takes/**', (route) => route.abort());
    await record(page);
    await lasts(page, 2.5);
    const box = (await page.locator('canvas[data-stage]').boundingBox())!;
    await page.mouse.move(box.x + 50, box.y + 50);
    const begunAt = Date.now();
    await page.mouse.down();
    let movedAt = begunAt;
    for (let i = 0; i < 250; i += 1) {
      await page.mouse.move(box.x + 50 + (i % 200) * 3, box.y + 50 + i);
      movedAt = Date.now();
    }
    const killedAt = Date.now();
    await profile.kill();

    const after = await profile.open();
    await signIn(after, 'ilse.marrow');
    await after
      .getByRole('listitem')
      .filter({ hasText: 'It is whole in this browser' })
      .getByRole('button', { name: 'Keep it' })
      .click();
    await expect(after.getByText('The recording is saved')).toBeVisible();
    const [segment] = await segmentsOf(after, id);
    const log = await logOf(after, segment!.takeId);
    const begunInTake = log.find((event) => event.kind === 'stroke')!.at / 1000;
    const killedInTake = begunInTake + killedAt - begunAt;
    measured('crash.lost_ms (voice)', Math.max(0, killedInTake - segment!.end / 1000), 'ms', '≤ 250');
    measured('crash.lost_ms (ink)', Math.max(0, begunInTake + movedAt - begunAt - inkEnd(log)), 'ms', '≤ 250');
    expect((await after.request.post(`/api/lessons/${id}/editions`, { headers: onceKey() })).status()).toBe(201);
  } finally {
    await profile.close();
  }
});

/** When the last point of ink was drawn, in ms of the take. */
function inkEnd(log: readonly LogEvent[]): number {
  return Math.max(
    ...log
      .filter((event) => event.kind === 'stroke' || event.kind === 'more')
      .map((event) => event.at / 1000 + ((event['points'] as number[]).at(-1) ?? 0)),
  );
}
