import { execFileSync } from 'node:child_process';

export const RATE = 48_000;

/** The samples of a sound file's bytes: one channel at 48 kHz. */
export function samplesInWav(file: Buffer): Float32Array {
  const raw = execFileSync(
    'ffmpeg',
    ['-loglevel', 'error', '-i', 'pipe:0', '-f', 'f32le', '-ac', '1', '-ar', `${RATE}`, 'pipe:1'],
    { input: file, maxBuffer: 1 << 30 },
  );
  return new Float32Array(raw.buffer.slice(raw.byteOffset, raw.byteOffset + raw.length - (raw.length % 4)));
}

/** Pearson's correlation of two equally long signals. */
export function correlation(a: Float32Array, b: Float32Array): number {
  let [ab, aa, bb] = [0, 0, 0];
  for (let i = 0; i < a.length; i += 1) {
    ab += a[i]! * b[i]!;
    aa += a[i]! * a[i]!;
    bb += b[i]! * b[i]!;
  }
  return aa === 0 || bb === 0 ? 0 : ab / Math.sqrt(aa * bb);
}

/** The best correlation of `heard` with any stretch of `source` played over and over. */
export function bestCorrelation(heard: Float32Array, source: Float32Array): number {
  const looped = new Float32Array(source.length + heard.length + RATE);
  for (let at = 0; at < looped.length; at += source.length) looped.set(source.subarray(0, looped.length - at), at);
  const STEP = 16;
  const thin = (signal: Float32Array) =>
    Float32Array.from({ length: Math.floor(signal.length / STEP) }, (_, i) =>
      signal.subarray(i * STEP, i * STEP + STEP).reduce((sum, x) => sum + x, 0),
    );
  const [thinHeard, thinSource] = [thin(heard.subarray(0, RATE * 3)), thin(looped)];
  let best = { at: 0, value: -1 };
  for (let at = 0; at < source.length / STEP; at += 1) {
    const value = correlation(thinHeard, thinSource.subarray(at, at + thinHeard.length));
    if (value > best.value) best = { at: at * STEP, value };
  }
  let found = -1;
  for (let at = Math.max(0, best.at - STEP); at <= best.at + STEP; at += 1)
    found = Math.max(found, correlation(heard, looped.subarray(at, at + heard.length)));
  return found;
}

/**
 * How well the seconds of a recording match `source`, each by itself: the middle one of them. A machine that stalls
 * breaks the second in which it does; a recorder that is at fault breaks most.
 */
export function usualMatch(heard: Float32Array, source: Float32Array): number {
  const seconds = Math.floor(heard.length / RATE);
  const matches = Array.from({ length: seconds }, (_, i) =>
    bestCorrelation(heard.subarray(i * RATE, (i + 1) * RATE), source),
  ).sort((a, b) => a - b);
  return matches[Math.floor(seconds / 2)] ?? -1;
}

/** The moments, in ms, at which a click begins: the first loud sample after at least 100 ms without one. */
export function clicksIn(samples: Float32Array, loud = 0.2): readonly number[] {
  const found: number[] = [];
  let last = -Infinity;
  samples.forEach((sample, i) => {
    if (Math.abs(sample) < loud) return;
    if (i - last > RATE / 10) found.push((i * 1000) / RATE);
    last = i;
  });
  return found;
}
