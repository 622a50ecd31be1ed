export { Room } from './Room.tsx';
export { useStayInRoom } from './useStayInRoom.ts';
