export type { Sending } from './captureProtocol.ts';
export type { Alarm, RecorderState, RecorderView, SoundState } from './recorderView.ts';
export { recoverTake } from './recovery.ts';
export { CAMERA_RATE, type FilmsView, type TakeFilms } from './takeFilms.ts';
export { TakeRecorder, type Before } from './takeRecorder.ts';
export { type LeftTake, leftTakes, removeStored } from './takeStore.ts';
export {
  rememberedMicrophone,
  rememberMicrophone,
  useInkVersion,
  useRecorder,
  useRecorderView,
} from './useRecorder.ts';
export { ALARM_WORDS, controlWord, isOver, SENDING_WORDS, spareWords, stateWords, VERDICT_WORDS } from './words.ts';
