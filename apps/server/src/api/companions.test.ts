import { LINE_OVER } from '@oakbell/core/companion';
import type { AddressInfo } from 'node:net';
import { connect } from 'node:net';
import { WebSocket } from 'ws';
import { COMPANION_PATH, CompanionRooms, CompanionsGateway } from '../modules/companions/index.ts';
import { COMPANION_COOKIE } from '../modules/access/index.ts';
import { CONFIG, type Config } from '../platform/config/index.ts';
import { newLesson, until } from '../testing/lesson.ts';
import { addSchool, PASSWORD, startTestApp, type TestApp } from '../testing/testApp.ts';

let test: TestApp;
let port: number;
const cookies: Record<string, string> = {};
beforeAll(async () => {
  test = await startTestApp();
  await addSchool(test);
  port = (test.http.address() as AddressInfo).port;
  for (const name of ['ilse', 'bo']) cookies[name] = await sessionOf(name);
});
afterAll(async () => {
  for (const socket of sockets) socket.terminate();
  await test.close();
});
const sockets: WebSocket[] = [];

async function sessionOf(name: string): Promise<string> {
  const agent = await test.signedIn(name);
  const answer = await agent.post('/api/session').send({ name, password: PASSWORD });
  return String(answer.headers['set-cookie']).split(';')[0]!;
}

/** A line with everything that comes over it, and how it ended. */
async function line(query: string, headers: Record<string, string> = {}) {
  const socket = new WebSocket(`ws://127.0.0.1:${port}${COMPANION_PATH}${query}`, { headers });
  sockets.push(socket);
  const heard: Record<string, unknown>[] = [];
  let closed: number | null = null;
  socket.on('message', (data) => heard.push(JSON.parse((data as Buffer).toString()) as Record<string, unknown>));
  socket.on('close', (code) => (closed = code));
  socket.on('error', () => (closed ??= -1));
  await new Promise<void>((resolve) => [socket.on('open', resolve), socket.on('error', () => resolve())]);
  const hears = (kind: string) => until(() => Promise.resolve(heard.find((one) => one['kind'] === kind)));
  const ends = () => until(() => Promise.resolve(closed));
  return { socket, heard, hears, ends, say: (message: unknown) => socket.send(JSON.stringify(message)) };
}
type Line = Awaited<ReturnType<typeof line>>;

async function room() {
  const teacher = await test.signedIn('ilse');
  const { id } = await newLesson(teacher);
  const made = (await teacher.post(`/api/lessons/${id}/companion-room`).expect(201)).body as {
    id: string;
    code: string;
  };
  return { ...made, lesson: id };
}
const host = (id: string) => line(`?room=${id}`, { cookie: cookies['ilse']! });
async function token(code: string): Promise<string> {
  const agent = await test.signedIn('bo');
  const { headers } = await agent.post('/api/companion/join').send({ code }).expect(204);
  return String(headers['set-cookie']).split(';')[0]!;
}
const pad = async (code: string) => line('', { cookie: await token(code) });

async function letIn(teacher: Line, device: Line, name: string) {
  await until(() => Promise.resolve(teacher.heard.find((one) => one['kind'] === 'asks' && one['device'] === name)));
  teacher.say({ kind: 'let-in', to: name });
  await until(() => Promise.resolve(device.heard.find((one) => one['standing'] === 'in')));
}
const UP = { kind: 'pen', n: 1, act: { act: 'up' } };

describe('a pen companion', () => {
  it('asks first: it sees and writes nothing until the teacher says yes, and then both', async () => {
    const { id, code } = await room();
    const teacher = await host(id);
    const device = await pad(code);
    expect(await teacher.hears('asks')).toMatchObject({ device: '1', words: expect.any(String) });
    expect(await device.hears('standing')).toEqual({ kind: 'standing', standing: 'asking', device: '1' });
    device.say(UP);
    teacher.say({ kind: 'ping', t: 1 });
    await letIn(teacher, device, '1');
    device.say({ ...UP, n: 2, device: '99' });
    expect(await teacher.hears('pen')).toEqual({ ...UP, n: 2, device: '1' });
    teacher.say({ kind: 'ping', t: 2 });
    expect(await device.hears('ping')).toEqual({ kind: 'ping', t: 2 });
  });
  it('that the teacher refuses is out, with its token', async () => {
    const { id, code } = await room();
    const teacher = await host(id);
    const cookie = await token(code);
    const device = await line('', { cookie });
    await teacher.hears('asks');
    teacher.say({ kind: 'cut-off', to: '1' });
    expect(await device.ends()).toBe(LINE_OVER.cutOff);
    expect(await (await line('', { cookie })).ends()).toBe(LINE_OVER.refused);
  });
  it('that comes back takes the place of its old line, and has its yes still', async () => {
    const { id, code } = await room();
    const teacher = await host(id);
    const cookie = await token(code);
    const first = await line('', { cookie });
    await letIn(teacher, first, '1');
    const second = await line('', { cookie });
    await first.ends();
    expect(await second.hears('standing')).toEqual({ kind: 'standing', standing: 'in', device: '1' });
    second.say(UP);
    expect(await teacher.hears('pen')).toMatchObject({ device: '1' });
  });
  it('is told of again when the room comes back', async () => {
    const { id, code } = await room();
    const teacher = await host(id);
    const device = await pad(code);
    await letIn(teacher, device, '1');
    const again = await host(id);
    expect(await again.hears('joined')).toMatchObject({ device: '1' });
  });
  it('that writes nothing for a long time is let go', async () => {
    const { id, code } = await room();
    const teacher = await host(id);
    const device = await pad(code);
    await letIn(teacher, device, '1');
    const config = test.app.get<Config>(CONFIG) as { companionIdleMs: number };
    const before = config.companionIdleMs;
    config.companionIdleMs = -1;
    await test.app.get(CompanionsGateway, { strict: false }).beat();
    config.companionIdleMs = before;
    expect(await device.ends()).toBe(LINE_OVER.idle);
    expect(await teacher.hears('left')).toMatchObject({ device: '1', why: 'idle' });
  });
  it('ends with the room: nobody can join or write any more', async () => {
    const { id, code } = await room();
    const teacher = await host(id);
    const cookie = await token(code);
    const device = await line('', { cookie });
    await letIn(teacher, device, '1');
    teacher.say({ kind: 'closed' });
    expect(await device.hears('closed')).toEqual({ kind: 'closed' });
    expect(await device.ends()).toBe(LINE_OVER.closed);
    expect(await (await line('', { cookie })).ends()).toBe(LINE_OVER.refused);
    const bo = await test.signedIn('bo');
    await bo.post('/api/companion/join').send({ code }).expect(404);
    expect(await test.app.get(CompanionRooms, { strict: false }).byId(id)).toBeNull();
  });
  it('is shown pictures of its own lesson only, and once it was let in', async () => {
    const { id, code, lesson } = await room();
    const ilse = await test.signedIn('ilse');
    const png = Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
      'base64',
    );
    const placed = await ilse.post(`/api/lessons/${lesson}/assets`).attach('files', png, 'dot.png').expect(201);
    const [{ digest }] = placed.body as [{ digest: string }];
    const teacher = await host(id);
    const cookie = await token(code);
    const device = await line('', { cookie });
    await teacher.hears('asks');
    const asked = async (of: string) =>
      await fetch(`http://127.0.0.1:${port}/api/companion/pictures/${of}`, { headers: { cookie }, redirect: 'manual' });
    expect((await asked(digest)).status).toBe(404);
    await letIn(teacher, device, '1');
    const led = await asked(digest);
    expect(led.status).toBe(307);
    const picture = await fetch(`http://127.0.0.1:${port}${led.headers.get('location')}`, { headers: { cookie } });
    expect([picture.status, picture.headers.get('content-type')]).toEqual([200, 'image/webp']);
    expect((await asked('a'.repeat(64))).status).toBe(404);
    expect((await fetch(`http://127.0.0.1:${port}${led.headers.get('location')}`)).status).toBe(404);
  });
});

describe('a line is refused', () => {
  it('without a right: no token, a guessed one, a room of someone else, another site', async () => {
    const { id } = await room();
    const refused = async (query: string, headers: Record<string, string> = {}) => (await line(query, headers)).ends();
    expect(await refused('')).toBe(LINE_OVER.refused);
    expect(await refused('', { cookie: `${COMPANION_COOKIE}=guess` })).toBe(LINE_OVER.refused);
    expect(await refused(`?room=${id}`)).toBe(LINE_OVER.refused);
    expect(await refused(`?room=${id}`, { cookie: cookies['bo']! })).toBe(LINE_OVER.refused);
    expect(await refused(`?room=${id}`, { cookie: cookies['ilse']!, origin: 'http://elsewhere.example' })).toBe(
      LINE_OVER.refused,
    );
  });
  it('for devices beyond the fourth', async () => {
    const { code } = await room();
    const agent = await test.signedIn('bo');
    for (let i = 0; i < 4; i += 1) await agent.post('/api/companion/join').send({ code }).expect(204);
    await agent.post('/api/companion/join').send({ code }).expect(409);
  });
});

/** What a stranger may send, and nothing comes of it but the end of their own line. */
describe('bytes of a stranger', () => {
  const upgrade = (target: string) =>
    `GET ${target} HTTP/1.1\r\nHost: x\r\nConnection: Upgrade\r\nUpgrade: websocket\r\nSec-WebSocket-Version: 13\r\nSec-WebSocket-Key: dGhlIHNhbXBsZSBub25jZQ==\r\n\r\n`;
  const send = (text: string, reset = false) =>
    new Promise<void>((resolve) => {
      const socket = connect(port, '127.0.0.1', () => {
        socket.write(text, () => (reset ? socket.resetAndDestroy() : undefined));
      });
      socket.on('data', () => undefined);
      socket.on('error', () => resolve());
      socket.on('close', () => resolve());
    });
  const isUp = async () => (await fetch(`http://127.0.0.1:${port}/health/live`)).status === 200;

  it.each(['//', '/', 'http://[', '/api/companion/line/../..', '/%', '*', '/elsewhere'])(
    'an upgrade to %p',
    async (target) => {
      await send(upgrade(target));
      expect(await isUp()).toBe(true);
    },
  );
  it('an upgrade that is reset at once, a hundred times', async () => {
    for (let i = 0; i < 100; i += 1) await send(upgrade(COMPANION_PATH), true);
    await send('CONNECT x:1 HTTP/1.1\r\nHost: x\r\n\r\n', true);
    expect(await isUp()).toBe(true);
  });
  it.each([
    ['null', 'null', 1008],
    ['a list', '[]', 1008],
    ['a number', '7', 1008],
    ['torn JSON', '{"kind":', 1007],
    ['what only a room may say', '{"kind":"let-in","to":"1"}', 1008],
    ['more than a message may be', JSON.stringify({ kind: 'pen', pad: 'x'.repeat(70_000) }), 1009],
    ['a nested one', '['.repeat(30_000), 1007],
  ])('%s from a device', async (_, text, code) => {
    const { id, code: word } = await room();
    const teacher = await host(id);
    const device = await pad(word);
    await letIn(teacher, device, '1');
    device.socket.send(text);
    expect(await device.ends()).toBe(code);
    expect(await isUp()).toBe(true);
  });
  it('more messages than a pen can make', async () => {
    const { id, code } = await room();
    const teacher = await host(id);
    const device = await pad(code);
    await letIn(teacher, device, '1');
    for (let i = 0; i < 900; i += 1) device.say({ kind: 'pong', t: i, here: i });
    expect(await device.ends()).toBe(1008);
    expect(await isUp()).toBe(true);
  });
});

it('wrong codes have to wait after a hundred', async () => {
  const agent = await test.signedIn('bo');
  const statuses: number[] = [];
  for (let i = 0; i < 101; i += 1)
    statuses.push((await agent.post('/api/companion/join').send({ code: 'WRONG2' })).status);
  expect(statuses.slice(0, 90).every((status) => status === 404)).toBe(true);
  expect(statuses.at(-1)).toBe(429);
});
