export { DeskPage } from './DeskPage.tsx';
export { tellKept } from './keptVisits.ts';
