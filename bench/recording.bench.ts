import { expect, test } from '@playwright/test';
import { readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { CHROMIUM, FLAGS } from '../e2e/support/browser.ts';
import { makeLesson, signIn } from '../e2e/support/people.ts';
import { openProfile } from '../e2e/support/profile.ts';
import { draw, logOf, openRoom, press, record, segmentsOf, stopAndSave, type LogEvent } from '../e2e/support/room.ts';
import { speechFile } from '../e2e/support/speech.ts';
import { measured } from './measure.ts';
import { bestCorrelation, clicksIn, RATE, samplesOf } from './sound.ts';

test('the voice as it was spoken', async ({ page }) => {
  await signIn(page, 'ilse.marrow');
  const { id } = await makeLesson(page, 'Bench: voice');
  await openRoom(page, id);
  await record(page);
  await page.waitForTimeout(8000);
  await stopAndSave(page);
  const [segment] = await segmentsOf(page, id);
  const heard = samplesOf(await (await page.request.get(`/api/takes/${segment!.takeId}/voice`)).body());
  const source = samplesOf(readFileSync(speechFile()));
  measured('voice.correlation', bestCorrelation(heard.subarray(RATE / 2, RATE * 7), source), '', '≥ 0.95');
  const log = await logOf(page, segment!.takeId);
  const logEnd = Math.max(...log.map((event) => event.at)) / 1000;
  measured('voice.length_error_ms', Math.abs((segment!.end - segment!.start) / 1000 - logEnd), 'ms', '≤ 50');
});

test('sound and ink at the same moment, with twenty pauses in between', async ({ baseURL }) => {
  const silence = join(tmpdir(), 'oakbell-silence.wav');
  writeFileSync(silence, wavOfSilence());
  const browser = await chromium.launch({
    executablePath: CHROMIUM,
    args: [...FLAGS, `--use-file-for-fake-audio-capture=${silence}`],
  });
  const page = await (
    await browser.newContext({ baseURL: baseURL!, viewport: { width: 1280, height: 800 } })
  ).newPage();
  // A click goes into the recorder's own input in the very task in which the pen goes down.
  await page.addInitScript(() => {
    const real = AudioContext.prototype.createMediaStreamSource;
    AudioContext.prototype.createMediaStreamSource = function (stream) {
      const mix = this.createGain();
      real.call(this, stream).connect(mix);
      const click = this.createBuffer(1, 240, this.sampleRate);
      click.getChannelData(0).forEach((_, i, data) => (data[i] = 0.9 * Math.sin((2 * Math.PI * 2000 * i) / 48_000)));
      const sound = () => {
        const source = this.createBufferSource();
        source.buffer = click;
        source.connect(mix);
        source.start();
      };
      window.addEventListener(
        'pointerdown',
        (event) => (event.target as HTMLElement).dataset['stage'] !== undefined && sound(),
        true,
      );
      return mix as unknown as MediaStreamAudioSourceNode;
    };
  });
  await signIn(page, 'ilse.marrow');
  const { id } = await makeLesson(page, 'Bench: sync');
  await openRoom(page, id);
  await record(page);
  for (let i = 0; i < 21; i += 1) {
    await page.waitForTimeout(350 + ((i * 37) % 90));
    await draw(page, [0.1, 0.1 + i * 0.03], [0.3, 0.1 + i * 0.03], 6);
    await page.waitForTimeout(300);
    await draw(page, [0.5, 0.1 + i * 0.03], [0.7, 0.1 + i * 0.03], 6);
    await page.waitForTimeout(200);
    if (i === 20) break;
    await press(page, 'Pause');
    await page.waitForTimeout(200 + ((i * 53) % 300));
    await press(page, 'Go on');
    await expect(page.getByRole('button', { name: 'Pause', exact: true })).toBeVisible();
  }
  await stopAndSave(page);
  const [segment] = await segmentsOf(page, id);
  const clicks = clicksIn(samplesOf(await (await page.request.get(`/api/takes/${segment!.takeId}/voice`)).body()));
  const strokes = (await logOf(page, segment!.takeId))
    .filter((event) => event.kind === 'stroke')
    .map((event) => event.at / 1000);
  await browser.close();
  expect([clicks.length, strokes.length]).toEqual([42, 42]);
  measured('sync.max_error_ms', Math.max(...strokes.map((at, i) => Math.abs(at - clicks[i]!))), 'ms', '≤ 20');
});

test('what a killed browser loses', async ({ baseURL }) => {
  const profile = await openProfile(baseURL!, speechFile());
  try {
    const page = await profile.open();
    await signIn(page, 'ilse.marrow');
    const { id } = await makeLesson(page, 'Bench: killed');
    await openRoom(page, id);
    await page.context().route('**/api/takes/**', (route) => route.abort());
    await record(page);
    await page.waitForTimeout(2500);
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
    expect((await after.request.post(`/api/lessons/${id}/editions`)).status()).toBe(201);
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

function wavOfSilence(): Buffer {
  const bytes = RATE * 2 * 5;
  const header = Buffer.alloc(44);
  header.write('RIFF', 0);
  header.writeUInt32LE(36 + bytes, 4);
  header.write('WAVEfmt ', 8);
  header.writeUInt32LE(16, 16);
  header.writeUInt16LE(1, 20);
  header.writeUInt16LE(1, 22);
  header.writeUInt32LE(RATE, 24);
  header.writeUInt32LE(RATE * 2, 28);
  header.writeUInt16LE(2, 32);
  header.writeUInt16LE(16, 34);
  header.write('data', 36);
  header.writeUInt32LE(bytes, 40);
  return Buffer.concat([header, Buffer.alloc(bytes)]);
}
