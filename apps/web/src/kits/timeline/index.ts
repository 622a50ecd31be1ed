export { Timeline, type PageTurn, type SeamMark } from './Timeline.tsx';
export { SeenBar } from './SeenBar.tsx';
