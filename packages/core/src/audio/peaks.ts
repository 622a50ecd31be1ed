/** Peaks a second that the timeline draws from. */
export const PEAKS_PER_SECOND = 100;

/**
 * The largest absolute sample of each hundredth of a second, as 0…255 (255 = full scale or more).
 * The last, shorter hundredth counts too: the result has ⌈samples · 100 / rate⌉ entries.
 */
export function peaksOf(samples: Float32Array, rate: number): Uint8Array {
  const hop = rate / PEAKS_PER_SECOND;
  const peaks = new Uint8Array(Math.ceil(samples.length / hop));
  for (let i = 0; i < peaks.length; i += 1) {
    const end = Math.min(samples.length, Math.round((i + 1) * hop));
    let peak = 0;
    for (let n = Math.round(i * hop); n < end; n += 1) {
      const size = Math.abs(samples[n]!);
      if (size > peak) peak = size;
    }
    peaks[i] = Math.min(255, Math.round(peak * 255));
  }
  return peaks;
}
