import { inOrder } from '@oakbell/core/marking';
import { useQuery } from '@tanstack/react-query';
import { call, client, type Api } from '../../shared/api/index.ts';
import { keptOrder, numbered } from './useOrder.ts';

/** A hand-in as two mark it; `ready` once the second is done. */
export type SecondRow = Api['SecondRowDto'] & { readonly ready: boolean };
export type Both = Omit<Api['TwoMarkersDto'], 'rows'> & { readonly rows: readonly SecondRow[] };

export const secondKey = (assignment: string) => ['marking', assignment, 'second'];

/** The hand-ins of an assignment as two mark them, in the order and with the names of this teacher's desk. */
export const useBoth = (id: string) =>
  useQuery({
    queryKey: secondKey(id),
    queryFn: () => call(client.GET('/api/marking/{id}/second', { params: { path: { id } } })),
    select: ordered,
  });

function ordered(both: Api['TwoMarkersDto']): Both {
  const order = keptOrder();
  const rows = inOrder(both.rows, order, new Intl.Collator().compare).map((row) => ({ ...row, ready: row.done }));
  if (order !== 'unseen') return { ...both, rows };
  const named = (row: SecondRow, i: number) => (row.state === 'handed-in' ? { ...row, learnerName: numbered(i) } : row);
  return { ...both, rows: rows.map(named) };
}
