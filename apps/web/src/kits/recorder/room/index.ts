export { Room } from './Room.tsx';
export { leftBy, roomPages } from './roomPages.ts';
export { useStayInRoom } from './useStayInRoom.ts';
