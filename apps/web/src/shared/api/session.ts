import { useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { call, client, Problem, type Api } from './client.ts';
import { KEPT_HEADER } from '@oakbell/core/keeping';
import { forgetKept, keepSession } from './kept.ts';
import { forgetMedia } from './media.ts';
import { setSessionEnded } from './screen.ts';
import { forgetPerson, rememberPerson } from './whose.ts';

type Me = Api['MeDto'];
const KEY = ['session'];
/** The tabs of one browser share a session: each tells the others who has it now. */
let line: BroadcastChannel | null = null;
const others = (): BroadcastChannel => (line ??= new BroadcastChannel('oakbell-session'));

const personNow = (queries: QueryClient): Me | null | undefined => queries.getQueryData<Me | null>(KEY);

/** Who is signed in: undefined while asking, null for nobody. */
export function useSession(): Me | null | undefined {
  const queries = useQueryClient();
  const { data } = useQuery({ queryKey: KEY, queryFn: () => ask(queries), staleTime: 5 * 60_000 });
  return data;
}

async function ask(queries: QueryClient): Promise<Me | null> {
  const before = personNow(queries) ?? null;
  try {
    const asked = client.GET('/api/session');
    const person = await call(asked);
    rememberPerson(person.id);
    if (!(await asked).response.headers.has(KEPT_HEADER)) void keepSession(person);
    setSessionEnded(false);
    // Somebody else has the session now, signed in where this tab did not hear of it.
    if (before && before.id !== person.id) queueMicrotask(() => become(queries, person));
    return person;
  } catch (failure) {
    if (!(failure instanceof Problem) || failure.status !== 401) throw failure;
    // Whoever was here stays on the screen, behind a door: what they were doing is not lost.
    setSessionEnded(before !== null);
    void keepSession(null);
    return before;
  }
}

/** Puts somebody else, or nobody, before this tab: nothing of who was there before stays. */
function become(queries: QueryClient, person: Me | null): void {
  forgetMedia();
  if (person) rememberPerson(person.id);
  else forgetPerson();
  // Nobody: they have signed out.
  void (person ? keepSession(person) : forgetKept());
  setSessionEnded(false);
  queries.setQueryData(KEY, person);
  queries.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== KEY[0] });
  queries.getMutationCache().clear();
}

/** Keeps this tab with the session that the browser has, whichever tab signs in or out. */
export function followSession(queries: QueryClient): void {
  others().onmessage = ({ data: id }: MessageEvent<string | null>) => {
    if (id === null) become(queries, null);
    else if (personNow(queries)?.id !== id) void call(client.GET('/api/session')).then((me) => become(queries, me));
    else setSessionEnded(false);
  };
}

/** Signs in; the session is known everywhere afterwards. What the same person was doing goes on. */
export function useSignIn(): (name: string, password: string) => Promise<Me> {
  const queries = useQueryClient();
  return useCallback(
    async (name, password) => {
      const person = await call(client.POST('/api/session', { body: { name, password } }));
      others().postMessage(person.id);
      if (personNow(queries)?.id !== person.id) become(queries, person);
      else {
        forgetMedia();
        void keepSession(person);
        setSessionEnded(false);
        queries.setQueryData(KEY, person);
        void queries.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== KEY[0] });
      }
      return person;
    },
    [queries],
  );
}

export function useSignOut(): () => Promise<void> {
  const queries = useQueryClient();
  return useCallback(async () => {
    // Whether the server can be told or not: whoever leaves leaves nothing here.
    await forgetKept();
    await call(client.DELETE('/api/session'));
    others().postMessage(null);
    become(queries, null);
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

/** Asks the server once more who is signed in: that is a use of the session. */
export function useStaySignedIn(): () => Promise<void> {
  const queries = useQueryClient();
  return useCallback(() => queries.refetchQueries({ queryKey: KEY }), [queries]);
}
