export { TakeRecorder, type Alarm, type RecorderState, type RecorderView } from './takeRecorder.ts';
export { microphones, MICROPHONE_WORDS, type MicrophoneFault } from './microphone.ts';
export { leftTakes, removeStored, type LeftTake } from './takeStore.ts';
export { recoverTake } from './recovery.ts';
export type { PenPoint } from './liveInk.ts';
export { Room } from './Room.tsx';
export type { RoomPage } from './roomProps.ts';
