/*
 * Why this exists: the microphone's sample clock is the only clock of a take. A pen event carries the
 * browser's own time stamp, so it has to be translated. The worklet reports, with each block of sound, the
 * context frame at which the block ends; the report arrives a little late, never early. The smallest lateness
 * of the last moments is therefore the best estimate of the offset between the two clocks. A long memory would go
 * wrong after a slip of the context clock, which a busy machine makes: a sound thread that comes too late loses
 * frames, and everything after it is heard later than the old offset tells. Until it is forgotten, ink is off.
 *
 * Frames that a pause held back do not exist in the take. The clock keeps the stretches that were let
 * through and counts only those.
 */
import type { Micros } from './micros.ts';
import { fromFrames } from './micros.ts';

/** How far back, in milliseconds, arrivals count for the offset: three or four of them. */
const WINDOW_MS = 150;

interface Arrival {
  readonly atMs: number;
  readonly offsetMs: number;
}
interface LetThrough {
  readonly startFrame: number;
  /** Frames of the take before this stretch. */
  readonly before: number;
  endFrame: number | null;
}

export class SampleClock {
  readonly #rate: number;
  #arrivals: Arrival[] = [];
  #stretches: LetThrough[] = [];

  /** @param rate frames a second of the microphone's context */
  constructor(rate: number) {
    this.#rate = rate;
  }

  /** A block that ends before context frame `endFrame` was reported at `arrivedMs` (the time base of events). */
  blockArrived(endFrame: number, arrivedMs: number): void {
    const offsetMs = arrivedMs - (endFrame * 1000) / this.#rate;
    const recent = this.#arrivals.filter((arrival) => arrival.atMs > arrivedMs - WINDOW_MS);
    // Only arrivals that could still be the minimum of some later window are kept: the list stays short.
    while (recent.length > 0 && recent[recent.length - 1]!.offsetMs >= offsetMs) recent.pop();
    recent.push({ atMs: arrivedMs, offsetMs });
    this.#arrivals = recent;
  }

  /** The gate opened: context frame `frame` is the first one let through. Opening twice changes nothing. */
  opened(frame: number): void {
    if (this.#open()) return;
    this.#stretches.push({ startFrame: frame, before: this.takeFramesBefore(frame), endFrame: null });
  }

  /** The gate closed: `frame` is the first one held back. */
  closed(frame: number): void {
    const open = this.#open();
    if (open) open.endFrame = Math.max(frame, open.startFrame);
  }

  /** Whether sound is let through now. */
  get running(): boolean {
    return this.#open() !== undefined;
  }

  /** The number of take frames before context frame `frame`: 0 before the first opening. */
  takeFramesBefore(frame: number): number {
    let low = 0;
    let high = this.#stretches.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.#stretches[middle]!.startFrame <= frame) low = middle + 1;
      else high = middle;
    }
    const stretch = this.#stretches[low - 1];
    if (!stretch) return 0;
    return stretch.before + Math.min(frame, stretch.endFrame ?? frame) - stretch.startFrame;
  }

  /** The context frame that was being heard at `eventMs`, or null before the first block. */
  contextFrameAt(eventMs: number): number | null {
    const best = this.#arrivals[0];
    return best ? ((eventMs - best.offsetMs) * this.#rate) / 1000 : null;
  }

  /** Take time of an event; a moment within a pause is the moment the pause began. 0 before the first block. */
  takeTimeAt(eventMs: number): Micros {
    const frame = this.contextFrameAt(eventMs);
    return fromFrames(frame === null ? 0 : Math.round(this.takeFramesBefore(frame)), this.#rate);
  }

  #open(): LetThrough | undefined {
    const last = this.#stretches[this.#stretches.length - 1];
    return last && last.endFrame === null ? last : undefined;
  }
}
