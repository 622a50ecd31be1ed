import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { WebSocket } from 'ws';
import { COMPANION_PATH, CompanionSocket } from '../modules/companions/index.ts';
import { SESSION_COOKIE } from '../platform/sessions/index.ts';
import { newLesson } from '../testing/lesson.ts';
import { addSchool, PASSWORD, startTestApp, type TestApp } from '../testing/testApp.ts';

let test: TestApp;
let address: string;
let cookie: string;
const stops: (() => void)[] = [];
beforeAll(async () => {
  test = await startTestApp();
  await addSchool(test);
  const listening = createServer();
  stops.push(test.app.get(CompanionSocket).attach(listening), () => void listening.close());
  await new Promise<void>((done) => listening.listen(0, '127.0.0.1', done));
  address = `ws://127.0.0.1:${(listening.address() as AddressInfo).port}${COMPANION_PATH}`;
  const teacher = await test.signedIn('ilse');
  const answer = await teacher.post('/api/session').send({ name: 'ilse', password: PASSWORD });
  cookie = String(answer.headers['set-cookie']).split(';')[0]!;
}, 60_000);
afterAll(async () => {
  for (const stop of stops) stop();
  await test.close();
});

/** A line with everything that comes over it. */
async function line(query: string, headers: Record<string, string> = {}) {
  const socket = new WebSocket(`${address}?${query}`, { headers });
  const heard: Record<string, unknown>[] = [];
  socket.on('message', (data) => heard.push(JSON.parse((data as Buffer).toString()) as Record<string, unknown>));
  const state = await new Promise<'open' | 'refused'>((resolve) => {
    socket.on('open', () => resolve('open'));
    socket.on('error', () => resolve('refused'));
  });
  const next = async (count: number) => {
    for (let i = 0; heard.length < count && i < 100; i += 1) await new Promise((done) => setTimeout(done, 20));
    return heard;
  };
  return { socket, heard, state, next, say: (message: object) => socket.send(JSON.stringify(message)) };
}

async function room() {
  const teacher = await test.signedIn('ilse');
  const { id } = await newLesson(teacher);
  return (await teacher.post(`/api/lessons/${id}/companion-room`).expect(201)).body as { id: string; code: string };
}
async function joined(code: string) {
  const teacher = await test.signedIn('bo');
  return ((await teacher.post('/api/companion/join').send({ code }).expect(200)).body as { token: string }).token;
}

describe('the line between a room and its pen companions', () => {
  it('carries what a device does to the room, with which device it was, and back', async () => {
    const { id, code } = await room();
    const host = await line(`room=${id}`, { cookie });
    const pad = await line(`token=${await joined(code)}`);
    expect(await host.next(1)).toEqual([{ kind: 'joined', device: '1' }]);
    pad.say({ kind: 'pen', n: 1, act: { act: 'up' }, device: '99' });
    expect((await host.next(2))[1]).toEqual({ kind: 'pen', n: 1, act: { act: 'up' }, device: '1' });
    const second = await line(`token=${await joined(code)}`);
    await host.next(3);
    host.say({ kind: 'taken', to: '1', n: 1 });
    host.say({ kind: 'ping', t: 5 });
    expect(await pad.next(2)).toEqual([
      { kind: 'taken', to: '1', n: 1 },
      { kind: 'ping', t: 5 },
    ]);
    expect(await second.next(1)).toEqual([{ kind: 'ping', t: 5 }]);
    pad.socket.close();
    expect((await host.next(4))[3]).toEqual({ kind: 'left', device: '1' });
  });
  it('is refused without a right: no token, a guessed one, a room of someone else, another site', async () => {
    const { id, code } = await room();
    const bo = await test.signedIn('bo');
    const other = String(
      (await bo.post('/api/session').send({ name: 'bo', password: PASSWORD })).headers['set-cookie'],
    ).split(';')[0]!;
    expect((await line('')).state).toBe('refused');
    expect((await line('token=guess')).state).toBe('refused');
    expect((await line(`room=${id}`)).state).toBe('refused');
    expect((await line(`room=${id}`, { cookie: other })).state).toBe('refused');
    expect((await line(`room=${id}`, { cookie, origin: 'http://elsewhere.example' })).state).toBe('refused');
    expect((await line(`room=${id}`, { cookie: `${SESSION_COOKIE}=nonsense` })).state).toBe('refused');
    expect((await line(`token=${await joined(code)}`)).state).toBe('open');
  });
  it('ends with the room: nobody can join or write any more', async () => {
    const { id, code } = await room();
    const token = await joined(code);
    const host = await line(`room=${id}`, { cookie });
    const pad = await line(`token=${token}`);
    await host.next(1);
    host.say({ kind: 'closed' });
    expect(await pad.next(1)).toEqual([{ kind: 'closed' }]);
    expect((await line(`token=${token}`)).state).toBe('refused');
    const bo = await test.signedIn('bo');
    await bo.post('/api/companion/join').send({ code }).expect(404);
  });
  it('shows pictures of its own lesson only', async () => {
    const { code } = await room();
    const bo = await test.signedIn('bo');
    await bo.get(`/api/companion/pictures/${'a'.repeat(64)}?token=${await joined(code)}`).expect(404);
    await bo.get(`/api/companion/pictures/${'a'.repeat(64)}?token=guess`).expect(404);
  });
});
