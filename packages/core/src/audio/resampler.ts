/*
 * A microphone hands over sound at the rate of its device; a take has one rate. Each output frame is a sum of the
 * input frames around it, weighted by a sinc under a Kaiser window (Smith, "Digital Audio Resampling"), so nothing
 * above the lower of both band limits comes through as something else.
 */
import { present } from '../present/index.ts';

/** Zero crossings of the sinc to each side: longer is sharper. */
const CROSSINGS = 16;
/** The filter passes so much of the lower band: what is left is its slope. */
const PASSED = 0.92;
const KAISER_BETA = 8;
/** Positions between two input frames that are told apart; rates of everyday devices need fewer. */
const MOST_PHASES = 1024;

/** Brings sound of one channel from one rate to another, block by block, without a seam between blocks. */
export class Resampler {
  readonly #step: number;
  readonly #reach: number;
  readonly #phases: readonly Float32Array[];
  /** Input that is still needed; its first frame is frame `#from` of the whole input. */
  #input: Float32Array;
  #from: number;
  #made = 0;

  /** @param from frames a second that come in  @param to frames a second that go out; both above 0 */
  constructor(from: number, to: number) {
    const common = greatestCommonDivisor(from, to);
    const band = Math.min(1, to / from) * PASSED;
    this.#step = from / to;
    this.#reach = Math.ceil(CROSSINGS / band);
    const count = Math.min(MOST_PHASES, to / common);
    this.#phases = from === to ? [] : Array.from({ length: count }, (_, i) => weights(i / count, band, this.#reach));
    this.#input = new Float32Array(this.#reach);
    this.#from = -this.#reach;
  }

  /** @param block samples −1…1; gives as many frames as can be made of what came so far */
  push(block: Float32Array<ArrayBuffer>): Float32Array<ArrayBuffer> {
    if (this.#phases.length === 0) return block;
    const input = new Float32Array(this.#input.length + block.length);
    input.set(this.#input);
    input.set(block, this.#input.length);
    const end = this.#from + input.length;
    const count = Math.max(0, Math.ceil((end - this.#reach) / this.#step) - this.#made);
    const output = new Float32Array(count);
    for (let i = 0; i < count; i += 1) output[i] = this.#frameAt((this.#made + i) * this.#step, input);
    this.#made += count;
    const needed = Math.floor(this.#made * this.#step) - this.#reach;
    this.#input = input.slice(Math.max(0, needed - this.#from));
    this.#from = Math.max(this.#from, needed);
    return output;
  }

  #frameAt(position: number, input: Float32Array): number {
    const phase = Math.round((position - Math.floor(position)) * this.#phases.length);
    const whole = Math.floor(position) + Math.floor(phase / this.#phases.length);
    const taps = present(this.#phases[phase % this.#phases.length]);
    const first = whole - this.#reach + 1 - this.#from;
    let sum = 0;
    for (let k = 0; k < taps.length; k += 1) sum += taps[k]! * (input[first + k] ?? 0);
    return sum;
  }
}

/** The weights of the input frames from `reach` − 1 before to `reach` after a place `phase` behind an input frame. */
function weights(phase: number, band: number, reach: number): Float32Array {
  const taps = Float32Array.from({ length: 2 * reach }, (_, k) => {
    const away = k - reach + 1 - phase;
    const x = Math.PI * away * band;
    const sinc = x === 0 ? 1 : Math.sin(x) / x;
    const edge = away / reach;
    return Math.abs(edge) >= 1 ? 0 : sinc * bessel(KAISER_BETA * Math.sqrt(1 - edge * edge));
  });
  const sum = taps.reduce((all, tap) => all + tap, 0);
  return taps.map((tap) => tap / sum);
}

/** The modified Bessel function of the first kind and order 0, by its series. */
function bessel(x: number): number {
  let [sum, term] = [1, 1];
  for (let k = 1; term > sum * 1e-9; k += 1) {
    term *= (x / 2 / k) ** 2;
    sum += term;
  }
  return sum;
}

const greatestCommonDivisor = (a: number, b: number): number => (b === 0 ? a : greatestCommonDivisor(b, a % b));
