import type { Page } from '@playwright/test';
import { fromMillis, fromSeconds, type TimeRange } from '@oakbell/core/clock';
import { logText, type TakeEvent } from '@oakbell/core/log';
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { makeLesson } from './people.ts';
import { RATE, samplesInWav } from './sound.ts';
import { speechFile } from './speech.ts';
import { uploadTake } from './uploadTake.ts';

/** What happens in a take, one after another: each lasts so many seconds. */
export type ScriptLine =
  | {
      readonly does: 'speaks' | 'rests' | 'coughs' | 'writes in silence' | 'speaks and writes';
      readonly seconds: number;
    }
  /** Turns to the next page; takes no time. */
  | { readonly does: 'turns'; readonly seconds: 0 };

/** A take whose sound and ink are known to the microsecond. */
export interface ScriptedTake {
  readonly samples: Float32Array;
  readonly events: readonly TakeEvent[];
  readonly seconds: number;
  /** Where each kind of line is. */
  readonly where: (does: ScriptLine['does']) => readonly TimeRange[];
}

let seed = 7;
const noise = (): number => {
  seed = (seed * 48271) % 2147483647;
  return (seed / 2147483647) * 2 - 1;
};
/** A quiet room, as a share of full scale: −60 dBFS. */
const ROOM = 0.001;

let unbroken: Float32Array | null = null;
/** Speech without its pauses, so that a script alone says where it is quiet. */
function unbrokenSpeech(): Float32Array {
  unbroken ??= withoutPauses();
  return unbroken;
}
function withoutPauses(): Float32Array {
  const samples = samplesInWav(readFileSync(speechFile()));
  const hop = RATE / 100;
  const loud: number[] = [];
  for (let at = 0; at + hop <= samples.length; at += hop) {
    const level = Math.max(...samples.subarray(at, at + hop).map(Math.abs));
    if (level > 0.02) for (let n = 0; n < hop; n += 1) loud.push(samples[at + n]!);
  }
  return Float32Array.from(loud);
}

/** Makes sound and log from a script. */
export function scripted(lines: readonly ScriptLine[], pages: readonly string[]): ScriptedTake {
  const speech = unbrokenSpeech();
  const seconds = lines.reduce((sum, line) => sum + line.seconds, 0);
  const samples = Float32Array.from({ length: Math.round(seconds * RATE) }, () => noise() * ROOM);
  const events: TakeEvent[] = [{ kind: 'page', at: fromSeconds(0), page: pages[0]! }];
  const places = lines.map((line, i) => ({
    ...line,
    at: lines.slice(0, i).reduce((sum, one) => sum + one.seconds, 0),
  }));
  let [spoken, page, strokes] = [0, 0, 0];
  for (const { does, at, seconds: length } of places) {
    const [first, count] = [Math.round(at * RATE), Math.round(length * RATE)];
    if (does === 'turns') events.push({ kind: 'page', at: fromSeconds(at), page: pages[(page += 1)]! });
    if (does === 'speaks' || does === 'speaks and writes') {
      for (let n = 0; n < count; n += 1) samples[first + n]! += speech[(spoken + n) % speech.length]!;
      spoken += count;
    }
    if (does === 'coughs') {
      for (let n = 0; n < count; n += 1)
        samples[first + n] = noise() * 0.4 * Math.exp((-3 * (n % (RATE / 3))) / (RATE / 3));
    }
    if (does === 'writes in silence' || does === 'speaks and writes') {
      for (let t = 0; t + 0.9 <= length; t += 1, strokes += 1) {
        const y = 1500 + (strokes % 12) * 500;
        events.push({
          kind: 'stroke',
          at: fromMillis(Math.round((at + t) * 1000)),
          stroke: `stroke-${strokes}`,
          page: pages[page]!,
          pen: { colour: '#26221b', width: 5 },
          points: Array.from({ length: 45 }, (_, n) => [1500 + n * 160, y + (n % 5) * 30, 130, n * 20]).flat(),
        });
      }
    }
  }
  return {
    samples,
    events,
    seconds,
    where: (does) =>
      places
        .filter((one) => one.does === does)
        .map(({ at, seconds: length }) => ({ start: fromSeconds(at), end: fromSeconds(at + length) })),
  };
}

/** A lesson with a take made from a script, for the teacher who is signed in on this page. */
export async function scriptedLesson(
  page: Page,
  title: string,
  lines: readonly ScriptLine[],
): Promise<{ readonly id: string; readonly take: ScriptedTake; readonly pages: readonly string[] }> {
  const boards = 1 + lines.filter((line) => line.does === 'turns').length;
  const { id, pages } = await makeLesson(page, title, boards);
  const names = pages.map((one) => one.id);
  const take = scripted(lines, names);
  await bring(page, id, take);
  return { id, take, pages: names };
}

/** Encodes a scripted take and brings it to a lesson. */
export async function bring(page: Page, lessonId: string, take: ScriptedTake): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'oakbell-take-'));
  try {
    const ogg = join(folder, 'voice.ogg');
    const raw = Buffer.from(take.samples.buffer, take.samples.byteOffset, take.samples.byteLength);
    const encoding = ['-c:a', 'libopus', '-b:a', '64k', '-vbr', 'constrained', ogg];
    const args = ['-loglevel', 'error', '-f', 'f32le', '-ac', '1', '-ar', `${RATE}`, '-i', 'pipe:0', ...encoding];
    // Waited for rather than blocked on: connections that are kept open must be able to see that they were closed.
    const encoder = spawn('ffmpeg', args, { stdio: ['pipe', 'inherit', 'inherit'] });
    encoder.stdin.end(raw);
    const [code] = (await once(encoder, 'close')) as [number];
    if (code !== 0) throw new Error(`ffmpeg ended with ${code}`);
    await uploadTake(page, lessonId, { ogg, log: logText(take.events), seconds: take.seconds });
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
