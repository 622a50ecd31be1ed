/* Writing on pages beside what is typed. */
export { InkNote } from './InkNote.tsx';
