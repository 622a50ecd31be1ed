export { guardedHistory } from './guardedHistory.ts';
export { useLeaving } from './useLeaving.ts';
