import { micros, type Micros, type TimeRange } from '../clock/index.ts';
import { intersect, union } from '../intervals/index.ts';
import type { TakeEvent } from './events.ts';

/** Writing that pauses for less than this is one stretch of writing. */
const HAND_RESTS_US = 1_500_000;
/** Shorter silent writing is not worth an offer. */
const SHORTEST_US = 3_000_000;

/**
 * The stretches in which the pen wrote and nothing was said: 3 s or more each, in rising time.
 * @param quiet where the voice rests, as found in the sound
 */
export function silentWriting(events: readonly TakeEvent[], quiet: readonly TimeRange[]): readonly TimeRange[] {
  const writing: TimeRange[] = [];
  for (const event of events) {
    if (event.kind !== 'stroke' && event.kind !== 'more') continue;
    const last = event.points[event.points.length - 1] ?? 0;
    const end = micros(event.at + last * 1000 + HAND_RESTS_US);
    writing.push({ start: event.at, end });
  }
  const held = union(writing).map(({ start, end }) => ({ start, end: micros(end - HAND_RESTS_US) }));
  return intersect(held, quiet).filter(({ start, end }) => end - start >= SHORTEST_US);
}

/** The end of the last pause in speech of at least `shortest` before `now`; 0 where there was none. */
export function lastPauseBefore(quiet: readonly TimeRange[], now: Micros, shortest: Micros): Micros {
  const ended = quiet.filter(({ start, end }) => end < now && end - start >= shortest);
  return micros(ended[ended.length - 1]?.end ?? 0);
}
