import { jest } from '@jest/globals';
import { act, cleanup, render, waitFor } from '@testing-library/react';
import type { SegmentPlayer } from '../../kits/player/index.ts';
import { useReports } from './useReports.ts';

/** A player in the hands of a test: it says where it is, and whether it plays. */
function fakePlayer() {
  const ticks = new Set<(time: number) => void>();
  const views = new Set<() => void>();
  const player = {
    time: 0,
    state: 'playing',
    programme: { length: 60e6 },
    seek: (to: number) => void (player.time = to),
    getView: () => ({ state: player.state, speed: 1 }),
    onTick: (tick: (time: number) => void) => (ticks.add(tick), () => ticks.delete(tick)),
    subscribe: (view: () => void) => (views.add(view), () => views.delete(view)),
    plays(from: number, to: number) {
      for (let at = from; at <= to; at += 0.25e6) {
        player.time = at;
        for (const tick of ticks) tick(at);
      }
    },
    becomes(state: string) {
      player.state = state;
      for (const view of views) view();
    },
  };
  return player;
}
interface Told {
  readonly method: string;
  readonly path: string;
  readonly body: { plays?: { start: number; end: number }[]; editionId?: string };
  readonly keepalive: boolean;
}
/** A server that answers every request, and keeps what it was told; `down` while it is away. */
function fakeServer() {
  const told: Told[] = [];
  const server = { told, down: false, resumeAt: 0 };
  const answer = async (request: Request) => {
    if (server.down) throw new TypeError('nobody is there');
    const path = new URL(request.url).pathname;
    told.push({
      method: request.method,
      path,
      body: (await request.clone().json()) as Told['body'],
      keepalive: request.keepalive,
    });
    if (request.method === 'PUT') return Response.json({ resumeAt: server.resumeAt, seen: [] });
    return new Response(null, { status: 204 });
  };
  Object.assign(globalThis, { answer });
  return server;
}
function Watching({ player }: { player: SegmentPlayer }) {
  const seen = useReports(player, 'edition');
  return <p>{seen.length} stretches</p>;
}
const open = (player: ReturnType<typeof fakePlayer>) =>
  render(<Watching player={player as unknown as SegmentPlayer} />);
const seconds = (told: readonly Told[]) =>
  told.flatMap(({ body }) => body.plays ?? []).reduce((sum, { start, end }) => sum + (end - start) / 1e6, 0);

afterEach(cleanup);

it('opens a visit of its own name and goes to where the learner stopped', async () => {
  const [player, server] = [fakePlayer(), fakeServer()];
  server.resumeAt = 21e6;
  open(player);
  await waitFor(() => expect(server.told).toHaveLength(1));
  expect(server.told[0]!.path).toMatch(/^\/api\/watching\/visits\/[0-9a-f-]{36}$/);
  expect(server.told[0]!.body.editionId).toBe('edition');
  await waitFor(() => expect(player.time).toBe(21e6));
});

it('tells what was played as soon as the player rests, and what is left when the page goes', async () => {
  const [player, server] = [fakePlayer(), fakeServer()];
  const { unmount } = open(player);
  await waitFor(() => expect(server.told).toHaveLength(1));
  act(() => player.plays(0, 4e6));
  act(() => player.becomes('paused'));
  await waitFor(() => expect(seconds(server.told)).toBe(4));
  act(() => player.becomes('playing'));
  act(() => player.plays(4e6, 6e6));
  unmount();
  await waitFor(() => expect(seconds(server.told)).toBe(6));
});

it('does not count what is played where nobody looks', async () => {
  const [player, server] = [fakePlayer(), fakeServer()];
  open(player);
  await waitFor(() => expect(server.told).toHaveLength(1));
  jest.spyOn(document, 'visibilityState', 'get').mockReturnValue('hidden');
  act(() => player.plays(0, 5e6));
  jest.restoreAllMocks();
  act(() => player.plays(5e6, 6e6));
  act(() => player.becomes('paused'));
  await waitFor(() => expect(seconds(server.told)).toBeGreaterThan(0));
  expect(seconds(server.told)).toBeLessThanOrEqual(1.25);
});

it('tells later what was played while the server was away', async () => {
  const [player, server] = [fakePlayer(), fakeServer()];
  server.down = true;
  open(player);
  act(() => player.plays(0, 3e6));
  act(() => player.becomes('paused'));
  server.down = false;
  act(() => void window.dispatchEvent(new Event('online')));
  await waitFor(() => expect(seconds(server.told)).toBe(3));
});
