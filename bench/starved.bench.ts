/*
 * The voice on a busy machine. Cores are kept busy by other processes; where both are, the browser also stands still
 * now and then, as under a machine that has no time for it: more than it can hold is lost then, and must be told.
 */
import { expect, test, type Page } from '@playwright/test';
import { spawn } from 'node:child_process';
import { clickWithPen } from '../e2e/support/clicks.ts';
import { chirpFile, jumpsIn, momentsIn } from '../e2e/support/chirp.ts';
import { makeLesson, signIn } from '../e2e/support/people.ts';
import { openProfile } from '../e2e/support/profile.ts';
import { draw, logOf, openRoom, record, segmentsOf, stopAndSave, type LogEvent } from '../e2e/support/room.ts';
import { clicksIn, RATE, samplesInWav } from '../e2e/support/sound.ts';
import { measured } from './measure.ts';

const MINUTE = 60_000;

/** Keeps so many cores busy until it is called. */
function busy(cores: number): () => void {
  const hogs = Array.from({ length: cores }, () => spawn(process.execPath, ['-e', 'for (;;);'], { stdio: 'ignore' }));
  return () => hogs.forEach((hog) => hog.kill('SIGKILL'));
}

async function openWithCamera(page: Page, title: string): Promise<string> {
  await signIn(page, 'ilse.marrow');
  const { id } = await makeLesson(page, title);
  await openRoom(page, id);
  await page.getByRole('button', { name: 'Camera', exact: true }).click();
  await page.getByRole('switch', { name: 'Camera' }).click();
  await page.getByRole('button', { name: 'Camera on' }).waitFor();
  await page.keyboard.press('Escape');
  return id;
}

/** Strokes without a pause, row by row, until it is over. */
async function write(page: Page, isOver: () => boolean): Promise<void> {
  for (let row = 0; !isOver(); row = (row + 1) % 16)
    await draw(page, [0.05, 0.1 + row * 0.05], [0.6, 0.12 + row * 0.05], 20);
}

/** Moments at which the pen went down, by the page's clock in ms. */
const keepPenTimes = (page: Page) =>
  page.evaluate(() => {
    const times: number[] = [];
    Object.assign(window, { times });
    window.addEventListener(
      'pointerdown',
      (event) => (event.target as HTMLElement).dataset['stage'] !== undefined && times.push(event.timeStamp),
      true,
    );
  });
const penTimes = (page: Page) => page.evaluate(() => (window as unknown as { times: number[] }).times);

async function takeOf(page: Page, lessonId: string) {
  const [segment] = await segmentsOf(page, lessonId);
  const log = await logOf(page, segment!.takeId);
  const samples = samplesInWav(await (await page.request.get(`/api/takes/${segment!.takeId}/voice`)).body());
  const strokes = log.filter((event) => event.kind === 'stroke').map((event) => event.at / 1000);
  return { log, samples, strokes };
}
const lostIn = (log: readonly LogEvent[]) =>
  log.flatMap((event) =>
    event.kind === 'sound-lost' ? [{ at: event.at / 1000, ms: event['lastedMs'] as number }] : [],
  );

test('what is lost of the voice while another process keeps one core busy', async ({ baseURL }) => {
  const profile = await openProfile(baseURL!, chirpFile());
  const end = busy(1);
  try {
    const page = await profile.open();
    const id = await openWithCamera(page, 'Bench: one core busy');
    await keepPenTimes(page);
    await record(page);
    const until = Date.now() + MINUTE;
    await write(page, () => Date.now() > until);
    await stopAndSave(page);
    const { log, samples, strokes } = await takeOf(page, id);
    const marked = lostIn(log);
    const pens = await penTimes(page);
    // What was lost without a mark: jumps of the sound away from marks, and time that the take does not have.
    const unmarked = jumpsIn(momentsIn(samples, RATE)).filter(
      (jump) => !marked.some(({ at, ms }) => jump.at > at - 100 && jump.at < at + ms + 200),
    );
    const short = pens.at(-1)! - pens[0]! - (strokes.at(-1)! - strokes[0]!);
    const minutes = (samples.length / RATE) * (1000 / MINUTE);
    const lost =
      marked.reduce((sum, { ms }) => sum + ms, 0) +
      unmarked.reduce((sum, { by }) => sum + Math.abs(by), 0) +
      Math.max(0, short);
    expect(strokes).toHaveLength(pens.length);
    measured('voice.lost_ms_per_minute', lost / minutes, 'ms', '≤ 20');
  } finally {
    end();
    await profile.close();
  }
});

test('what is lost while both cores are busy is told at once and as long as it is', async ({ baseURL }) => {
  const profile = await openProfile(baseURL!, chirpFile());
  const end = busy(2);
  try {
    const page = await profile.open();
    const id = await openWithCamera(page, 'Bench: both cores busy');
    await record(page);
    await page.evaluate(() => {
      const told: number[] = [];
      let before = '';
      Object.assign(window, { told });
      const look = () => {
        const alert = [...document.querySelectorAll('[role=alert]')].map((one) => one.textContent).join(' ');
        if (alert !== before && alert.includes('was lost')) told.push(performance.timeOrigin + performance.now());
        before = alert;
      };
      new MutationObserver(look).observe(document.body, { childList: true, subtree: true, characterData: true });
    });
    const wentOn: number[] = [];
    let over = false;
    const writing = write(page, () => over);
    for (const ms of [1800, 2600, 2200]) {
      await new Promise((resolve) => setTimeout(resolve, 5000));
      wentOn.push(await profile.standStill(ms, 'pages'));
    }
    await new Promise((resolve) => setTimeout(resolve, 5000));
    over = true;
    await writing;
    const told = await page.evaluate(() => (window as unknown as { told: number[] }).told);
    await stopAndSave(page);
    const { log, samples } = await takeOf(page, id);
    const marked = lostIn(log);
    console.log('lost, ms:', marked.map(({ ms }) => Math.round(ms)).join(' '));
    expect(marked.length).toBeGreaterThanOrEqual(3);
    const waits = wentOn.map((at) => (told.find((one) => one >= at - 50) ?? Infinity) - at);
    measured('voice.gap_told', Math.max(...waits) / 1000, 's', '≤ 2');
    // With its silence in place the sound goes on where it would have been.
    const errors = jumpsIn(momentsIn(samples, RATE)).map(({ by }) => Math.abs(by));
    measured('voice.gap_error_ms', Math.max(0, ...errors), 'ms', '≤ 40');
  } finally {
    end();
    await profile.close();
  }
});

test('ink and voice together all the same', async ({ baseURL }) => {
  const profile = await openProfile(baseURL!, chirpFile());
  const end = busy(2);
  try {
    const page = await profile.open();
    await clickWithPen(page, 0);
    const id = await openWithCamera(page, 'Bench: starved');
    await record(page);
    for (let i = 0; i < 24; i += 1) {
      await draw(page, [0.1, 0.1 + i * 0.03], [0.4, 0.1 + i * 0.03], 12);
      if (i % 8 === 4) await profile.standStill(1800);
    }
    await stopAndSave(page);
    const { log, samples, strokes } = await takeOf(page, id);
    const clicks = clicksIn(samples);
    console.log(
      'lost, ms:',
      lostIn(log)
        .map(({ ms }) => Math.round(ms))
        .join(' '),
    );
    expect([clicks.length, strokes.length]).toEqual([24, 24]);
    console.log('click − stroke, ms:', strokes.map((at, i) => Math.round(clicks[i]! - at)).join(' '));
    const errors = strokes.map((at, i) => Math.abs(at - clicks[i]!));
    measured('sync.max_error_ms (starved)', Math.max(...errors), 'ms', '≤ 40');
  } finally {
    end();
    await profile.close();
  }
});
