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

/** The true peak as a share of full scale (1 = 0 dBTP), 0 for no samples. Quiet passages are not interpolated. */
export function truePeak(samples: Float32Array): number {
  let coarse = 0;
  for (const sample of samples) coarse = Math.max(coarse, Math.abs(sample));
  let peak = coarse;
  // Between two samples the wave rarely rises over 1.5 times its samples; only the loud ones can hold the peak.
  for (let i = 0; i < samples.length; i += 1) {
    if (Math.abs(samples[i]!) > coarse / 1.5)
      peak = Math.max(peak, peakAfter(samples, i), peakAfter(samples, i - 1 < 0 ? 0 : i - 1));
  }
  return peak;
}
