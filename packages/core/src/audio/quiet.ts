/*
 * Where a voice rests. One threshold for all rooms fails in a noisy one, so the threshold follows the room: the level
 * that a tenth of the time stays under, and nine decibels. Clicks of keys and pens are too short to be speech.
 */
import type { Micros, TimeRange } from '../clock/index.ts';

/** Levels are taken this often, in microseconds: 10 ms. */
export const LEVEL_HOP: Micros = 10_000 as Micros;
const FLOOR_SHARE = 0.1;
const ABOVE_FLOOR_DB = 9;
/** Never quieter than this counts as speech, nor louder than that as quiet: for takes that are all one or the other. */
const LOWEST_THRESHOLD_DB = -62;
const HIGHEST_THRESHOLD_DB = -30;
/** Sounds shorter than this are not speech, in microseconds. */
const SHORTEST_SPEECH = 60_000;

/** The level of each 10 ms in dBFS, −120 for silence; a last piece that is shorter counts as well. */
export function levelsOf(samples: Float32Array, rate: number): Float32Array {
  const hop = Math.round((rate * LEVEL_HOP) / 1e6);
  const levels = new Float32Array(Math.ceil(samples.length / hop));
  for (let i = 0; i < levels.length; i += 1) {
    const end = Math.min(samples.length, (i + 1) * hop);
    let sum = 0;
    for (let k = i * hop; k < end; k += 1) sum += samples[k]! * samples[k]!;
    levels[i] = Math.max(-120, 10 * Math.log10(sum / (end - i * hop) + 1e-12));
  }
  return levels;
}

/** The level above which something counts as speech, in dBFS; −62 for no levels at all. */
export function speechThreshold(levels: ArrayLike<number>): number {
  if (levels.length === 0) return LOWEST_THRESHOLD_DB;
  const sorted = Float32Array.from(levels).sort();
  const floor = sorted[Math.floor(sorted.length * FLOOR_SHARE)]!;
  return Math.max(LOWEST_THRESHOLD_DB, Math.min(HIGHEST_THRESHOLD_DB, floor + ABOVE_FLOOR_DB));
}

/**
 * The stretches of at least `shortest` in which nothing is said, in rising time.
 * @param levels dBFS, one for each `hop`
 */
export function quietStretches(
  levels: ArrayLike<number>,
  { shortest, hop = LEVEL_HOP }: { readonly shortest: Micros; readonly hop?: Micros },
): readonly TimeRange[] {
  const threshold = speechThreshold(levels);
  const loud = Array.from(levels, (level) => level > threshold);
  dropBursts(loud, Math.round(SHORTEST_SPEECH / hop));
  const quiet: TimeRange[] = [];
  let start = 0;
  for (let i = 0; i <= loud.length; i += 1) {
    if (i < loud.length && !loud[i]) continue;
    if ((i - start) * hop >= shortest) quiet.push({ start: (start * hop) as Micros, end: (i * hop) as Micros });
    start = i + 1;
  }
  return quiet;
}

/** Takes back loud runs of fewer than `count` pieces. */
function dropBursts(loud: boolean[], count: number): void {
  let start = -1;
  for (let i = 0; i <= loud.length; i += 1) {
    if (loud[i]) {
      if (start < 0) start = i;
    } else if (start >= 0) {
      if (i - start < count) loud.fill(false, start, i);
      start = -1;
    }
  }
}
