import type { Meter } from './sound.ts';

/** Peaks a second that the timeline draws from. */
export const PEAKS_PER_SECOND = 100;

/**
 * Hears the largest absolute sample of each hundredth of a second, as 0…255 (255 = full scale or more).
 * The last, shorter hundredth counts too: there are ⌈frames · 100 / rate⌉.
 */
export class PeaksMeter implements Meter {
  /** To be read when everything was heard. */
  readonly peaks: Uint8Array;
  readonly #hop: number;
  #frame = 0;

  constructor(frames: number, rate: number) {
    this.#hop = rate / PEAKS_PER_SECOND;
    this.peaks = new Uint8Array(Math.ceil(frames / this.#hop));
  }

  take(block: Float32Array): void {
    for (let n = 0; n < block.length;) {
      const at = this.#frame + n;
      let i = Math.floor(at / this.#hop);
      while (Math.round((i + 1) * this.#hop) <= at) i += 1;
      const end = Math.min(block.length, Math.round((i + 1) * this.#hop) - this.#frame);
      let peak = 0;
      for (; n < end; n += 1) {
        const size = Math.abs(block[n]!);
        if (size > peak) peak = size;
      }
      const place = Math.min(i, this.peaks.length - 1);
      this.peaks[place] = Math.max(this.peaks[place]!, Math.min(255, Math.round(peak * 255)));
    }
    this.#frame += block.length;
  }
}

/** The peaks of samples in memory. */
export function peaksOf(samples: Float32Array, rate: number): Uint8Array {
  const meter = new PeaksMeter(samples.length, rate);
  meter.take(samples);
  return meter.peaks;
}
