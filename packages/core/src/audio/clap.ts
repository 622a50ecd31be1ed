/*
 * How late the camera is: a clap is heard as a sudden edge and seen as two hands that move fast and then stand
 * still. Several claps together tell how many milliseconds the picture comes after the sound.
 */

/** How much a picture of the camera differs from the one before it. `at`: ms on the clock of the samples. */
export interface Motion {
  readonly at: number;
  readonly amount: number;
}
export type ClapDelay =
  | { readonly ok: true; readonly delayMs: number; readonly claps: number }
  /** `no-clap`: fewer than two were heard. `not-seen`: heard, but the picture does not move with them. */
  | { readonly ok: false; readonly reason: 'no-clap' | 'not-seen' };

const HOP_MS = 2;
/** An edge is so many times louder than the 60 ms before it, and this loud at least (share of full scale). */
const EDGE = 8;
const LOUD = 0.05;
const BEFORE_MS = 60;
/** After a clap its echo is not another one. */
const APART_MS = 300;
/** The picture is looked for so far on either side of the sound. */
const EARLIEST_MS = -200;
const LATEST_MS = 700;
const FEWEST = 2;

/** When claps are heard, in ms from the first sample. */
export function clapMoments(samples: Float32Array, rate: number): readonly number[] {
  const hop = Math.round((rate * HOP_MS) / 1000);
  const peaks: number[] = [];
  for (let at = 0; at + hop <= samples.length; at += hop) {
    let peak = 0;
    for (let i = at; i < at + hop; i += 1) peak = Math.max(peak, Math.abs(samples[i]!));
    peaks.push(peak);
  }
  const back = BEFORE_MS / HOP_MS;
  const found: number[] = [];
  for (let i = back; i < peaks.length; i += 1) {
    const before = Math.max(...peaks.slice(i - back, i), 1e-4);
    const last = found.at(-1) ?? -Infinity;
    if (peaks[i]! >= LOUD && peaks[i]! >= before * EDGE && i * HOP_MS - last > APART_MS) found.push(i * HOP_MS);
  }
  return found;
}

/**
 * The delay of the picture against the sound in whole ms, by the middle one of all claps; negative when the picture
 * is early. One picture of the camera is as fine as it gets.
 */
export function clapDelay(claps: readonly number[], motion: readonly Motion[]): ClapDelay {
  if (claps.length < FEWEST) return { ok: false, reason: 'no-clap' };
  const still = middle(motion.map((one) => one.amount));
  const delays = claps.flatMap((clap) => {
    const stop = stopNear(clap, motion, still);
    return stop === null ? [] : [stop - clap];
  });
  if (delays.length < FEWEST) return { ok: false, reason: 'not-seen' };
  return { ok: true, delayMs: Math.round(middle(delays)), claps: delays.length };
}

/** The moment of the picture in which the hands have met: after it the movement falls most. */
function stopNear(clap: number, motion: readonly Motion[], still: number): number | null {
  let best: Motion | null = null;
  let steepest = 0;
  for (let i = 0; i + 1 < motion.length; i += 1) {
    const one = motion[i]!;
    if (one.at < clap + EARLIEST_MS || one.at > clap + LATEST_MS || one.amount < still * 3) continue;
    const fall = one.amount - motion[i + 1]!.amount;
    if (fall > steepest) [best, steepest] = [one, fall];
  }
  return best && best.at;
}

function middle(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const half = Math.floor(sorted.length / 2);
  if (sorted.length === 0) return 0;
  return sorted.length % 2 === 1 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2;
}
