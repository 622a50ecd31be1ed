/*
 * Bringing a voice to its target: gain from the measured loudness, then a look-ahead limiter that holds the
 * peaks, then measured again and corrected. Done in place of a one-pass filter because the limiter takes a
 * little loudness away where there is no headroom.
 */
import { integratedLoudness } from './loudness.ts';
import { truePeak } from './truePeak.ts';

/** Where a programme voice is brought to. */
export const TARGET_LUFS = -16;
/** True peak is held under this, in dBTP. */
export const CEILING_DBTP = -1;
/** The limiter works on samples and keeps this distance for the wave between them and for the codec. */
const LIMITER_MARGIN_DB = 0.9;
/** A voice that is hardly there is not blown up into noise: no more gain than this. */
const MOST_GAIN_DB = 40;
/** How far ahead the limiter sees, and how fast it lets go. */
const LOOK_AHEAD_S = 0.004;
const RELEASE_S = 0.12;

export interface Mastered {
  readonly samples: Float32Array;
  /** Loudness before; −∞ for silence, which is left as it is. */
  readonly lufsBefore: number;
  readonly lufs: number;
  /** True peak afterwards as a share of full scale. */
  readonly peak: number;
}

/** A voice at −16 LUFS with its true peak at or under −1 dBTP. `samples` stays as it was. */
export function master(samples: Float32Array, rate: number): Mastered {
  const lufsBefore = integratedLoudness(samples, rate);
  if (!Number.isFinite(lufsBefore)) {
    return { samples: samples.slice(), lufsBefore, lufs: lufsBefore, peak: truePeak(samples) };
  }
  let gainDb = Math.min(MOST_GAIN_DB, TARGET_LUFS - lufsBefore);
  let result = limit(samples, gainDb, rate);
  let lufs = integratedLoudness(result, rate);
  for (let round = 0; round < 2 && Math.abs(TARGET_LUFS - lufs) > 0.2 && gainDb < MOST_GAIN_DB; round += 1) {
    gainDb = Math.min(MOST_GAIN_DB, gainDb + (TARGET_LUFS - lufs));
    result = limit(samples, gainDb, rate);
    lufs = integratedLoudness(result, rate);
  }
  return { samples: result, lufsBefore, lufs, peak: truePeak(result) };
}

const share = (db: number): number => 10 ** (db / 20);

/** The signal with `gainDb` and no sample over the ceiling; a falling gain begins before the peak, never after. */
function limit(samples: Float32Array, gainDb: number, rate: number): Float32Array {
  const gain = share(gainDb);
  const ceiling = share(CEILING_DBTP - LIMITER_MARGIN_DB);
  const out = new Float32Array(samples.length);
  const ahead = Math.max(1, Math.round(LOOK_AHEAD_S * rate));
  const release = 1 - Math.exp(-1 / (RELEASE_S * rate));
  const needed = lowestAhead(samples, ahead, (size) => (size * gain > ceiling ? ceiling / (size * gain) : 1));
  let held = 1;
  for (let i = 0; i < samples.length; i += 1) {
    const target = needed[i]!;
    held = target < held ? target : held + (target - held) * release;
    out[i] = samples[i]! * gain * Math.min(held, target);
  }
  return out;
}

/** For each sample the lowest `share` of it and the next `ahead` samples, by a queue of falling candidates. */
function lowestAhead(samples: Float32Array, ahead: number, shareOf: (size: number) => number): Float32Array {
  const lowest = new Float32Array(samples.length).fill(1);
  const queue: { at: number; share: number }[] = [];
  let head = 0;
  for (let i = 0; i < samples.length + ahead; i += 1) {
    if (i < samples.length) {
      const own = shareOf(Math.abs(samples[i]!));
      if (own < 1) {
        while (queue.length > head && queue[queue.length - 1]!.share >= own) queue.pop();
        queue.push({ at: i, share: own });
      }
    }
    const at = i - ahead;
    if (at < 0) continue;
    while (head < queue.length && queue[head]!.at < at) head += 1;
    if (head < queue.length) lowest[at] = queue[head]!.share;
    else if (head > 0) {
      queue.length = 0;
      head = 0;
    }
  }
  return lowest;
}
