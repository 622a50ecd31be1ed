export type { Sending } from './captureProtocol.ts';
export type { Alarm, RecorderState, RecorderView } from './recorderView.ts';
export { recoverTake } from './recovery.ts';
export type { FilmsView, TakeFilms } from './takeFilms.ts';
export { TakeRecorder } from './takeRecorder.ts';
export { type LeftTake, leftTakes, removeStored } from './takeStore.ts';
export { rememberMicrophone, useInkVersion, useRecorder, useRecorderView } from './useRecorder.ts';
export { ALARM_WORDS, controlWord, isOver, SENDING_WORDS, stateWords, VERDICT_WORDS } from './words.ts';
