import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { call, client, Problem, type Api } from './client.ts';
import { forgetMedia } from './media.ts';
import { forgetPerson, rememberPerson } from './whose.ts';

const KEY = ['session'];

/** Who is signed in: undefined while asking, null for nobody. */
export function useSession(): Api['MeDto'] | null | undefined {
  const { data } = useQuery({
    queryKey: KEY,
    queryFn: () =>
      call(client.GET('/api/session'))
        .then((person) => {
          rememberPerson(person.id);
          return person;
        })
        .catch((failure: unknown) => {
          if (failure instanceof Problem && failure.status === 401) return null;
          throw failure;
        }),
    staleTime: 5 * 60_000,
  });
  return data;
}

/** Signs in; the session is known everywhere afterwards. */
export function useSignIn(): (name: string, password: string) => Promise<Api['MeDto']> {
  const queries = useQueryClient();
  return useCallback(
    async (name, password) => {
      const person = await call(client.POST('/api/session', { body: { name, password } }));
      forgetMedia();
      rememberPerson(person.id);
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
    forgetMedia();
    forgetPerson();
    queries.clear();
    queries.setQueryData(KEY, null);
  }, [queries]);
}

/** Changes the password; the session is another one afterwards. */
export function useChangePassword(): (current: string, next: string) => Promise<void> {
  const queries = useQueryClient();
  return useCallback(
    async (current, next) => {
      const person = await call(client.PUT('/api/password', { body: { current, next } }));
      forgetMedia();
      queries.setQueryData(KEY, person);
      await queries.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== KEY[0] });
    },
    [queries],
  );
}
