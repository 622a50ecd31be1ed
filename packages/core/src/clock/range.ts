import { micros, type Micros } from './micros.ts';

/** A half-open stretch of time: `start` in, `end` out. Empty when start = end. */
export interface TimeRange {
  readonly start: Micros;
  readonly end: Micros;
}

/** @throws RangeError when the end comes before the start. */
export function timeRange(start: Micros, end: Micros): TimeRange {
  if (end < start) throw new RangeError(`a stretch cannot end (${end} µs) before it starts (${start} µs)`);
  return { start, end };
}

/** The length of a stretch in microseconds, 0 when empty. */
export const lengthOf = (range: TimeRange): Micros => micros(range.end - range.start);

/** Whether `time` lies in the stretch; its end does not. */
export const holds = (range: TimeRange, time: Micros): boolean => time >= range.start && time < range.end;
