export { useVoiceNote, type Note } from './useVoiceNote.ts';
export { VoiceNote } from './VoiceNote.tsx';
export { Said } from './Said.tsx';
