/*
 * Where a voice rests. One threshold for all rooms fails in a noisy one, so the threshold follows the room: the level
 * that a tenth of the time stays under, and nine decibels. Clicks of keys and pens are too short to be speech.
 */
import { micros, type Micros, type TimeRange } from '../clock/index.ts';
import { blocksOf, listen, type Meter, type Sound } from './sound.ts';

/** Levels are taken this often, in microseconds: 10 ms. */
export const LEVEL_HOP: Micros = micros(10_000);
const FLOOR_SHARE = 0.1;
const ABOVE_FLOOR_DB = 9;
/** Never quieter than this counts as speech, nor louder than that as quiet: for takes that are all one or the other. */
const LOWEST_THRESHOLD_DB = -62;
const HIGHEST_THRESHOLD_DB = -30;
/** Sounds shorter than this are not speech, in microseconds. */
const SHORTEST_SPEECH = 60_000;

/** Hears the level of each 10 ms in dBFS, −120 for silence; a last piece that is shorter counts as well. */
export class LevelsMeter implements Meter {
  readonly #hop: number;
  readonly #frames: number;
  /** To be read when everything was heard. */
  readonly levels: Float32Array;
  #sum = 0;
  #frame = 0;

  constructor(frames: number, rate: number) {
    this.#hop = Math.round((rate * LEVEL_HOP) / 1e6);
    this.#frames = frames;
    this.levels = new Float32Array(Math.ceil(frames / this.#hop));
  }

  take(block: Float32Array): void {
    const hop = this.#hop;
    for (let n = 0; n < block.length;) {
      const left = hop - (this.#frame % hop);
      const end = Math.min(block.length, n + left);
      this.#frame += end - n;
      let sum = 0;
      for (; n < end; n += 1) sum += block[n]! * block[n]!;
      this.#sum += sum;
      if (this.#frame % hop !== 0 && this.#frame < this.#frames) continue;
      const index = Math.ceil(this.#frame / hop) - 1;
      const length = this.#frame - index * hop;
      this.levels[index] = Math.max(-120, 10 * Math.log10(this.#sum / length + 1e-12));
      this.#sum = 0;
    }
  }
}

/** The levels of samples in memory. */
export function levelsOf(samples: Float32Array, rate: number): Float32Array {
  const meter = new LevelsMeter(samples.length, rate);
  meter.take(samples);
  return meter.levels;
}

/** The levels of a whole sound. */
export async function levelsIn(sound: Sound, rate: number): Promise<Float32Array> {
  const meter = new LevelsMeter(sound.frames, rate);
  await listen(blocksOf(sound), meter);
  return meter.levels;
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
  const loud = Uint8Array.from(levels, (level) => (level > threshold ? 1 : 0));
  dropBursts(loud, Math.round(SHORTEST_SPEECH / hop));
  const quiet: TimeRange[] = [];
  let start = 0;
  for (let i = 0; i <= loud.length; i += 1) {
    if (i < loud.length && !loud[i]) continue;
    if ((i - start) * hop >= shortest) quiet.push({ start: micros(start * hop), end: micros(i * hop) });
    start = i + 1;
  }
  return quiet;
}

/** Takes back loud runs of fewer than `count` pieces. */
function dropBursts(loud: Uint8Array, count: number): void {
  let start = -1;
  for (let i = 0; i <= loud.length; i += 1) {
    if (loud[i]) {
      if (start < 0) start = i;
    } else if (start >= 0) {
      if (i - start < count) loud.fill(0, start, i);
      start = -1;
    }
  }
}
