import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { call, client, Problem, type Api } from './client.ts';

const KEY = ['session'];

/** Who is signed in: undefined while asking, null for nobody. */
export function useSession(): Api['PersonDto'] | null | undefined {
  const { data } = useQuery({
    queryKey: KEY,
    queryFn: () =>
      call(client.GET('/api/session')).catch((failure: unknown) => {
        if (failure instanceof Problem && failure.status === 401) return null;
        throw failure;
      }),
    staleTime: 5 * 60_000,
  });
  return data;
}

/** Signs in; the session is known everywhere afterwards. */
export function useSignIn(): (name: string, password: string) => Promise<Api['PersonDto']> {
  const queries = useQueryClient();
  return useCallback(
    async (name, password) => {
      const person = await call(client.POST('/api/session', { body: { name, password } }));
      queries.setQueryData(KEY, person);
      return person;
    },
    [queries],
  );
}

export function useSignOut(): () => Promise<void> {
  const queries = useQueryClient();
  return useCallback(async () => {
    await call(client.DELETE('/api/session'));
    queries.clear();
    queries.setQueryData(KEY, null);
  }, [queries]);
}
