/** To the sound thread. */
export type GateOrder =
  /** `earlierFrames`: so many frames from before the opening are let through as well, as far as they were heard. */
  | { readonly kind: 'open'; readonly earlierFrames: number }
  | { readonly kind: 'close' }
  | { readonly kind: 'samples-to'; readonly port: MessagePort };

/** From the sound thread. Frames are those of the audio context. */
export type WorkletReport =
  /**
   * Everything before `endFrame` has been heard; `peak` is the largest sample since the last report, 0…1, and
   * `energy` the mean square. `wallMs` is the clock of the machine as the sound thread saw it.
   */
  | {
      readonly kind: 'block';
      readonly endFrame: number;
      readonly peak: number;
      readonly energy: number;
      readonly wallMs: number;
    }
  /** The first frame let through, or the first one held back. */
  | { readonly kind: 'opened' | 'closed'; readonly frame: number };
