/*
 * Voices under made-up conditions, each with the verdict it deserves. The voices are Debian's flite; rooms, hum, noise
 * and faults are made here with a seeded randomness, so that every run hears the same.
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Verdict } from '@oakbell/core/audio';
import { RATE, samplesInWav } from '../e2e/support/sound.ts';

const VOICES = ['slt', 'rms', 'awb', 'kal16'] as const;
const SAID =
  'Low water at Skerry Quay is at eight o clock. How deep will it be over the sill at eleven? We need one rule for that, the rule of twelfths. In the first hour the tide rises by one twelfth of the range, in the second by two, and in the third by three.';
const SECONDS = 10;

export interface Condition {
  readonly name: string;
  readonly expected: Verdict;
  readonly samples: Float32Array;
}

function randomness(seed: number): () => number {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 32;
  };
}

function spoken(voice: string): Float32Array {
  const folder = mkdtempSync(join(tmpdir(), 'oakbell-voice-'));
  try {
    const file = join(folder, 'said.wav');
    execFileSync('flite', ['-voice', voice, '-t', SAID, '-o', file]);
    const ten = new Float32Array(RATE * SECONDS);
    ten.set(samplesInWav(readFileSync(file)).subarray(0, ten.length - RATE), RATE / 2);
    return atLevel(ten, -24);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

const decibels = (value: number) => 10 ** (value / 20);
/** Brings the loud parts to a level in dBFS. */
function atLevel(samples: Float32Array, wanted: number): Float32Array {
  let [sum, count] = [0, 0];
  for (let at = 0; at + 480 <= samples.length; at += 480) {
    const power = samples.subarray(at, at + 480).reduce((all, value) => all + value * value, 0) / 480;
    if (power < 1e-5) continue;
    sum += power;
    count += 1;
  }
  const gain = decibels(wanted) / Math.sqrt(sum / Math.max(1, count));
  return samples.map((value) => value * gain);
}
const mixed = (a: Float32Array, b: (i: number) => number) => a.map((value, i) => value + b(i));
/** Room noise with more of the low: its level in dBFS. */
function room(level: number, seed: number): (i: number) => number {
  const random = randomness(seed);
  let low = 0;
  return () => {
    const white = (random() * 2 - 1) * Math.sqrt(3);
    low = low * 0.7 + white * 0.3;
    return (white * 0.55 + low * 1.4) * decibels(level) * 0.85;
  };
}
function hum(level: number, mains: number): (i: number) => number {
  return (i) =>
    [1, 2, 3, 4, 6].reduce(
      (sum, n, k) => sum + Math.sin((2 * Math.PI * mains * n * i) / RATE + n) * [1, 0.6, 0.7, 0.3, 0.25][k]!,
      0,
    ) * decibels(level);
}
/** A room with a long fading echo: decaying noise of `seconds` for 60 dB, after 4 ms. */
function echoed(samples: Float32Array, seconds: number, share: number, seed: number): Float32Array {
  const random = randomness(seed);
  const taps = Array.from({ length: 420 }, () => {
    const at = Math.floor((0.004 + random() * seconds) * RATE);
    return { at, gain: (random() * 2 - 1) * 10 ** ((-3 * at) / RATE / seconds) };
  });
  const power = Math.sqrt(taps.reduce((sum, tap) => sum + tap.gain * tap.gain, 0));
  return samples.map((value, i) => {
    let wet = 0;
    for (const { at, gain } of taps) if (i >= at) wet += samples[i - at]! * gain;
    return value * (1 - share * 0.4) + (wet / power) * share;
  });
}
const clipped = (samples: Float32Array, gain: number) =>
  samples.map((value) => Math.max(-1, Math.min(1, value * decibels(gain))));
/** What a telephone lets through. */
function telephone(samples: Float32Array): Float32Array {
  const raw = execFileSync(
    'ffmpeg',
    [
      '-loglevel',
      'error',
      '-f',
      'f32le',
      '-ar',
      `${RATE}`,
      '-ac',
      '1',
      '-i',
      'pipe:0',
      '-ar',
      '8000',
      '-f',
      'f32le',
      'pipe:1',
    ],
    { input: Buffer.from(samples.buffer), maxBuffer: 1 << 28 },
  );
  const back = execFileSync(
    'ffmpeg',
    [
      '-loglevel',
      'error',
      '-f',
      'f32le',
      '-ar',
      '8000',
      '-ac',
      '1',
      '-i',
      'pipe:0',
      '-ar',
      `${RATE}`,
      '-f',
      'f32le',
      'pipe:1',
    ],
    {
      input: raw,
      maxBuffer: 1 << 28,
    },
  );
  const floats = new Float32Array(
    back.buffer.slice(back.byteOffset, back.byteOffset + back.length - (back.length % 4)),
  );
  return mixed(floats, room(-80, 9));
}

/** At least four conditions for each verdict, by several voices. */
export function conditions(): readonly Condition[] {
  const all: Condition[] = [];
  VOICES.forEach((voice, v) => {
    const clean = spoken(voice);
    const quiet = (level: number) => mixed(clean, room(level, 31 + v));
    const add = (expected: Verdict, name: string, samples: Float32Array) =>
      all.push({ name: `${voice}: ${name}`, expected, samples });
    add('good', 'a quiet room', quiet(-68));
    add('good', 'a room with a little noise', quiet(-58));
    add(
      'good',
      'a louder speaker',
      mixed(
        clean.map((value) => value * decibels(5)),
        room(-64, 5 + v),
      ),
    );
    add(
      'too-quiet',
      'far away',
      mixed(
        clean.map((value) => value * decibels(-18)),
        room(-78, 11 + v),
      ),
    );
    add(
      'too-quiet',
      'turned down',
      mixed(
        clean.map((value) => value * decibels(-24)),
        room(-82, 12 + v),
      ),
    );
    add('too-loud', 'clipped a little', clipped(quiet(-60), 16));
    add('too-loud', 'clipped much', clipped(quiet(-60), 24));
    add('hum', 'mains of 50 Hz', mixed(quiet(-66), hum(-46, 50)));
    add('hum', 'mains of 60 Hz', mixed(quiet(-62), hum(-42, 60)));
    add('noise', 'a fan', quiet(-42));
    add('noise', 'a street', quiet(-36));
    add('no-signal', 'muted', mixed(new Float32Array(clean.length), room(-84, 3 + v)));
    add('echo', 'a bare classroom', mixed(echoed(clean, 0.9, 0.75, 71 + v), room(-66, 8 + v)));
    add('echo', 'a stairwell', mixed(echoed(clean, 1.4, 0.8, 91 + v), room(-66, 7 + v)));
    add('wrong-device', 'the telephone entry of a headset', telephone(quiet(-70)));
  });
  all.push({ name: 'digital silence', expected: 'no-signal', samples: new Float32Array(RATE * SECONDS) });
  all.push({
    name: 'nobody speaks',
    expected: 'no-speech',
    samples: mixed(new Float32Array(RATE * SECONDS), room(-52, 4)),
  });
  return all;
}
