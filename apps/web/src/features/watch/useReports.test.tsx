import { jest } from '@jest/globals';
import { act, cleanup, render, waitFor } from '@testing-library/react';
import type { SegmentPlayer } from '../../kits/player/index.ts';
import { keeperOf, tellKept } from './keptVisits.ts';
import { useReports } from './useReports.ts';
import { newVisit } from './watchReports.ts';

type Tick = (time: number, leapt: boolean) => void;
/** A player in the hands of a test: it says where it is, and whether it plays. */
function fakePlayer() {
  const ticks = new Set<Tick>();
  const views = new Set<() => void>();
  const player = {
    time: 0,
    state: 'playing',
    isHeard: false,
    programme: { length: 60e6 },
    seek: (to: number) => void (player.time = to),
    getView: () => ({ state: player.state, speed: 1 }),
    onTick: (tick: Tick) => (ticks.add(tick), () => ticks.delete(tick)),
    subscribe: (view: () => void) => (views.add(view), () => views.delete(view)),
    plays(from: number, to: number) {
      for (let at = from; at <= to; at += 0.25e6) {
        player.time = at;
        for (const tick of ticks) tick(at, false);
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
  const server = { told, down: false, resumeAt: 0, refuses: '' };
  const answer = async (request: Request) => {
    if (server.down) throw new TypeError('nobody is there');
    const path = new URL(request.url).pathname;
    told.push({
      method: request.method,
      path,
      body: (await request.clone().json()) as Told['body'],
      keepalive: request.keepalive,
    });
    if (request.method === 'PUT' && told.at(-1)?.body.editionId === server.refuses)
      return Response.json({ code: 'withdrawn', detail: 'Your teacher has taken it away.' }, { status: 403 });
    if (request.method === 'PUT') return Response.json({ resumeAt: server.resumeAt, seen: [] });
    return new Response(null, { status: 204 });
  };
  Object.assign(globalThis, { answer });
  return server;
}
const EDITION = { id: 'edition', title: 'Tides' };
function Watching({ player }: { player: SegmentPlayer }) {
  const { seen, telling } = useReports(player, EDITION);
  return (
    <p>
      {seen.length} stretches, {typeof telling === 'string' ? telling : telling.refused}
    </p>
  );
}
const open = (player: ReturnType<typeof fakePlayer>) =>
  render(<Watching player={player as unknown as SegmentPlayer} />);
const seconds = (told: readonly Told[]) =>
  told.flatMap(({ body }) => body.plays ?? []).reduce((sum, { start, end }) => sum + (end - start) / 1e6, 0);

/** The browser's locks, for one page. */
const locks = new Map<string, Promise<unknown>>();
const request = (name: string, ...rest: unknown[]) => {
  const work = rest.at(-1) as (lock: object | null) => Promise<unknown>;
  if (rest.length > 1 && locks.has(name)) return work(null);
  const mine = work({});
  locks.set(name, mine);
  return mine.finally(() => locks.delete(name));
};
Object.defineProperty(navigator, 'locks', { value: { request }, configurable: true });
beforeEach(() => {
  localStorage.clear();
  sessionStorage.setItem('oakbell.person', 'tam');
});
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

it('counts what was played since the player last said where it is, when the page is left or closed', async () => {
  const [player, server] = [fakePlayer(), fakeServer()];
  const { unmount } = open(player);
  await waitFor(() => expect(server.told).toHaveLength(1));
  act(() => player.plays(0, 4e6));
  player.time = 4.2e6;
  act(() => void window.dispatchEvent(new Event('pagehide')));
  const kept = Object.entries(localStorage).find(([name]) => name.includes('watched.'))![1] as string;
  expect(JSON.parse(kept)).toMatchObject({ waiting: { position: 4.2e6, plays: [{ start: 0, end: 4.2e6 }] } });
  player.time = 4.4e6;
  unmount();
  await waitFor(() => expect(seconds(server.told)).toBe(4.4));
});

it('counts from where it began to play, however late the first frame after that is', async () => {
  const [player, server] = [fakePlayer(), fakeServer()];
  player.state = 'paused';
  const { unmount } = open(player);
  await waitFor(() => expect(server.told).toHaveLength(1));
  act(() => player.becomes('playing'));
  act(() => player.plays(0.25e6, 0.25e6));
  unmount();
  await waitFor(() => expect(seconds(server.told)).toBe(0.25));
});

it('counts what was heard up to where it waits for its sound, and from there on', async () => {
  const [player, server] = [fakePlayer(), fakeServer()];
  const { unmount } = open(player);
  await waitFor(() => expect(server.told).toHaveLength(1));
  act(() => player.plays(0, 2e6));
  player.time = 2.2e6;
  act(() => player.becomes('waiting'));
  await waitFor(() => expect(seconds(server.told)).toBe(2.2));
  player.time = 2.4e6;
  act(() => player.becomes('playing'));
  act(() => player.plays(2.5e6, 2.5e6));
  unmount();
  await waitFor(() => expect(seconds(server.told)).toBe(2.5));
});

it('does not count what is played where nobody looks and nothing is heard', async () => {
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

it('counts what is heard where nobody looks: a phone that lies in a pocket, another tab', async () => {
  const [player, server] = [fakePlayer(), fakeServer()];
  player.isHeard = true;
  open(player);
  await waitFor(() => expect(server.told).toHaveLength(1));
  jest.spyOn(document, 'visibilityState', 'get').mockReturnValue('hidden');
  act(() => player.plays(0, 5e6));
  jest.restoreAllMocks();
  act(() => player.becomes('paused'));
  await waitFor(() => expect(seconds(server.told)).toBe(5));
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

it('goes on without a server from where the page before it was left, and shows what was seen there', async () => {
  const [player, server] = [fakePlayer(), fakeServer()];
  server.down = true;
  const { unmount } = open(player);
  act(() => player.plays(0, 5e6));
  act(() => player.becomes('paused'));
  unmount();
  await waitFor(() => expect(locks.size).toBe(0));
  const again = fakePlayer();
  const { container } = open(again);
  await waitFor(() => expect(again.time).toBe(5e6));
  expect(container.textContent).toContain('1 stretches');
});

it('keeps what was played for whoever played it, and tells of it when they are here again', async () => {
  const [player, server] = [fakePlayer(), fakeServer()];
  const { unmount, container } = open(player);
  await waitFor(() => expect(server.told).toHaveLength(1));
  server.down = true;
  act(() => player.plays(0, 5e6));
  act(() => player.becomes('paused'));
  await waitFor(() => expect(container.textContent).toContain('waiting'));
  act(() => player.becomes('playing'));
  act(() => player.plays(5e6, 7e6));
  unmount();
  await waitFor(() => expect(locks.size).toBe(0));
  server.down = false;
  sessionStorage.setItem('oakbell.person', 'wren');
  expect(await tellKept()).toEqual([]);
  expect(seconds(server.told)).toBe(0);
  sessionStorage.setItem('oakbell.person', 'tam');
  expect(await tellKept()).toEqual([]);
  expect(seconds(server.told)).toBe(7);
  expect(keptNames()).toEqual([]);
});

it('leaves alone what is being watched on another page, and says what is refused', async () => {
  const [player, server] = [fakePlayer(), fakeServer()];
  open(player);
  await waitFor(() => expect(server.told).toHaveLength(1));
  server.down = true;
  act(() => player.plays(0, 5e6));
  act(() => player.becomes('paused'));
  await waitFor(() => expect(keptNames()).toHaveLength(1));
  server.down = false;
  await tellKept();
  expect(seconds(server.told)).toBe(0);
  cleanup();
  await waitFor(() => expect(locks.size).toBe(0));
  const old = { ...newVisit('gone', 'Tides', Date.now()), waiting: { plays: [PLAY], position: 0, at: Date.now() } };
  keeperOf(old.id)(old);
  server.refuses = 'gone';
  expect(await tellKept()).toEqual([{ title: 'Tides', seconds: 3, why: 'Your teacher has taken it away.' }]);
  expect(await tellKept()).toEqual([]);
});
const keptNames = () => Object.keys(localStorage).filter((name) => name.includes('watched'));
const PLAY = { start: 0, end: 3e6, speed: 1 };
