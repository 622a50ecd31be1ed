export { type Device, isPractice, PRACTICE_CAMERA, PRACTICE_VOICE } from './practice.ts';
export { openPracticeCamera } from './practiceCamera.ts';
export { openPracticeVoice } from './practiceVoice.ts';
export { PracticeHand, usePracticeHand } from './PracticeHand.tsx';
export type { PracticePoint } from './practiceHand.ts';
