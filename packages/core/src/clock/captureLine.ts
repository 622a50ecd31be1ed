/*
 * Why this exists: a busy machine loses sound before a program hears of it, and what it loses leaves no trace in the
 * samples. But a device says when each block was captured. Blocks are laid on one line of frames by those stamps, so
 * that a frame's number tells its moment: where sound is missing, the line is made longer by as much.
 *
 * Stamps tremble, and the clock of a sound card runs a little faster or slower than the machine's. Only a step that
 * several blocks agree on counts as a loss; what is less is followed slowly.
 */
import { present } from '../present/index.ts';

/** A block of sound as it came. Moments are in milliseconds. */
export interface Captured {
  /** When its first frame was captured, by the clock of the device. */
  readonly stampMs: number;
  /** When it was handed over, by the monotonic clock of the machine. */
  readonly arrivedMs: number;
  /** 1 or more. */
  readonly frames: number;
}

/** Where a block stands on the line: after `lost` frames of silence, without its first `late` frames. */
export interface PlacedSound<Block> {
  readonly block: Block;
  readonly lost: number;
  /** Frames that silence stands for already. */
  readonly late: number;
}

/** A step of the stamps up to this is trembling, in ms. */
const TREMBLES_MS = 25;
/** So many blocks must agree on a step. */
const AGREED = 5;
/** How far back arrivals count for how much later than its capture a block is handed over. */
const WINDOW_MS = 10_000;
/** How much of the difference is followed with each block: a drift of 100 millionths stays within 0.1 ms. */
const FOLLOWED = 0.01;

export class CaptureLine<Block extends Captured> {
  readonly #rate: number;
  #frames = 0;
  /** The stamp of frame 0, as it follows from the newest blocks; null until several blocks agree. */
  #origin: number | null = null;
  /** By the monotonic clock: the moment of the end of the line when it was last known without an origin. */
  #endedMs: number | null = null;
  /** Frames of silence that were laid because nothing came. */
  #filled = 0;
  /** Frames to come that this silence stands for. */
  #owed = 0;
  #held: Block[] = [];
  #lateness: { readonly atMs: number; readonly ms: number }[] = [];

  /** @param rate frames a second of the line */
  constructor(rate: number) {
    this.#rate = rate;
  }

  /** The length of the line in frames. */
  get frames(): number {
    return this.#frames;
  }

  /** The moment of the end of the line by the monotonic clock; null before anything is known. */
  get endMs(): number | null {
    if (this.#origin === null) return this.#endedMs;
    return this.#origin + this.#msOf(this.#frames) + (this.#lateness[0]?.ms ?? 0);
  }

  /** The frame of a moment of the monotonic clock, also before 0 and after the end; null before anything is known. */
  frameAt(ms: number): number | null {
    const { endMs } = this;
    return endMs === null ? null : this.#frames + Math.round(((ms - endMs) * this.#rate) / 1000);
  }

  /** How much later than usual a block was handed over, in ms: 0 or more. */
  lateBy(block: Block): number {
    return Math.max(
      0,
      block.arrivedMs - block.stampMs - this.#msOf(block.frames) - (this.#lateness[0]?.ms ?? Infinity),
    );
  }

  /** A block came. Gives what can be laid down now; a block in doubt waits for the next ones. */
  arrived(block: Block): readonly PlacedSound<Block>[] {
    this.#held.push(block);
    return this.#lay();
  }

  /** Another device speaks from here on: its stamps have nothing to do with those before. */
  restart(): readonly PlacedSound<Block>[] {
    const rest = this.flush();
    this.#endedMs = this.endMs;
    this.#origin = null;
    this.#lateness = [];
    return rest;
  }

  /** Lays down what waits, as if no more came. */
  flush(): readonly PlacedSound<Block>[] {
    if (this.#origin === null && this.#held.length > 0) this.#settle(this.#held);
    return this.#held.splice(0).map((block) => this.#place(block, 0));
  }

  /** Lays silence up to a moment of the monotonic clock, since nothing comes; gives how many frames. */
  fillTo(ms: number): number {
    if (this.endMs === null) this.#endedMs = ms;
    const missing = Math.max(0, present(this.frameAt(ms)) - this.#frames);
    if (this.#origin === null && this.#endedMs !== null) this.#endedMs += this.#msOf(missing);
    this.#frames += missing;
    this.#filled += missing;
    return missing;
  }

  #lay(): readonly PlacedSound<Block>[] {
    const placed: PlacedSound<Block>[] = [];
    if (this.#origin === null) {
      if (this.#held.length < AGREED) return placed;
      this.#settle(this.#held);
    }
    while (this.#held.length > 0) {
      if (this.#owed > 0) {
        placed.push(this.#place(present(this.#held.shift()), 0));
        continue;
      }
      const apart = this.#apart();
      const step = this.#stepIn(apart);
      if (step === 'unsure') break;
      if (step < 0) this.#backBy(-step);
      const lost = Math.max(0, Math.round((step * this.#rate) / 1000));
      placed.push(this.#place(present(this.#held.shift()), lost));
    }
    return placed;
  }

  /** How much later than the line says each block that waits was captured, in ms. */
  #apart(): readonly number[] {
    let at = this.#frames;
    return this.#held.map((block) => {
      const apart = block.stampMs - present(this.#origin) - this.#msOf(at);
      at += block.frames;
      return apart;
    });
  }

  /** The step before the first block that waits, in ms; 0 where it follows. */
  #stepIn(apart: readonly number[]): number | 'unsure' {
    const trembles = (ms: number) => Math.abs(ms) <= TREMBLES_MS;
    const side = Math.sign(present(apart[0]));
    const back = apart.findIndex((ms) => trembles(ms) || Math.sign(ms) !== side);
    if (trembles(present(apart[0])) || (back > 0 && back < AGREED)) return 0;
    if (apart.length < AGREED) return 'unsure';
    return side * Math.min(...apart.slice(0, AGREED).map(Math.abs));
  }

  /** The stamps went back: what was filled in meanwhile comes late; otherwise the line is taken to be longer. */
  #backBy(ms: number): void {
    this.#owed = Math.min(this.#filled, Math.round((ms * this.#rate) / 1000));
    this.#filled = 0;
    if (this.#owed > 0) return;
    this.#origin = present(this.#origin) - ms;
    this.#lateness = [];
  }

  #place(block: Block, lost: number): PlacedSound<Block> {
    const late = Math.min(this.#owed, block.frames);
    this.#owed -= late;
    this.#frames += lost;
    const apart = block.stampMs + this.#msOf(late) - present(this.#origin) - this.#msOf(this.#frames);
    if (Math.abs(apart) <= TREMBLES_MS) {
      this.#origin = present(this.#origin) + apart * FOLLOWED;
      this.#noteLateness(block);
    }
    this.#frames += block.frames - late;
    this.#filled = 0;
    return { block, lost, late };
  }

  /** Finds where the line is by the stamps, from the newest of several blocks back. */
  #settle(blocks: readonly Block[]): void {
    const newest = present(blocks.at(-1));
    const before = blocks.reduce((sum, block) => sum + block.frames, 0) - newest.frames;
    const first = newest.stampMs - this.#msOf(before);
    // What was captured before the clock of the device was right says nothing about how late blocks come.
    let at = 0;
    for (const block of blocks) {
      if (Math.abs(block.stampMs - first - this.#msOf(at)) <= TREMBLES_MS) this.#noteLateness(block);
      at += block.frames;
    }
    this.#origin = first - this.#msOf(this.#frames);
    if (this.#endedMs === null) return;
    // The line went on while there was no device: what came first is as far behind its end as the clock says.
    const startMs = first + present(this.#lateness[0]).ms;
    this.#origin -= startMs - this.#endedMs;
    this.#endedMs = null;
  }

  #noteLateness(block: Block): void {
    const ms = block.arrivedMs - block.stampMs - this.#msOf(block.frames);
    const recent = this.#lateness.filter((one) => one.atMs > block.arrivedMs - WINDOW_MS);
    while (recent.length > 0 && present(recent.at(-1)).ms >= ms) recent.pop();
    recent.push({ atMs: block.arrivedMs, ms });
    this.#lateness = recent;
  }

  #msOf(frames: number): number {
    return (frames * 1000) / this.#rate;
  }
}
