export { useVoiceNote, type Note } from './useVoiceNote.ts';
export { SayField } from './SayField.tsx';
export { Said } from './Said.tsx';
