import { randomUUID } from 'node:crypto';
import { EventEmitter, once } from 'node:events';
import { connect, createServer, type AddressInfo, type Server, type Socket } from 'node:net';
import { Redis } from 'ioredis';
import { readConfig } from '../config/index.ts';
import { until } from '../../testing/lesson.ts';
import { Bus } from './index.ts';

const speaking = new Redis(process.env['OAKBELL_REDIS_URL'] ?? '');
const open: Bus[] = [];
const lines: Server[] = [];
const bus = (url = process.env['OAKBELL_REDIS_URL']): Bus => {
  const config = readConfig({ ...process.env, OAKBELL_REDIS_URL: url, OAKBELL_QUEUE: randomUUID() });
  const made = new Bus(config, speaking.duplicate());
  open.push(made);
  return made;
};
afterAll(async () => {
  await Promise.all(open.map((one) => one.onApplicationShutdown()));
  speaking.disconnect();
  for (const line of lines) line.close();
});
/**
 * The same Redis at the end of a slow line: `reached` once somebody is connected, whose answers take so long; `asked` once
 * a word was sent so many times; `cut` ends what is connected; `gone` when all have left.
 */
async function farRedis(ms: number) {
  const [sockets, sent]: [Set<Socket>, EventEmitter] = [new Set(), new EventEmitter()];
  let all = '';
  const near = new URL(process.env['OAKBELL_REDIS_URL'] ?? '');
  const line = createServer((there) => {
    const here = connect(Number(near.port), near.hostname);
    there.pipe(here);
    sockets.add(there);
    there.on('data', (bytes) => sent.emit('more', (all += bytes.toString('latin1'))));
    here.on('data', (bytes) => setTimeout(() => there.write(bytes), ms));
    here.on('close', () => there.destroy());
    for (const end of [here, there]) end.on('error', () => end.destroy());
    there.on('close', () => here.destroy());
  });
  line.listen(0, '127.0.0.1');
  await once(line, 'listening');
  lines.push(line);
  const asked = async (word: string, times: number): Promise<void> => {
    while (all.split(word).length - 1 < times) await once(sent, 'more');
  };
  const cut = () => sockets.forEach((one) => one.destroy());
  const gone = () => Promise.all([...sockets].filter((one) => !one.closed).map((one) => once(one, 'close')));
  const url = `redis://127.0.0.1:${(line.address() as AddressInfo).port}`;
  return { url, reached: once(line, 'connection'), asked, cut, gone };
}
/** What a bus hears of what is said on it again and again. */
async function hears(one: Bus, topic: string, heard: readonly unknown[]): Promise<void> {
  const before = heard.length;
  await until(async () => {
    await one.say(topic, 'hello');
    return heard.length > before;
  });
}

describe('the bus between processes', () => {
  it('hears when it begins to listen while the first answer of Redis is still on its way', async () => {
    const far = await farRedis(150);
    const one = bus(far.url);
    // It is connected, and waits for what Redis says of itself.
    await far.reached;
    await new Promise((resolve) => setTimeout(resolve, 20));
    const heard: unknown[] = [];
    await Promise.all(['a', 'b', 'c'].map((topic) => one.on(topic, (message) => heard.push(message))));
    for (const topic of ['a', 'b', 'c']) await hears(one, topic, heard);
  });
  it('hears again after its connection was lost', async () => {
    const one = bus();
    const heard: unknown[] = [];
    await one.on('tides', (message) => heard.push(message));
    await hears(one, 'tides', heard);
    await speaking.client('KILL', 'TYPE', 'pubsub');
    await hears(one, 'tides', heard);
  });
  it('ends in peace while topics are taken up again', async () => {
    const far = await farRedis(100);
    const one = bus(far.url);
    await one.on('tides', () => undefined);
    far.cut();
    await far.asked('subscribe', 2);
    const gone = far.gone();
    await one.onApplicationShutdown();
    await gone;
    // An answer that nobody waits for fails whatever test runs now.
    await new Promise(setImmediate);
  });
  it('hears nothing more of a topic that was left, and all of the others', async () => {
    const one = bus();
    const [left, kept]: [unknown[], unknown[]] = [[], []];
    const leave = await one.on('tides', (message) => left.push(message));
    await one.on('clouds', (message) => kept.push(message));
    await leave();
    await one.say('tides', 1);
    await hears(one, 'clouds', kept);
    expect(left).toEqual([]);
  });
});
