/*
 * Programme loudness by ITU-R BS.1770-4: K-weighting (a high shelf, then a high-pass), mean square over 400 ms
 * blocks every 100 ms, an absolute gate at −70 LUFS and a relative gate 10 LU under what passed it. Mono only:
 * a voice is one channel here.
 */

interface Biquad {
  readonly b: readonly [number, number, number];
  readonly a: readonly [number, number];
}

/** Loudness of silence, or of anything shorter than one block. */
export const SILENCE_LUFS = -Infinity;

/** Integrated loudness in LUFS; −∞ where no block passes the gates. `rate` in frames a second. */
export function integratedLoudness(samples: Float32Array, rate: number): number {
  const blocks = blockEnergies(samples, rate);
  const loud = blocks.filter((energy) => lufs(energy) > -70);
  const gate = lufs(mean(loud)) - 10;
  return lufs(mean(loud.filter((energy) => lufs(energy) > gate)));
}

/** Momentary loudness in LUFS: of 400 ms every 100 ms; empty for anything shorter than one block. */
export const momentaryLoudness = (samples: Float32Array, rate: number): readonly number[] =>
  blockEnergies(samples, rate).map(lufs);

function blockEnergies(samples: Float32Array, rate: number): readonly number[] {
  const steps = stepEnergies(samples, rate);
  const blocks: number[] = [];
  for (let i = 0; i + 4 <= steps.length; i += 1) {
    blocks.push((steps[i]! + steps[i + 1]! + steps[i + 2]! + steps[i + 3]!) / 4);
  }
  return blocks;
}

/** Mean squares of the K-weighted signal per full 100 ms. */
function stepEnergies(samples: Float32Array, rate: number): Float64Array {
  const [shelf, pass] = kWeighting(rate);
  const step = Math.round(rate / 10);
  const energies = new Float64Array(Math.floor(samples.length / step));
  let [s1, s2, p1, p2] = [0, 0, 0, 0];
  for (let i = 0, n = 0; i < energies.length; i += 1) {
    let sum = 0;
    for (const end = n + step; n < end; n += 1) {
      const x = samples[n]!;
      const y = shelf.b[0] * x + s1;
      s1 = shelf.b[1] * x - shelf.a[0] * y + s2;
      s2 = shelf.b[2] * x - shelf.a[1] * y;
      const z = pass.b[0] * y + p1;
      p1 = pass.b[1] * y - pass.a[0] * z + p2;
      p2 = pass.b[2] * y - pass.a[1] * z;
      sum += z * z;
    }
    energies[i] = sum / step;
  }
  return energies;
}

/** The two filters of BS.1770, annex 1, worked out for any rate by the bilinear transform. */
function kWeighting(rate: number): readonly [Biquad, Biquad] {
  const k1 = Math.tan((Math.PI * 1681.974450955533) / rate);
  const high = 10 ** (3.999843853973347 / 20);
  const band = high ** 0.4996667741545416;
  const q1 = 0.7071752369554196;
  const d1 = 1 + k1 / q1 + k1 * k1;
  const k2 = Math.tan((Math.PI * 38.13547087602444) / rate);
  const q2 = 0.5003270373238773;
  const d2 = 1 + k2 / q2 + k2 * k2;
  return [
    {
      b: [
        (high + (band * k1) / q1 + k1 * k1) / d1,
        (2 * (k1 * k1 - high)) / d1,
        (high - (band * k1) / q1 + k1 * k1) / d1,
      ],
      a: [(2 * (k1 * k1 - 1)) / d1, (1 - k1 / q1 + k1 * k1) / d1],
    },
    { b: [1, -2, 1], a: [(2 * (k2 * k2 - 1)) / d2, (1 - k2 / q2 + k2 * k2) / d2] },
  ];
}

const lufs = (energy: number): number => (energy > 0 ? -0.691 + 10 * Math.log10(energy) : SILENCE_LUFS);
const mean = (values: readonly number[]): number =>
  values.length === 0 ? 0 : values.reduce((sum, value) => sum + value, 0) / values.length;
