export type { Alarm, RecorderState, RecorderView } from './recorderView.ts';
export { TakeRecorder } from './takeRecorder.ts';
export { microphones, MICROPHONE_WORDS, type MicrophoneFault } from './microphone.ts';
export { leftTakes, removeStored, type LeftTake } from './takeStore.ts';
export { recoverTake } from './recovery.ts';
export type { PenPoint } from './liveInk.ts';
export { Room } from './Room.tsx';
export type { RoomPage } from './roomProps.ts';
export { useStayInRoom } from './useStayInRoom.ts';
