export { Timeline } from './Timeline.tsx';
export type { PageTurn } from './Notches.tsx';
export type { SeamMark } from './Seams.tsx';
export { SeenBar } from './SeenBar.tsx';
export type { Lane, LaneBar } from './LaneRow.tsx';
export { pinsOf, type Pin } from './Pins.tsx';
