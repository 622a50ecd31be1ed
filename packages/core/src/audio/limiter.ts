import type { Stage } from './sound.ts';

/** How far ahead the limiter sees, and how fast it lets go. */
const LOOK_AHEAD_S = 0.004;
const RELEASE_S = 0.12;

/** The signal with a gain and no sample over the ceiling; a falling gain begins before the peak, never after. */
export class Limiter implements Stage {
  readonly #gain: number;
  readonly #ceiling: number;
  readonly #ahead: number;
  readonly #release: number;
  /** The samples that are seen and not yet let go: sample `n` lies at `n % length`. */
  readonly #seen: Float32Array;
  readonly #lowest: LowestAhead;
  #held = 1;
  #frame = 0;

  /** @param gain as a factor @param ceiling as a share of full scale @param rate frames a second */
  constructor(gain: number, ceiling: number, rate: number) {
    this.#gain = gain;
    this.#ceiling = ceiling;
    this.#ahead = Math.max(1, Math.round(LOOK_AHEAD_S * rate));
    this.#release = 1 - Math.exp(-1 / (RELEASE_S * rate));
    this.#seen = new Float32Array(this.#ahead);
    this.#lowest = new LowestAhead(this.#ahead);
  }

  take(block: Float32Array): Float32Array {
    const ahead = this.#ahead;
    const out = new Float32Array(Math.max(0, block.length - Math.max(0, ahead - this.#frame)));
    let o = 0;
    for (let i = 0; i < block.length; i += 1) {
      const n = this.#frame + i;
      const size = Math.abs(block[i]!) * this.#gain;
      if (size > this.#ceiling) this.#lowest.add(n, this.#ceiling / size);
      if (n >= ahead) out[o++] = this.#next(n - ahead);
      this.#seen[n % ahead] = block[i]!;
    }
    this.#frame += block.length;
    return out;
  }

  end(): Float32Array {
    const first = Math.max(0, this.#frame - this.#ahead);
    return Float32Array.from({ length: this.#frame - first }, (_, i) => this.#next(first + i));
  }

  #next(n: number): number {
    const target = this.#lowest.from(n);
    this.#held = target < this.#held ? target : this.#held + (target - this.#held) * this.#release;
    return this.#seen[n % this.#ahead]! * this.#gain * Math.min(this.#held, target);
  }
}

/** The lowest share within a window that moves on, by a queue of rising candidates in a ring. */
class LowestAhead {
  readonly #at: Float64Array;
  readonly #share: Float64Array;
  #head = 0;
  #tail = 0;

  /** @param window frames after the first that are in the window too */
  constructor(window: number) {
    this.#at = new Float64Array(window + 2);
    this.#share = new Float64Array(window + 2);
  }

  add(at: number, share: number): void {
    const size = this.#at.length;
    while (this.#tail > this.#head && this.#share[(this.#tail - 1) % size]! >= share) this.#tail -= 1;
    this.#at[this.#tail % size] = at;
    this.#share[this.#tail % size] = share;
    this.#tail += 1;
  }

  /** The lowest share at frame `at` or later; 1 where nothing is to be held. */
  from(at: number): number {
    const size = this.#at.length;
    while (this.#head < this.#tail && this.#at[this.#head % size]! < at) this.#head += 1;
    return this.#head < this.#tail ? this.#share[this.#head % size]! : 1;
  }
}
