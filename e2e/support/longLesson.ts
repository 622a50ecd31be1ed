import type { Page } from '@playwright/test';
import { fromSeconds as s } from '@oakbell/core/clock';
import { logText, type TakeEvent } from '@oakbell/core/log';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { makeLesson } from './people.ts';
import { speechFile } from './speech.ts';
import { uploadTake } from './uploadTake.ts';

/** Writes so many seconds of speech as Opus into a folder. */
export function spokenFile(folder: string, seconds: number): string {
  const ogg = join(folder, 'long.ogg');
  const loop = ['-loglevel', 'error', '-stream_loop', '-1', '-i', speechFile(), '-t', String(seconds)];
  execFileSync('ffmpeg', [...loop, '-c:a', 'libopus', '-b:a', '32k', ogg]);
  return ogg;
}

/** A take of spoken minutes with a page turn every half minute and ink all along. */
export async function longLesson(page: Page, minutes: number): Promise<string> {
  const { id, pages } = await makeLesson(page, `Of ${minutes} minutes`, 20);
  const folder = mkdtempSync(join(tmpdir(), 'oakbell-long-'));
  const ogg = spokenFile(folder, minutes * 60);
  const events: TakeEvent[] = [];
  for (let second = 0; second < minutes * 60; second += 2) {
    const up = pages[Math.floor(second / 30) % pages.length]!.id;
    if (second % 30 === 0) events.push({ kind: 'page', at: s(second), page: up });
    const points = Array.from({ length: 40 }, (_, n) => [500 + n * 180, (second * 37) % 8800, 130, n * 12]).flat();
    events.push({
      kind: 'stroke',
      at: s(second),
      stroke: `s${second}`,
      page: up,
      pen: { colour: '#26221b', width: 5 },
      points,
    });
  }
  await uploadTake(page, id, { ogg, log: logText(events), seconds: minutes * 60 });
  rmSync(folder, { recursive: true, force: true });
  return id;
}
