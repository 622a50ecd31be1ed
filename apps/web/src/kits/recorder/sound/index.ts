export { MICROPHONE_WORDS, type MicrophoneFault, microphones } from './microphone.ts';
export { LoadWatch, type Shed } from './loadWatch.ts';
export type { CheckOrder, CheckReport } from './soundCheckProtocol.ts';
export type { Lost } from './soundProtocol.ts';
export { SoundInput } from './soundInput.ts';
export { SoundSample } from './soundSample.ts';
export { keepSwitches, switchesOf } from './soundSwitches.ts';
export { SoundWatch } from './soundWatch.ts';
export { SpeechPauses } from './speechPauses.ts';
