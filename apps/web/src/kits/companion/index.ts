export { Line, type LineState } from './line.ts';
export { DeviceClock } from './deviceClock.ts';
export { SentActs, TakenActs } from './sentActs.ts';
