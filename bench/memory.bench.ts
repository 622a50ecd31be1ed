import { expect, test, type Page } from '@playwright/test';
import { readFileSync, writeFileSync } from 'node:fs';
import { longLesson } from '../e2e/support/longLesson.ts';
import { signIn } from '../e2e/support/people.ts';
import { onceKey } from '../e2e/support/requests.ts';
import { measured } from './measure.ts';

const [HTTP, JOBS] = (process.env['OAKBELL_PIDS'] ?? '').split(' ').map(Number) as [number, number];
const MINUTES_MS = 60_000;

/** The most resident memory of a process while something is done, in MB, as the kernel counts it. */
async function peakOf(pid: number, work: () => Promise<unknown>): Promise<number> {
  writeFileSync(`/proc/${pid}/clear_refs`, '5');
  await work();
  return Number(/VmHWM:\s*(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]) / 1024;
}

/** Publishes and waits until the edition is ready and its second form is made: when the job process has nothing left. */
async function publish(page: Page, id: string): Promise<void> {
  await page.request.post(`/api/lessons/${id}/editions`, { headers: onceKey() });
  const newest = async () =>
    ((await (await page.request.get(`/api/lessons/${id}/editions`)).json()) as { id: string; state: string }[])[0]!;
  await expect.poll(async () => (await newest()).state, { intervals: [500], timeout: 15 * MINUTES_MS }).toBe('ready');
  const edition = await newest();
  const hasAac = async () => {
    const opened = (await (await page.request.get(`/api/editions/${edition.id}`)).json()) as { media: object };
    return JSON.stringify(opened.media).includes('voice.m4a');
  };
  await expect.poll(hasAac, { intervals: [500], timeout: 15 * MINUTES_MS }).toBe(true);
}

async function openInPolish(page: Page, id: string): Promise<void> {
  await page.goto(`/lessons/${id}/polish`);
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeEnabled({ timeout: 2 * MINUTES_MS });
  await expect(page.getByText('Reading')).toHaveCount(0, { timeout: 2 * MINUTES_MS });
}

test('the server takes no more memory for a long lesson than for a short one', async ({ page }) => {
  test.setTimeout(60 * MINUTES_MS);
  await signIn(page, 'ilse.marrow');
  // What is needed by the first lesson of all is not the length of a lesson.
  await publish(page, await longLesson(page, 1));
  const finished = async (minutes: number) => {
    let id = '';
    const peak = await peakOf(HTTP, async () => {
      id = await longLesson(page, minutes);
      await openInPolish(page, id);
      for (const [clean, at] of [
        ['on', 10],
        ['off', 20],
      ] as const) {
        const asked = { start: `${at * 1e6}`, end: `${(at + 20) * 1e6}`, noise: clean, levelling: clean };
        const heard = await page.request.get(`/api/lessons/${id}/excerpt`, { params: asked });
        expect(heard.status()).toBe(200);
      }
    });
    return { id, peak };
  };
  const [short, long] = [await finished(5), await finished(60)];
  measured('memory.finish_growth', long.peak / short.peak, `× ${Math.round(short.peak)} MB`, '≤ 1.2');
  await page.goto('/');

  const nine = await longLesson(page, 9);
  const ninety = await longLesson(page, 90);
  const [small, large] = [
    await peakOf(JOBS, () => publish(page, nine)),
    await peakOf(JOBS, () => publish(page, ninety)),
  ];
  measured('memory.publish_growth', large / small, `× ${Math.round(small)} MB`, '≤ 1.3');
  measured('memory.publish_mb', large, 'MB', '≤ 700');
});

test('a lesson of three hours is finished, polished and published within the same memory', async ({ page }) => {
  test.setTimeout(60 * MINUTES_MS);
  await signIn(page, 'ilse.marrow');
  let id = '';
  const http = await peakOf(HTTP, async () => {
    id = await longLesson(page, 180);
    await openInPolish(page, id);
  });
  measured('memory.three_hours_http_mb', http, 'MB', '≤ 700');
  const jobs = await peakOf(JOBS, () => publish(page, id));
  measured('memory.three_hours_jobs_mb', jobs, 'MB', '≤ 700');
});
