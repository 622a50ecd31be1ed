/** Silence for so long, where there was sound before, is told. */
const SILENT_AFTER_MS = 4000;
/** Peaks under this are silence: −50 dBFS. */
const SILENT_PEAK = 0.003;
const CLIPPED_PEAK = 0.999;
/** A clipped word is told for so long. */
const CLIPPED_FOR_MS = 2000;

/** Watches the level of a microphone for what a teacher must hear of. Moments are in ms of any one clock. */
export class SoundWatch {
  #heardAt: number | null = null;
  #clippedAt = -Infinity;

  /** @param peak the largest sample since the last time, 0…1 */
  heard(peak: number, atMs: number): void {
    if (peak > SILENT_PEAK) this.#heardAt = atMs;
    if (peak >= CLIPPED_PEAK) this.#clippedAt = atMs;
  }

  /** Nothing is heard any more, where something was. */
  isSilent(atMs: number): boolean {
    return this.#heardAt !== null && atMs - this.#heardAt > SILENT_AFTER_MS;
  }
  isClipping(atMs: number): boolean {
    return atMs - this.#clippedAt < CLIPPED_FOR_MS;
  }
}
