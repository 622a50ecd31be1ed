export * from './notes.tsx';
export * from './dates.ts';
export * from './IconAction.tsx';
export * from './useKeys.ts';
export * from './ShareBar.tsx';
export * from './PageTitle.tsx';
export * from './KeyHelp.tsx';
export * from './offerUndo.tsx';
export { DialogFoot } from './DialogFoot.tsx';
