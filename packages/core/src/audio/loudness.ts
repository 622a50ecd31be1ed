/*
 * Programme loudness by ITU-R BS.1770-4: K-weighting (a high shelf, then a high-pass), mean square over 400 ms
 * blocks every 100 ms, an absolute gate at −70 LUFS and a relative gate 10 LU under what passed it. Mono only:
 * a voice is one channel here.
 */
import { blocksOf, listen, type Meter, type Sound } from './sound.ts';

interface Biquad {
  readonly b: readonly [number, number, number];
  readonly a: readonly [number, number];
}

/** Loudness of silence, or of anything shorter than one block. */
export const SILENCE_LUFS = -Infinity;

/** Hears how loud a sound is. `rate` in frames a second. */
export class LoudnessMeter implements Meter {
  readonly #filters: readonly [Biquad, Biquad];
  readonly #step: number;
  /** Mean squares of the K-weighted signal per full 100 ms. */
  readonly #energies: number[] = [];
  #state: readonly [number, number, number, number] = [0, 0, 0, 0];
  #sum = 0;
  #count = 0;

  constructor(rate: number) {
    this.#filters = kWeighting(rate);
    this.#step = Math.round(rate / 10);
  }

  take(block: Float32Array): void {
    const [shelf, pass] = this.#filters;
    const [[sb0, sb1, sb2], [sa1, sa2]] = [shelf.b, shelf.a];
    const [[pb0, pb1, pb2], [pa1, pa2]] = [pass.b, pass.a];
    let [s1, s2, p1, p2] = this.#state;
    let n = 0;
    while (n < block.length) {
      const end = Math.min(block.length, n + this.#step - this.#count);
      this.#count += end - n;
      let sum = 0;
      for (; n < end; n += 1) {
        const x = block[n]!;
        const y = sb0 * x + s1;
        s1 = sb1 * x - sa1 * y + s2;
        s2 = sb2 * x - sa2 * y;
        const z = pb0 * y + p1;
        p1 = pb1 * y - pa1 * z + p2;
        p2 = pb2 * y - pa2 * z;
        sum += z * z;
      }
      this.#sum += sum;
      if (this.#count < this.#step) break;
      this.#energies.push(this.#sum / this.#step);
      [this.#sum, this.#count] = [0, 0];
    }
    this.#state = [s1, s2, p1, p2];
  }

  /** In LUFS; −∞ where no block passes the gates. */
  integrated(): number {
    const blocks = this.#blocks();
    const loud = blocks.filter((energy) => lufs(energy) > -70);
    const gate = lufs(mean(loud)) - 10;
    return lufs(mean(loud.filter((energy) => lufs(energy) > gate)));
  }

  /** In LUFS, of 400 ms every 100 ms; empty for anything shorter than one block. */
  momentary(): readonly number[] {
    return this.#blocks().map(lufs);
  }

  #blocks(): readonly number[] {
    const steps = this.#energies;
    const blocks: number[] = [];
    for (let i = 0; i + 4 <= steps.length; i += 1)
      blocks.push((steps[i]! + steps[i + 1]! + steps[i + 2]! + steps[i + 3]!) / 4);
    return blocks;
  }
}

/** How loud a whole sound is. */
export async function loudnessOf(sound: Sound, rate: number): Promise<LoudnessMeter> {
  const meter = new LoudnessMeter(rate);
  await listen(blocksOf(sound), meter);
  return meter;
}

/** Integrated loudness in LUFS; −∞ where no block passes the gates. `rate` in frames a second. */
export const integratedLoudness = (samples: Float32Array, rate: number): number =>
  loudnessIn(samples, rate).integrated();

/** Momentary loudness in LUFS: of 400 ms every 100 ms; empty for anything shorter than one block. */
export const momentaryLoudness = (samples: Float32Array, rate: number): readonly number[] =>
  loudnessIn(samples, rate).momentary();

function loudnessIn(samples: Float32Array, rate: number): LoudnessMeter {
  const meter = new LoudnessMeter(rate);
  meter.take(samples);
  return meter;
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
