/* How long it takes to say what the cues say. */
import type { Micros } from '../clock/index.ts';
import { micros } from '../clock/index.ts';

/** Words a minute until a teacher's own takes tell better. */
export const FIRST_RATE = 140;
const SLOWEST = 80;
const FASTEST = 220;
/** A page teaches nothing about the rate when it has fewer words than this. */
const FEWEST_WORDS = 20;

/** The words of a text: runs of letters and figures, with what joins them. */
export const wordCount = (text: string): number => text.match(/[\p{L}\p{N}][\p{L}\p{N}'’.,:-]*/gu)?.length ?? 0;

/** The time it takes to say `words` at `rate` words a minute. @throws RangeError when the rate is not above 0 */
export function speakingTime(words: number, rate: number): Micros {
  if (!(rate > 0)) throw new RangeError(`${rate} is not a number of words a minute`);
  return micros((words / rate) * 60e6);
}

/** A page with its cues' words and the time that was spoken while it was up. */
export interface SpokenPage {
  readonly words: number;
  readonly spoken: Micros;
}

/**
 * Words a minute as a teacher has shown: the median of the pages with twenty words or more, held to 80…220;
 * 140 where there is no such page.
 */
export function learntRate(pages: readonly SpokenPage[]): number {
  const rates = pages
    .filter((page) => page.words >= FEWEST_WORDS && page.spoken > 0)
    .map((page) => Math.max(SLOWEST, Math.min(FASTEST, page.words / (page.spoken / 60e6))))
    .sort((a, b) => a - b);
  return rates.length === 0 ? FIRST_RATE : Math.round(rates[rates.length >> 1]!);
}

export interface PagePlan {
  readonly time: Micros;
  /** Share of the target, 0 or more. */
  readonly share: number;
  /** The first page at whose end the target is exceeded, and every one after it. */
  readonly overruns: boolean;
}

/** Each page's speaking time against the target, in order. @throws RangeError when the target is not above 0 */
export function planPages(words: readonly number[], rate: number, target: Micros): readonly PagePlan[] {
  if (!(target > 0)) throw new RangeError(`${target} µs is not a length to aim at`);
  let sum = 0;
  return words.map((count) => {
    const time = speakingTime(count, rate);
    sum += time;
    return { time, share: time / target, overruns: count > 0 && sum > target };
  });
}
