import type { Sending } from './captureProtocol.ts';
import type { Alarm, RecorderState } from './recorderView.ts';
import type { Verdict } from '@oakbell/core/audio';
import type { Shed } from '../sound/index.ts';

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

/** Nothing more is recorded: the take is looked at. */
export const isOver = ({ kind }: RecorderState): boolean =>
  kind === 'recorded' || kind === 'stopping' || kind === 'failed';

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
  'voice-lost':
    'Part of what you said was lost, because this computer is too busy. Close other programs and tabs, then press “Say that again”.',
  silent: 'Nothing has been heard for a while. Is the microphone muted?',
  clipping: 'The voice is too loud and is being clipped. Move away a little or turn the microphone down.',
  'camera-gone':
    'The camera is gone. Voice and ink are still recorded. Plug it in again, or choose another one under Camera.',
  'sharing-ended': 'The other window is no longer shared. Recording goes on.',
  'taken-over': 'Another window records this lesson now. This take was stopped; what was recorded here is kept.',
};

/** What the machine is spared so that no word is lost: short, it stands beside the clock. Nothing where it keeps up. */
export function spareWords(shed: Shed, camera: boolean): string | null {
  if (shed === 0) return null;
  if (shed === 3) return 'Very busy computer: ink appears a little later here';
  if (!camera) return 'Busy computer: close what you do not need';
  return shed === 1
    ? 'Busy computer: the camera takes fewer pictures'
    : 'Busy computer: the camera is recorded, not shown';
}

export const SENDING_WORDS: Readonly<Record<Sending, string>> = {
  fine: 'Everything is saved',
  waiting: 'The server is away. Your recording is safe in this browser and is sent as soon as the server is back.',
  'signed-out': 'You were signed out. Recording goes on and is safe in this browser. Sign in to have it sent.',
};

/** The verdicts of the sound check: what was heard, and what to do now. */
export const VERDICT_WORDS: Readonly<Record<Verdict, { readonly what: string; readonly todo: string }>> = {
  good: { what: 'This sounds good', todo: 'Keep this distance and this place, and record.' },
  'no-signal': {
    what: 'Nothing arrives from this microphone',
    todo: 'Is it muted at the cable or on the headset? Otherwise choose another microphone above.',
  },
  'wrong-device': {
    what: 'This is probably not the microphone you mean',
    todo: 'It sounds like a telephone line. Headsets often appear twice: choose the other entry, or the cable instead of Bluetooth.',
  },
  'too-loud': {
    what: 'Too loud: the voice is clipped',
    todo: 'Turn the microphone down in the settings of the machine, or move a hand’s breadth away.',
  },
  'too-quiet': { what: 'Too quiet', todo: 'Move closer, or turn the microphone up. Gain below helps a little.' },
  hum: {
    what: 'There is a hum from the mains',
    todo: 'Unplug the charger of the laptop, or use another socket or cable. Keep the cable away from lamps.',
  },
  noise: {
    what: 'The room is noisy',
    todo: 'Close the window, move away from the fan or projector, or switch noise reduction on below.',
  },
  echo: {
    what: 'The room echoes',
    todo: 'Move closer to the microphone. Curtains, coats or an open cupboard near you swallow the echo.',
  },
  'no-speech': { what: 'The microphone works, but nobody spoke', todo: 'Press again and speak for the ten seconds.' },
};
