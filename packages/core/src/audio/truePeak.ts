/*
 * True peak after ITU-R BS.1770-4, annex 2: the wave between the samples is worked out at four times the rate
 * with a windowed-sinc interpolator, since a converter will draw it there.
 */
import type { Meter } from './sound.ts';

const PHASES = 4;
const TAPS = 12;
/** So many samples lie before the place between two samples that is worked out, and one more behind it. */
const BEFORE = TAPS / 2 - 1;
const AFTER = TAPS / 2;

/** One row of taps for each quarter step between two samples; row 0 would be the samples themselves. */
const ROWS: readonly Float64Array[] = [1, 2, 3].map((phase) => {
  const taps = new Float64Array(TAPS);
  for (let i = 0; i < TAPS; i += 1) {
    const x = i - BEFORE - phase / PHASES;
    const sinc = x === 0 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x);
    taps[i] = sinc * (0.5 + 0.5 * Math.cos((Math.PI * x) / (TAPS / 2 + 0.5)));
  }
  return taps;
});

/** The largest absolute value of the wave between samples `i` and `i + 1`, with all its neighbours at hand. */
function peakAfter(samples: Float32Array, i: number): number {
  let peak = 0;
  for (const taps of ROWS) {
    let sum = 0;
    for (let t = 0; t < TAPS; t += 1) sum += samples[i + t - BEFORE]! * taps[t]!;
    peak = Math.max(peak, Math.abs(sum));
  }
  return peak;
}

/** How far the wave between two samples is taken to rise over the louder of them, at most: 2 dB. */
const MOST_RISE = 1.26;

/**
 * Hears the true peak. Only where a sample is within 2 dB of the loudest so far is the wave between worked out:
 * elsewhere it could hold the peak only by rising further than that.
 */
export class TruePeakMeter implements Meter {
  /** The last samples, whose neighbours to come are not heard yet; before the first there is silence. */
  #held = new Float32Array(TAPS);
  #peak = 0;

  take(block: Float32Array): void {
    const samples = new Float32Array(this.#held.length + block.length);
    samples.set(this.#held);
    samples.set(block, this.#held.length);
    for (let i = 0; i < block.length; i += 1) {
      const size = block[i]! < 0 ? -block[i]! : block[i]!;
      if (size > this.#peak) this.#peak = size;
    }
    this.#between(samples);
    this.#held = samples.slice(samples.length - TAPS);
  }

  /** As a share of full scale (1 = 0 dBTP), 0 for no samples. */
  peak(): number {
    const rest = new Float32Array(2 * TAPS);
    rest.set(this.#held);
    this.#between(rest);
    return this.#peak;
  }

  /** Looks between all samples that have their neighbours. */
  #between(samples: Float32Array): void {
    const near = this.#peak / MOST_RISE;
    for (let i = BEFORE; i + AFTER < samples.length; i += 1) {
      const [here, next] = [samples[i]!, samples[i + 1]!];
      if (here > near || here < -near || next > near || next < -near)
        this.#peak = Math.max(this.#peak, peakAfter(samples, i));
    }
  }
}

/** The true peak of samples in memory. */
export function truePeak(samples: Float32Array): number {
  const meter = new TruePeakMeter();
  meter.take(samples);
  return meter.peak();
}
