export { DeskPage } from './DeskPage.tsx';
export { freshenKept } from './keeping/keeper.ts';
export { tellKept } from './keptVisits.ts';
