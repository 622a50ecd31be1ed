export { Timeline, type PageTurn } from './Timeline.tsx';
export { SeenBar } from './SeenBar.tsx';
