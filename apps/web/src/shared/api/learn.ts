import type { QueryClient, QueryKey, Updater } from '@tanstack/react-query';

/**
 * Shows what an act brought back. What was asked for before the act and is still on its way would come after it and be
 * older: it is asked for anew.
 */
export function learn<T>(queries: QueryClient, queryKey: QueryKey, made: Updater<T | undefined, T | undefined>): void {
  queries.setQueryData<T>(queryKey, made);
  const only = { queryKey, exact: true };
  if (queries.isFetching(only) > 0) void queries.invalidateQueries({ ...only, refetchType: 'all' });
}
