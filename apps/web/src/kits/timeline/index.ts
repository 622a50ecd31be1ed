export { Timeline, type PageTurn, type SeamMark } from './Timeline.tsx';
export { SeenBar } from './SeenBar.tsx';
export type { Lane, LaneBar } from './LaneRow.tsx';
