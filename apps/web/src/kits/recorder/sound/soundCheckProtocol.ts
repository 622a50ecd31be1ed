import type { SoundCheck, VoiceSwitches } from '@oakbell/core/audio';

/** To the sound check's worker: 48,000 samples a second. */
export interface CheckOrder {
  readonly id: number;
  readonly samples: Float32Array<ArrayBuffer>;
  readonly switches: VoiceSwitches;
}
/** From it: the verdict on the sound as it came, and the sound as the switches have it, as a WAV. */
export type CheckReport =
  | { readonly id: number; readonly ok: true; readonly check: SoundCheck; readonly treated: Blob }
  | { readonly id: number; readonly ok: false; readonly text: string };
