import { useQuery } from '@tanstack/react-query';
import { call, client } from './client.ts';

export const BEGUN_KEY = ['begun'];

/** Whether somebody keeps this school already; undefined while asking. */
export function useBegun(): boolean | undefined {
  return useQuery({ queryKey: BEGUN_KEY, queryFn: () => call(client.GET('/api/beginning')), staleTime: Infinity }).data
    ?.begun;
}
