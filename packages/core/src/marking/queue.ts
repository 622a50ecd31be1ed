/* The order in which hand-ins are marked, and which of them are looked at. */

/** By what a queue is in order. `unseen` is without names: in an order that says nothing of who made what. */
export const ORDERS = ['name', 'time', 'unseen'] as const;
export type Order = (typeof ORDERS)[number];
/**
 * Which are looked at: all, those not handed back, those that came late, those that were heard, those that answer back,
 * those that were removed.
 */
export const FILTERS = ['all', 'waiting', 'ready', 'late', 'heard', 'answered', 'removed'] as const;
export type Filter = (typeof FILTERS)[number];

/** What is known of a hand-in in a queue. */
export interface Queued {
  readonly submissionId: string;
  readonly learnerName: string;
  readonly handedInAt: string;
  readonly state: 'handed-in' | 'handed-back' | 'removed';
  /** Marked, and kept until all are handed back together. */
  readonly ready: boolean;
  readonly late: boolean;
  readonly heardAt: string | null;
  /** Something that its learner says or asks of the feedback waits for an answer. */
  readonly answered: boolean;
}

/**
 * A queue in order. Without names it goes by the names of the hand-ins themselves, which are drawn by lot.
 * @param names how names are ordered in the language of the school
 */
export function inOrder<T extends Pick<Queued, 'submissionId' | 'learnerName' | 'handedInAt'>>(
  queue: readonly T[],
  order: Order,
  names: (a: string, b: string) => number = (a, b) => (a < b ? -1 : a > b ? 1 : 0),
): readonly T[] {
  const lot = (a: T, b: T): number => (a.submissionId < b.submissionId ? -1 : a.submissionId > b.submissionId ? 1 : 0);
  const by: Readonly<Record<Order, (a: T, b: T) => number>> = {
    name: (a, b) => names(a.learnerName, b.learnerName),
    time: (a, b) => (a.handedInAt < b.handedInAt ? -1 : a.handedInAt > b.handedInAt ? 1 : 0),
    unseen: lot,
  };
  return [...queue].sort((a, b) => by[order](a, b) || lot(a, b));
}

/** Whether something is still to be done to it. */
export const isWaiting = ({ state, ready }: Pick<Queued, 'state' | 'ready'>): boolean =>
  state === 'handed-in' && !ready;

export function passes(row: Queued, filter: Filter): boolean {
  switch (filter) {
    case 'all':
      return true;
    case 'waiting':
      return isWaiting(row);
    case 'ready':
      return row.state === 'handed-in' && row.ready;
    case 'late':
      return row.late;
    case 'heard':
      return row.heardAt !== null;
    case 'answered':
      return row.answered;
    case 'removed':
      return row.state === 'removed';
  }
}

/** The next one that waits after this one, in the order given, and then from the front; null when none waits. */
export function nextWaiting<T extends Pick<Queued, 'submissionId' | 'state' | 'ready'>>(
  ordered: readonly T[],
  current: string,
): T | null {
  const at = ordered.findIndex((one) => one.submissionId === current);
  const round = [...ordered.slice(at + 1), ...ordered.slice(0, Math.max(0, at))];
  return round.find((one) => one.submissionId !== current && isWaiting(one)) ?? null;
}
