export { Companion } from './Companion.tsx';
export { useCompanion } from './useCompanion.ts';
export type { RoomPage } from './roomPage.ts';
