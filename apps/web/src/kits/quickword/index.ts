export { RecordWord } from './RecordWord.tsx';
