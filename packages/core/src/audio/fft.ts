/** In-place complex Fourier transform of a power of two (Cooley and Tukey, 1965). @throws RangeError for other lengths */
export function fft(re: Float64Array, im: Float64Array, inverse = false): void {
  const n = re.length;
  if (n === 0 || (n & (n - 1)) !== 0 || im.length !== n) throw new RangeError(`${n} is no power of two`);
  for (let i = 1, j = 0; i < n; i += 1) {
    let bit = n >> 1;
    for (; j & bit; bit >>= 1) j ^= bit;
    j ^= bit;
    if (i >= j) continue;
    [re[i], re[j]] = [re[j]!, re[i]!];
    [im[i], im[j]] = [im[j]!, im[i]!];
  }
  for (let size = 2; size <= n; size <<= 1) {
    const angle = ((inverse ? 2 : -2) * Math.PI) / size;
    const [stepRe, stepIm] = [Math.cos(angle), Math.sin(angle)];
    const half = size >> 1;
    for (let start = 0; start < n; start += size) {
      let [wr, wi] = [1, 0];
      for (let k = start; k < start + half; k += 1) {
        const [ar, ai] = [re[k + half]! * wr - im[k + half]! * wi, re[k + half]! * wi + im[k + half]! * wr];
        re[k + half] = re[k]! - ar;
        im[k + half] = im[k]! - ai;
        re[k]! += ar;
        im[k]! += ai;
        [wr, wi] = [wr * stepRe - wi * stepIm, wr * stepIm + wi * stepRe];
      }
    }
  }
  if (!inverse) return;
  for (let i = 0; i < n; i += 1) {
    re[i]! /= n;
    im[i]! /= n;
  }
}

/** The window 0.5 − 0.5 cos, for overlapping by half. */
export const hann = (n: number): Float64Array =>
  Float64Array.from({ length: n }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / n));
