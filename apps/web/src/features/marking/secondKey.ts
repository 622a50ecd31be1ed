import { useQuery } from '@tanstack/react-query';
import { call, client, type Api } from '../../shared/api/index.ts';
import { keptOrder } from './useOrder.ts';

export type Both = Api['TwoMarkersDto'];
export type SecondRow = Api['SecondRowDto'];

export const secondKey = (assignment: string) => ['marking', assignment, 'second'];

/** The hand-ins of an assignment as two mark them, named as this teacher wants them named. */
export const useBoth = (id: string) =>
  useQuery({
    queryKey: secondKey(id),
    queryFn: () => call(client.GET('/api/marking/{id}/second', { params: { path: { id } } })),
    select: named,
  });

/** By name; without names where the desk is without names, for those that are not handed back. */
function named(both: Both): Both {
  const names = new Intl.Collator();
  const rows = [...both.rows].sort((a, b) => names.compare(a.learnerName, b.learnerName));
  if (keptOrder() !== 'unseen') return { ...both, rows };
  const lot = [...both.rows].sort((a, b) => (a.submissionId < b.submissionId ? -1 : 1));
  return {
    ...both,
    rows: lot.map((row, i) => (row.state === 'handed-in' ? { ...row, learnerName: `Hand-in ${i + 1}` } : row)),
  };
}

/** Whether it is still to be marked as the second. */
export const isLeft = ({ state, done }: SecondRow): boolean => state === 'handed-in' && !done;

/** The next one that is left after this one, and then from the front; null where none is. */
export function nextLeft(rows: readonly SecondRow[], current: string): SecondRow | null {
  const at = rows.findIndex((row) => row.submissionId === current);
  return [...rows.slice(at + 1), ...rows.slice(0, Math.max(0, at))].find(isLeft) ?? null;
}
