import { useQuery } from '@tanstack/react-query';
import { act, cleanup, render, screen, waitFor } from '@testing-library/react';
import { QueryClientProvider } from '@tanstack/react-query';
import { useServerEvents } from './events.ts';
import { Queries } from './queries.ts';

/** The line of this tab, which a test opens and breaks. */
class FakeLine extends EventTarget {
  static now: FakeLine | null = null;
  static readonly CLOSED = 2;
  readyState = 0;
  constructor() {
    super();
    FakeLine.now = this;
  }
  close(): void {
    this.readyState = FakeLine.CLOSED;
  }
}
class FakeChannel {
  onmessage = null;
  postMessage(): void {}
  close(): void {}
}
const locks = { request: (_: string, __: object, work: (lock: object) => unknown) => Promise.resolve(work({})) };
Object.assign(globalThis, { EventSource: FakeLine, BroadcastChannel: FakeChannel });
Object.assign(navigator, { locks });

/** What the server knows, and how often it was asked. */
const server = { answer: 'being made', asked: { answer: 0, session: 0 } };
function Desk() {
  useServerEvents('ilse');
  const ask = (what: 'answer' | 'session') => () => {
    server.asked[what] += 1;
    return what === 'answer' ? server.answer : 'ilse';
  };
  const answer = useQuery({ queryKey: ['answer'], queryFn: ask('answer'), staleTime: Infinity });
  useQuery({ queryKey: ['session'], queryFn: ask('session'), staleTime: Infinity });
  return <p>{answer.data ?? 'asking'}</p>;
}
const tell = (what: 'open' | 'error') => act(() => void FakeLine.now!.dispatchEvent(new Event(what)));

beforeEach(() => {
  Object.assign(server, { answer: 'being made', asked: { answer: 0, session: 0 } });
  FakeLine.now = null;
  render(
    <QueryClientProvider client={new Queries()}>
      <Desk />
    </QueryClientProvider>,
  );
});
afterEach(cleanup);

it('what was answered before the line opened is asked once more, and the session is not', async () => {
  await screen.findByText('being made');
  // Nobody listens yet: whoever is told of this is not this tab.
  server.answer = 'ready';
  tell('open');
  await screen.findByText('ready');
  expect(server.asked).toEqual({ answer: 2, session: 1 });
});

it('a line that broke and is back asks for everything, each time', async () => {
  await screen.findByText('being made');
  tell('open');
  for (const answer of ['ready', 'better']) {
    tell('error');
    server.answer = answer;
    tell('open');
    await screen.findByText(answer);
  }
  await waitFor(() => expect(server.asked.session).toBe(3));
});
