/* Writing on pages beside what is typed. What shows it is light; whoever only reads loads nothing that writes. */
export { InkNote } from './InkNote.tsx';
export { NotedPages } from './NotedPages.tsx';
