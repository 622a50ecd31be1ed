export * from './client.ts';
export * from './session.ts';
export * from './lessons.ts';
export * from './media.ts';
export { ownName, personHere } from './whose.ts';
export { useServerEvents } from './events.ts';
export { inTurn } from './turns.ts';
export { useBringing } from './useBringing.ts';
