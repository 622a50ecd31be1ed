/** To the sound worker. Moments are in ms since the epoch by the monotonic clock: `performance.timeOrigin` + `now()`. */
export type SoundOrder =
  /** A microphone speaks from here on, as its track hands it over. */
  | { readonly kind: 'hear'; readonly blocks: ReadableStream<AudioData> }
  /** Where tracks hand nothing over: the sound thread sends what it hears. */
  | { readonly kind: 'hear-thread'; readonly blocks: MessagePort }
  /** Lets sound through from this moment on; what was heard shortly before is still there. */
  | { readonly kind: 'open'; readonly fromMs: number }
  | { readonly kind: 'close'; readonly atMs: number }
  /** Where samples go that are let through: 16-bit, one channel, then `closed` after each closing. */
  | { readonly kind: 'samples-to'; readonly port: MessagePort };

/** Why there is silence where sound should be. */
export type Lost = 'busy' | 'nothing';

/** From the sound worker. Frames are those of one line that runs from the first sound on, gaps and all. */
export type SoundReport =
  /**
   * Everything before `endFrame` has been heard; that was at `endMs`. `peak` is the largest sample since the last
   * report, 0…1, `energy` the mean square, `lateMs` how much later than usual sound was handed over, at the worst.
   */
  | {
      readonly kind: 'block';
      readonly endFrame: number;
      readonly endMs: number;
      readonly peak: number;
      readonly energy: number;
      readonly lateMs: number;
    }
  /** The first frame let through, or the first one held back. */
  | { readonly kind: 'opened' | 'closed'; readonly frame: number }
  /**
   * These frames were let through as silence. `busy`: what was said there never arrived; `nothing`: the microphone says
   * nothing at all.
   */
  | { readonly kind: 'lost'; readonly frame: number; readonly frames: number; readonly why: Lost };

/** From the sound thread: one channel, and the clock of the machine as the thread saw it at the end of the block. */
export interface ThreadBlock {
  readonly samples: Float32Array<ArrayBuffer>;
  readonly wallMs: number;
}
