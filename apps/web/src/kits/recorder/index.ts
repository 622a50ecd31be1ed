export {
  rememberedMicrophone,
  leftTakes,
  recoverTake,
  removeStored,
  TakeRecorder,
  type Alarm,
  type Before,
  type LeftTake,
  type RecorderState,
  type RecorderView,
} from './capture/index.ts';
export type { RoomPage } from './companion/index.ts';
export { leftBy, Room, roomPages, useStayInRoom, type RoomActs } from './room/index.ts';
export { microphones, MICROPHONE_WORDS, type MicrophoneFault } from './sound/index.ts';
