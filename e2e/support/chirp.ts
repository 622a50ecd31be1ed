/*
 * A sound that tells its own time: its pitch rises evenly, so every piece of a recording says which moment of the
 * sound it is, and what is missing or doubled shows as a jump.
 */
import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { wavOf } from './wav.ts';

/** It begins anew after so many seconds. */
const SECONDS = 20;
const LOWEST = 300;
/** Hz more each second. */
const RISE = 200;
/** The rate of the browser's made-up microphone. */
const MICROPHONE_RATE = 44_100;

/** The file for a microphone to play. */
export function chirpFile(): string {
  const file = join(tmpdir(), 'oakbell-chirp.wav');
  const samples = Int16Array.from({ length: SECONDS * MICROPHONE_RATE }, (_, i) => {
    const at = i / MICROPHONE_RATE;
    return Math.round(16_000 * Math.sin(2 * Math.PI * (LOWEST * at + (RISE / 2) * at * at)));
  });
  writeFileSync(file, wavOf(samples, MICROPHONE_RATE));
  return file;
}

export interface Heard {
  /** Ms of the recording. */
  readonly at: number;
  /** Ms of the sound, 0 up to 20 s. */
  readonly moment: number;
}

/** Which moment of the sound each 40 ms of a recording is; silence says nothing. */
export function momentsIn(samples: Float32Array, rate: number): readonly Heard[] {
  const width = Math.round(rate * 0.04);
  const heard: Heard[] = [];
  for (let from = 0; from + width <= samples.length; from += width) {
    const rising: number[] = [];
    let quiet = 0;
    for (let i = from + 1; i < from + width; i += 1) {
      const [before, now] = [samples[i - 1]!, samples[i]!];
      if (before < 0 && now >= 0) rising.push(i - 1 - before / (now - before));
      if (now === 0) quiet += 1;
    }
    // A piece that is silent in part, or that holds a jump, has no one pitch.
    if (rising.length < 4 || quiet > 20) continue;
    const [first, last] = [rising[0]!, rising.at(-1)!];
    const pitch = ((rising.length - 1) * rate) / (last - first);
    heard.push({ at: ((first + last) / 2 / rate) * 1000, moment: ((pitch - LOWEST) / RISE) * 1000 });
  }
  return heard;
}

export interface Jump {
  readonly at: number;
  /** Ms: above 0 where sound is missing, below where silence or sound stands in the recording for too long. */
  readonly by: number;
}

/** Where the sound does not go on evenly: changes that last, of more than 12 ms. */
export function jumpsIn(heard: readonly Heard[]): readonly Jump[] {
  const whole = SECONDS * 1000;
  const jumps: Jump[] = [];
  let level: number | null = null;
  let away: Jump[] = [];
  for (const { at, moment } of heard) {
    const offset = moment - at;
    level ??= offset;
    const by = ((((offset - level + whole / 2) % whole) + whole) % whole) - whole / 2;
    away = Math.abs(by) > 12 ? [...away, { at, by }] : [];
    const last = away.slice(-3);
    if (last.length === 3 && last.every((one) => Math.abs(one.by - by) < 8)) {
      jumps.push({ at: last[0]!.at, by });
      level = offset;
      away = [];
    }
  }
  return jumps;
}
