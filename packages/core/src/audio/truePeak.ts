/*
 * True peak after ITU-R BS.1770-4, annex 2: the wave between the samples is worked out at four times the rate
 * with a windowed-sinc interpolator, since a converter will draw it there.
 */
const PHASES = 4;
const TAPS = 12;

/** One row of taps for each quarter step between two samples; row 0 would be the samples themselves. */
const ROWS: readonly Float64Array[] = [1, 2, 3].map((phase) => {
  const taps = new Float64Array(TAPS);
  for (let i = 0; i < TAPS; i += 1) {
    const x = i - TAPS / 2 + 1 - phase / PHASES;
    const sinc = x === 0 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x);
    taps[i] = sinc * (0.5 + 0.5 * Math.cos((Math.PI * x) / (TAPS / 2 + 0.5)));
  }
  return taps;
});

/** The largest absolute value of the wave between samples `i` and `i + 1`, both samples included. */
function peakAfter(samples: Float32Array, i: number): number {
  let peak = Math.max(Math.abs(samples[i]!), Math.abs(samples[i + 1] ?? 0));
  for (const taps of ROWS) {
    let sum = 0;
    for (let t = 0; t < TAPS; t += 1) sum += (samples[i + t - TAPS / 2 + 1] ?? 0) * taps[t]!;
    peak = Math.max(peak, Math.abs(sum));
  }
  return peak;
}

/** How far the wave between two samples is taken to rise over the louder of them, at most: 2 dB. */
const MOST_RISE = 1.26;

/**
 * The true peak as a share of full scale (1 = 0 dBTP), 0 for no samples. Only where a sample is within 2 dB of the
 * loudest is the wave between worked out: elsewhere it could hold the peak only by rising further than that.
 */
export function truePeak(samples: Float32Array): number {
  let coarse = 0;
  for (let i = 0; i < samples.length; i += 1) {
    const size = samples[i]! < 0 ? -samples[i]! : samples[i]!;
    if (size > coarse) coarse = size;
  }
  const near = coarse / MOST_RISE;
  let peak = coarse;
  for (let i = 0; i < samples.length; i += 1) {
    if (samples[i]! > near || samples[i]! < -near) {
      peak = Math.max(peak, peakAfter(samples, i), peakAfter(samples, Math.max(0, i - 1)));
    }
  }
  return peak;
}
