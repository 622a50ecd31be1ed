import { inOrder, isWaiting, passes, ORDERS, type Filter, type Order, type Queued } from '@oakbell/core/marking';
import { useMemo, useState } from 'react';
import { browserShelf } from '../../shared/api/index.ts';
import type { Desk, Row } from './deskKey.ts';

const KEPT = 'oakbell.marking-order';
/** In which order this teacher marks. */
export const keptOrder = (): Order => ORDERS.find((one) => one === browserShelf.read(KEPT)) ?? 'time';

/** A hand-in in the queue, with what the core asks of it. */
export type QueuedRow = Row & Pick<Queued, 'ready' | 'answered'>;

export interface Ordered {
  readonly order: Order;
  readonly setOrder: (order: Order) => void;
  readonly filter: Filter;
  readonly setFilter: (filter: Filter) => void;
  /** All of them in their order, named as this teacher wants them named. */
  readonly all: readonly QueuedRow[];
  /** Those that the filter lets through. */
  readonly shown: readonly QueuedRow[];
  readonly left: number;
}

/** The hand-ins of an assignment in the order that they are marked in: by name, by time, or without names. */
export function useOrder(desk: Desk): Ordered {
  const [order, setOrder] = useState(keptOrder);
  const [filter, setFilter] = useState<Filter>('all');
  const all = useMemo(() => {
    const rows = desk.queue.map((row) => ({
      ...row,
      ready: row.readyAt !== null,
      answered: row.replies + row.words > 0,
    }));
    const ordered = inOrder(rows, order, new Intl.Collator().compare);
    // Work is judged, and not the person: who it was is told once it is handed back.
    return order === 'unseen'
      ? ordered.map((row, i) => (row.state === 'handed-back' ? row : unnamed(row, i)))
      : ordered;
  }, [desk.queue, order]);
  return {
    order,
    setOrder: (next) => {
      browserShelf.write(KEPT, next);
      setOrder(next);
    },
    filter,
    setFilter,
    all,
    shown: all.filter((row) => passes(row, filter)),
    left: all.filter(isWaiting).length,
  };
}

/** What a hand-in is called where names are left out. */
export const numbered = (i: number): string => `Hand-in ${i + 1}`;

const unnamed = <T extends Row>(row: T, i: number): T => ({
  ...row,
  learnerName: numbered(i),
  makers: row.makers.map((maker) => ({ ...maker, name: numbered(i) })),
});
