import type { Micros, TimeRange } from '../clock/index.ts';
import { ZERO } from '../clock/index.ts';
import { subtract, union } from '../intervals/index.ts';
import type { TakeEvent } from './events.ts';

/**
 * What of a take goes into the programme: all of it, less what was said again, in rising time.
 * Empty for a take without length.
 */
export function keptRanges(events: readonly TakeEvent[], length: Micros): readonly TimeRange[] {
  const said = events.flatMap((event) =>
    event.kind === 'said-again' && event.to < event.at ? [{ start: event.to, end: event.at }] : [],
  );
  return length > 0 ? subtract([{ start: ZERO, end: length }], union(said)) : [];
}

/** Reads a reference to an earlier take: `id`, or `id@microseconds` when only what came before that moment counts. */
export function earlierEvents(
  reference: string,
  eventsOf: (takeId: string) => readonly TakeEvent[],
): readonly TakeEvent[] {
  const { takeId, until } = readEarlier(reference);
  return eventsOf(takeId).filter((event) => event.at <= until);
}

export function readEarlier(reference: string): { readonly takeId: string; readonly until: number } {
  const [takeId = '', until] = reference.split('@');
  return { takeId, until: until === undefined ? Infinity : Number(until) };
}
