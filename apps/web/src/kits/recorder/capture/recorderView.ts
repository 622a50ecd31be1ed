import type { Micros } from '@oakbell/core/clock';
import type { MicrophoneFault, Shed } from '../sound/index.ts';
import type { Sending } from './captureProtocol.ts';

/** What the recorder is doing. Each state has only what it needs. */
export type RecorderState =
  | { readonly kind: 'listening' }
  /** With `joins`, the take goes on from that moment: the last sentence is said again. */
  | { readonly kind: 'countdown'; readonly left: number; readonly joins?: Micros }
  | { readonly kind: 'recording' }
  | { readonly kind: 'paused' }
  | { readonly kind: 'stopping' }
  /** Recorded; `finished` once the server has it whole. */
  | {
      readonly kind: 'recorded';
      readonly takeId: string;
      readonly length: Micros;
      readonly voice: Blob | null;
      readonly films: ReadonlyMap<number, Blob>;
      readonly finished: boolean;
    }
  | { readonly kind: 'failed'; readonly code: string; readonly text: string };

/** Things a teacher must hear of while recording; each at most once until it is over. */
export type Alarm =
  | 'storage-full'
  | 'microphone-gone'
  | 'voice-lost'
  | 'silent'
  | 'clipping'
  | 'taken-over'
  | 'camera-gone'
  | 'sharing-ended';

/** The microphone: being opened, there, or why there is none. */
export type SoundState = 'opening' | 'there' | MicrophoneFault;

export interface RecorderView {
  readonly sound: SoundState;
  readonly state: RecorderState;
  readonly sending: Sending;
  readonly alarms: readonly Alarm[];
  /** What the machine is spared so that the voice gets through. */
  readonly shed: Shed;
  /** How much of the voice never arrived so far, in ms. */
  readonly lostMs: number;
  readonly page: string;
  /** How far down each page has grown and is scrolled, in page units; pages that are not here stand as they were. */
  readonly heights: ReadonlyMap<string, number>;
  readonly tops: ReadonlyMap<string, number>;
}
