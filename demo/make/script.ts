import { micros, ZERO } from '@oakbell/core/clock';
import { logText, type Pen, type TakeEvent } from '@oakbell/core/log';
import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { strokeAlong, write, type Hand } from './handwriting.ts';
import { inFolder, RATE, speak, type Voice } from './voices.ts';

export const DARK: Pen = { colour: '#26221b', width: 5 };
export const RED: Pen = { colour: '#b23a22', width: 5 };

/** What happens while a sentence is spoken, one after the other from where it begins. */
export type Act =
  | { readonly turnTo: number }
  /** A line of the rubric is given a level while it is spoken of. */
  | { readonly choose: readonly [criterion: string, level: string] }
  | { readonly write: string; readonly at: readonly [number, number]; readonly size?: number; readonly pen?: Pen }
  | { readonly draw: readonly (readonly [number, number])[]; readonly pen?: Pen }
  | { readonly point: readonly [number, number]; readonly to: readonly [number, number] };
export interface Sentence {
  readonly say: string;
  readonly acts?: readonly Act[];
  /** Seconds of quiet afterwards. */
  readonly rest?: number;
}
export interface MadeTake {
  /** Opus in Ogg. */
  readonly voice: Buffer;
  readonly log: string;
  readonly frames: number;
  /** What is said, and when: microseconds. */
  readonly said: readonly Said[];
}
export interface Said {
  readonly start: number;
  readonly end: number;
  readonly text: string;
}

/** Numbers from 0 to 1 that are the same for the same seed. */
export function seeded(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}

/** Speaks the sentences and writes what goes with them. Pages are named @0, @1 … until they have real names. */
export function performed(sentences: readonly Sentence[], seed: number, voice: Voice = 'short'): MadeTake {
  const random = seeded(seed);
  let serial = 0;
  const id = () => `d${seed}-${(serial += 1)}`;
  const events: TakeEvent[] = [{ kind: 'page', at: ZERO, page: '@0' }];
  const said: Said[] = [];
  const sounds: Float32Array[] = [new Float32Array(RATE * 0.5)];
  let page = '@0';
  let nowMs = 500;
  for (const { say, acts = [], rest = 0.5 } of sentences) {
    const spoken = speak(say, voice);
    const start = Math.round(nowMs * 1000);
    said.push({ start, end: start + Math.round((spoken.length / RATE) * 1e6), text: say });
    let penMs = nowMs + 150;
    for (const act of acts) {
      if ('turnTo' in act) {
        page = `@${act.turnTo}`;
        events.push({ kind: 'page', at: micros(Math.round(penMs * 1000)), page });
        continue;
      }
      if ('choose' in act) {
        const [criterion, level] = act.choose;
        events.push({ kind: 'rubric', at: micros(Math.round(penMs * 1000)), criterion, level });
        continue;
      }
      const hand: Hand = { random, page, pen: ('pen' in act && act.pen) || DARK, id };
      if ('write' in act) {
        const done = write(hand, act.write, act.at, act.size ?? 44, penMs);
        events.push(...done.events);
        penMs = done.endMs + 120;
      } else if ('draw' in act) {
        const done = strokeAlong(hand, act.draw, penMs);
        events.push(...done.events);
        penMs = done.endMs + 120;
      } else {
        const points: number[] = [];
        const lastMs = 1200;
        for (let ms = 0; ms <= lastMs; ms += 40) {
          const share = ms / lastMs;
          const way = (i: 0 | 1) => Math.round((act.point[i] + (act.to[i] - act.point[i]) * share) * 10);
          points.push(way(0), way(1), ms);
        }
        events.push({ kind: 'pointer', at: micros(Math.round(penMs * 1000)), page, points, gone: true });
        penMs += lastMs + 100;
      }
    }
    const endMs = Math.max(nowMs + (spoken.length / RATE) * 1000, penMs) + rest * 1000;
    const piece = new Float32Array(Math.round(((endMs - nowMs) / 1000) * RATE));
    piece.set(spoken.subarray(0, piece.length));
    sounds.push(piece);
    nowMs = endMs;
  }
  const frames = sounds.reduce((sum, sound) => sum + sound.length, 0);
  const whole = new Float32Array(frames);
  let at = 0;
  for (const sound of sounds) {
    whole.set(sound, at);
    at += sound.length;
  }
  const inOrder = events.map((event, i) => ({ event, i })).sort((a, b) => a.event.at - b.event.at || a.i - b.i);
  // The short ones are as they were first made; the long ones have to be small.
  const rate = voice === 'short' ? '40k' : '20k';
  return { voice: opusOf(whole, random, rate), log: logText(inOrder.map(({ event }) => event)), frames, said };
}

/** Opus with a little room behind the voice, as any real room has. */
function opusOf(samples: Float32Array, random: () => number, rate: string): Buffer {
  const roomy = samples.map((sample) => sample * 0.5 + (random() - 0.5) * 0.0012);
  return inFolder((folder) => {
    const [raw, ogg] = [join(folder, 'raw'), join(folder, 'voice.ogg')];
    writeFileSync(raw, Buffer.from(roomy.buffer));
    execFileSync('ffmpeg', [
      '-loglevel',
      'error',
      '-f',
      'f32le',
      '-ac',
      '1',
      '-ar',
      `${RATE}`,
      '-i',
      raw,
      '-c:a',
      'libopus',
      '-b:a',
      rate,
      '-vbr',
      'constrained',
      ogg,
    ]);
    return readFileSync(ogg);
  });
}
