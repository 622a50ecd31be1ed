import type { Alarm, RecorderState } from './takeRecorder.ts';
import type { Sending } from './captureProtocol.ts';

/** The state in words: on the screen and in the tab's title. */
export function stateWords(state: RecorderState): string {
  switch (state.kind) {
    case 'listening':
      return 'Ready to record';
    case 'countdown':
      return state.joins === undefined ? `Recording starts in ${state.left}` : `Say it again in ${state.left}`;
    case 'recording':
      return 'Recording';
    case 'paused':
      return 'Paused: nothing is recorded';
    case 'stopping':
      return 'Finishing the take';
    case 'recorded':
      return 'Take recorded';
    case 'failed':
      return 'Recording stopped';
  }
}

/** What pressing the round control does. */
export function controlWord(state: RecorderState): 'Record' | 'Pause' | 'Go on' | 'Cancel' | null {
  switch (state.kind) {
    case 'listening':
      return 'Record';
    case 'countdown':
      return 'Cancel';
    case 'recording':
      return 'Pause';
    case 'paused':
      return 'Go on';
    default:
      return null;
  }
}

export const ALARM_WORDS: Readonly<Record<Alarm, string>> = {
  'storage-full':
    'The storage of this browser is full. Recording goes on and is sent straight to the server. Keep this page open until it says that the take is saved.',
  'microphone-gone': 'The microphone is gone. Ink is still recorded. Plug it in again, or choose another one below.',
  silent: 'Nothing has been heard for a while. Is the microphone muted?',
  clipping: 'The voice is too loud and is being clipped. Move away a little or turn the microphone down.',
  'taken-over': 'Another window records this lesson now. This take was stopped; what was recorded here is kept.',
};

export const SENDING_WORDS: Readonly<Record<Sending, string>> = {
  fine: 'Everything is saved',
  waiting: 'The server is away. Your recording is safe in this browser and is sent as soon as the server is back.',
  'signed-out': 'You were signed out. Recording goes on and is safe in this browser. Sign in to have it sent.',
};
