/** What is known of a take before anything was recorded; kept beside it so that it can be taken up again. */
export interface TakeFacts {
  readonly takeId: string;
  readonly lessonId: string;
  /** Who records: what is left in this browser is offered to nobody else. */
  readonly personId: string;
  readonly windowKey: string;
  /** ISO moment at which Record was pressed. */
  readonly openedAt: string;
  readonly takeOver: boolean;
  /** A voice that is spoken over a lesson: not added to its end. */
  readonly aside?: boolean;
}

/** To the capture worker. */
export type CaptureOrder =
  | { readonly kind: 'begin'; readonly facts: TakeFacts; readonly samples: MessagePort }
  | { readonly kind: 'log'; readonly text: string }
  /** The next bytes of the file of a film. */
  | { readonly kind: 'film'; readonly run: number; readonly bytes: Uint8Array<ArrayBuffer> }
  /** All sound is in once the sound thread has said `closed` so many times: once a pause, and once at the end. */
  | { readonly kind: 'finish'; readonly closings: number }
  /** Takes up a take that lies in this browser's storage, sends what is missing and finishes it. */
  | { readonly kind: 'recover'; readonly facts: TakeFacts }
  | { readonly kind: 'discard' };

/** Where sending stands. `waiting`: the server is away and is tried again; `signed-out`: someone must sign in. */
export type Sending = 'fine' | 'waiting' | 'signed-out';

/** From the capture worker. */
export type CaptureReport =
  | { readonly kind: 'sending'; readonly state: Sending; readonly partsWaiting: number }
  | { readonly kind: 'storage-full' }
  | { readonly kind: 'taken-over' }
  /** All sound is in; `voice` plays it at once, also while it is still being sent. */
  | {
      readonly kind: 'recorded';
      readonly frames: number;
      readonly voice: Blob | null;
      /** The films by run, as far as this browser has stored them. */
      readonly films: ReadonlyMap<number, Blob>;
    }
  | { readonly kind: 'finished'; readonly frames: number }
  | { readonly kind: 'failed'; readonly code: string; readonly text: string };
