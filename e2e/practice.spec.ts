import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { expectClean } from './support/axe.ts';
import { makeLesson, signIn } from './support/people.ts';
import { lasts, logOf, record, segmentsOf, stopAndSave } from './support/room.ts';
import { RATE, samplesInWav, usualMatch } from './support/sound.ts';

/** Every device is asked for in vain: there is none. */
const WITHOUT_DEVICES = () => {
  const none = () => Promise.reject(new DOMException('none', 'NotFoundError'));
  Object.assign(navigator.mediaDevices, { getUserMedia: none, enumerateDevices: () => Promise.resolve([]) });
};

test(
  'a lesson is recorded on a machine that has no microphone, no camera and no pen',
  { tag: '@real-time' },
  async ({ page }) => {
    await signIn(page, 'ilse.marrow');
    const { id } = await makeLesson(page, 'Practised', 1);
    await page.addInitScript(WITHOUT_DEVICES);
    await page.addInitScript(() => localStorage.setItem('oakbell.countdown', '0'));
    await page.goto(`/lessons/${id}/record`);
    await expect(page.getByText('No microphone was found.')).toBeVisible();
    await expectClean(page);
    await page.getByRole('button', { name: 'Use the practice voice' }).click();
    await expect(page.getByText('Ready to record')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Practice voice' })).toBeVisible();

    await page.getByRole('button', { name: 'Camera', exact: true }).click();
    await page.getByRole('switch', { name: 'Camera' }).click();
    await page.getByRole('button', { name: 'Use the practice camera' }).click();
    await expect(page.getByRole('button', { name: 'Practice camera' })).toBeVisible();
    await page.keyboard.press('Escape');

    await record(page);
    await page.getByRole('button', { name: 'Pen', exact: true }).click();
    await page.getByRole('button', { name: 'Let the practice hand write' }).click();
    await expectClean(page);
    await page.keyboard.press('Escape');
    await lasts(page, 9);
    await stopAndSave(page);

    const [segment] = await segmentsOf(page, id);
    const log = await logOf(page, segment!.takeId);
    // The hand wrote at a hand's pace, from the beginning of the take to its end.
    const strokes = log.filter(({ kind }) => kind === 'stroke');
    expect(strokes.length).toBeGreaterThan(12);
    const [first, last] = [strokes[0]!.at / 1e6, strokes.at(-1)!.at / 1e6];
    expect(last - first).toBeGreaterThan(4);
    expect(log.filter(({ kind }) => kind === 'film')).toHaveLength(1);
    const film = await page.request.get(`/api/takes/${segment!.takeId}/films/0`);
    expect((await film.body()).length).toBeGreaterThan(10_000);
    // What was recorded is the practice voice, which began anew with the hand.
    const voice = await page.request.get(`/api/takes/${segment!.takeId}/voice`);
    const heard = samplesInWav(await voice.body());
    const said = samplesInWav(readFileSync(join(import.meta.dirname, '../apps/web/public/practice/voice.ogg')));
    expect(usualMatch(heard.subarray(RATE * 3), said)).toBeGreaterThan(0.9);

    // The next time a real microphone is asked for again.
    await page.reload();
    await expect(page.getByText('No microphone was found.')).toBeVisible();
  },
);
