import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, render, waitFor } from '@testing-library/react';
import { useScreenCovered } from './screen.ts';
import { followSession, useSession, useSignIn, useSignOut, useStaySignedIn } from './session.ts';

/** The one session of a browser, as the server keeps it. */
let signedIn: string | null;
const answer = async (request: Request) => {
  if (request.method === 'DELETE') signedIn = null;
  if (request.method === 'POST') signedIn = ((await request.json()) as { name: string }).name;
  if (request.method === 'DELETE') return new Response(null, { status: 204 });
  if (signedIn === null) return Response.json({ code: 'signed-out', detail: 'Sign in first.' }, { status: 401 });
  return Response.json({ id: signedIn, name: signedIn, role: 'teacher', mustChangePassword: false });
};

/** Another tab of this browser: what it says is heard here, and what is said here it hears. */
const others: ((data: string | null) => void)[] = [];
const heard: (string | null)[] = [];
class FakeChannel {
  onmessage: ((event: { data: string | null }) => void) | null = null;
  constructor() {
    others.push((data) => this.onmessage?.({ data }));
  }
  postMessage(data: string | null): void {
    heard.push(data);
  }
}
Object.assign(globalThis, { BroadcastChannel: FakeChannel });

let tab: { signIn: ReturnType<typeof useSignIn>; signOut: () => Promise<void>; ask: () => Promise<void> };
function Tab() {
  const [person, signIn, signOut, ask] = [useSession(), useSignIn(), useSignOut(), useStaySignedIn()];
  tab = { signIn, signOut, ask };
  return (
    <p>
      {person === undefined ? 'asking' : (person?.name ?? 'nobody')}
      {useScreenCovered() ? ', covered' : ''}
    </p>
  );
}
let queries: QueryClient;
const opened = () => {
  queries = new QueryClient();
  followSession(queries);
  return render(
    <QueryClientProvider client={queries}>
      <Tab />
    </QueryClientProvider>,
  ).container;
};
const elsewhere = (id: string | null) => act(() => others.forEach((hear) => hear(id)));

beforeEach(() => {
  Object.assign(globalThis, { answer });
  heard.length = 0;
  signedIn = 'Ilse';
});
afterEach(cleanup);

it('signing out empties the screen at once, here and in every other tab', async () => {
  const page = opened();
  await waitFor(() => expect(page.textContent).toBe('Ilse'));
  queries.setQueryData(['marking'], 'what only Ilse may see');
  await act(() => tab.signOut());
  await waitFor(() => expect(page.textContent).toBe('nobody'));
  expect(queries.getQueryData(['marking'])).toBeUndefined();
  expect(heard).toEqual([null]);
});

it('a tab follows what happens in another one: nobody, or somebody else, and nothing of who was there', async () => {
  const page = opened();
  await waitFor(() => expect(page.textContent).toBe('Ilse'));
  queries.setQueryData(['marking'], 'what only Ilse may see');
  signedIn = 'Tam';
  await elsewhere('Tam');
  await waitFor(() => expect(page.textContent).toBe('Tam'));
  expect(queries.getQueryData(['marking'])).toBeUndefined();
  expect(sessionStorage.getItem('oakbell.person')).toBe('Tam');
  await elsewhere(null);
  await waitFor(() => expect(page.textContent).toBe('nobody'));
});

it('a session that ends covers the screen and keeps what is on it for whoever it belongs to', async () => {
  const page = opened();
  await waitFor(() => expect(page.textContent).toBe('Ilse'));
  queries.setQueryData(['draft'], 'half a sentence');
  signedIn = null;
  await act(() => tab.ask());
  await waitFor(() => expect(page.textContent).toBe('Ilse, covered'));
  await act(async () => void (await tab.signIn('Ilse', 'password')));
  await waitFor(() => expect(page.textContent).toBe('Ilse'));
  expect(queries.getQueryData(['draft'])).toBe('half a sentence');
});

it('somebody else who signs in at the cover finds nothing behind it', async () => {
  const page = opened();
  await waitFor(() => expect(page.textContent).toBe('Ilse'));
  queries.setQueryData(['draft'], 'half a sentence');
  signedIn = null;
  await act(() => tab.ask());
  await act(async () => void (await tab.signIn('Tam', 'password')));
  await waitFor(() => expect(page.textContent).toBe('Tam'));
  expect(queries.getQueryData(['draft'])).toBeUndefined();
  expect(heard).toEqual(['Tam']);
});
