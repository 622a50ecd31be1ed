/** To the sound thread. */
export type GateOrder =
  { readonly kind: 'open' | 'close' } | { readonly kind: 'samples-to'; readonly port: MessagePort };

/** From the sound thread. Frames are those of the audio context. */
export type WorkletReport =
  /** Everything before `endFrame` has been heard; `peak` is the largest sample since the last report, 0…1. */
  | { readonly kind: 'block'; readonly endFrame: number; readonly peak: number }
  /** The first frame let through, or the first one held back. */
  | { readonly kind: 'opened' | 'closed'; readonly frame: number };
