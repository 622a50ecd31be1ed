export { Room } from './Room.tsx';
export type { RoomActs } from './roomActs.ts';
export { leftBy, roomPages } from './roomPages.ts';
export { useStayInRoom } from './useStayInRoom.ts';
