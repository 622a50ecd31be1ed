import { MantineProvider } from '@mantine/core';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { Look } from './Look.tsx';
import { NewsWishes } from './NewsWishes.tsx';

/* Choices that are saved at once: two that follow each other faster than the line are both kept. */
const held: (() => void)[] = [];
let told: unknown[] = [];
const ME = { id: 'a', name: 'Tam', role: 'learner', textSize: 'usual', chosenTextSize: null, lessMotion: false };
const WISHES = { way: 'daily', kinds: ['given', 'due', 'handed-back'], dailyAt: 960, quietFrom: 1200, quietUntil: 420 };
beforeEach(() => {
  told = [];
  const server = { me: ME as object, wishes: WISHES as object };
  const answer = async (request: Request) => {
    const isLook = /session|look/.test(request.url);
    if (request.method !== 'PUT') return Response.json(isLook ? server.me : server.wishes);
    const body = (await request.clone().json()) as { textSize?: string };
    told.push(body);
    await new Promise<void>((resolve) => held.push(resolve));
    if (isLook) server.me = { ...server.me, ...body, chosenTextSize: body.textSize };
    else server.wishes = body;
    return new Response(null, { status: 204 });
  };
  Object.assign(globalThis, { answer });
});
afterEach(cleanup);
const shown = (what: React.ReactNode) =>
  render(
    <MantineProvider env="test">
      <QueryClientProvider client={new QueryClient()}>{what}</QueryClientProvider>
    </MantineProvider>,
  );
const letThrough = () => act(() => Promise.resolve(held.splice(0).forEach((go) => go())));

it('of mail: the second does not take back the first', async () => {
  shown(<NewsWishes role="learner" />);
  const due = await screen.findByRole('switch', { name: /due tomorrow/ });
  fireEvent.click(due);
  fireEvent.click(screen.getByRole('switch', { name: /^What I get back/ }));
  await waitFor(() => expect(told).toHaveLength(1));
  await letThrough();
  await waitFor(() => expect(told).toHaveLength(2));
  expect(told).toMatchObject([{ kinds: ['given', 'handed-back'] }, { kinds: ['given'] }]);
  await letThrough();
});

it('of how it looks: the second does not take back the first', async () => {
  shown(<Look />);
  fireEvent.click(await screen.findByRole('radio', { name: 'Large' }));
  fireEvent.click(screen.getByRole('switch', { name: /Less motion/ }));
  await waitFor(() => expect(told).toHaveLength(1));
  await letThrough();
  await waitFor(() => expect(told).toHaveLength(2));
  expect(told).toEqual([
    { textSize: 'large', lessMotion: false },
    { textSize: 'large', lessMotion: true },
  ]);
  await letThrough();
});
