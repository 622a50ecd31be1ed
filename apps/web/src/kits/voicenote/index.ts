export { useVoiceNote, type Note } from './useVoiceNote.ts';
export { VoiceNote } from './VoiceNote.tsx';
export { Spoken } from './Spoken.tsx';
