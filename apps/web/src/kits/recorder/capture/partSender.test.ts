import type { Sending, TakeFacts } from './captureProtocol.ts';
import { PartSender, Refused, type Wire, type WireAnswer } from './partSender.ts';

const facts: TakeFacts = {
  takeId: 't',
  lessonId: 'l',
  personId: 'p',
  windowKey: 'window-1',
  openedAt: '',
  takeOver: false,
};
const bytes = (...values: number[]) => Uint8Array.from(values) as Uint8Array<ArrayBuffer>;

/** A server that answers from a list per path, and well once the list is used up. */
function wire(answers: Record<string, WireAnswer[]>) {
  const asked: string[] = [];
  const pauses: number[] = [];
  const made: Wire = {
    send: (method, path) => {
      const plain = path.split('?')[0]!;
      asked.push(`${method} ${plain}`);
      return Promise.resolve(answers[plain]?.shift() ?? { status: 200, body: {} });
    },
    pause: (ms) => {
      pauses.push(ms);
      return new Promise((resolve) => setTimeout(resolve, 0));
    },
  };
  return { asked, pauses, made };
}

function sender(answers: Record<string, WireAnswer[]> = {}) {
  const states: Sending[] = [];
  let takenOver = 0;
  const { asked, pauses, made } = wire(answers);
  const events = { sending: (state: Sending) => void states.push(state), takenOver: () => void (takenOver += 1) };
  return { asked, pauses, states, takenOver: () => takenOver, one: new PartSender(made, facts, events) };
}

describe('sending a take', () => {
  it('opens it, sends each part in order and finishes', async () => {
    const { one, asked } = sender();
    const running = one.run();
    one.add('voice', bytes(1));
    one.add('log', bytes(2));
    await one.finish(960);
    await running;
    expect(asked).toEqual([
      'PUT /api/takes/t',
      'PUT /api/takes/t/parts/voice/0',
      'PUT /api/takes/t/parts/log/0',
      'POST /api/takes/t/finish',
    ]);
  });
  it('goes on trying while the server is away, with growing pauses, and says so', async () => {
    const away: WireAnswer = { status: 0, body: {} };
    const { one, states, pauses } = sender({ '/api/takes/t': [away, { status: 503, body: {} }, away] });
    const running = one.run();
    one.add('voice', bytes(1));
    await one.finish(960);
    await running;
    expect(states.slice(0, 3)).toEqual(['waiting', 'waiting', 'waiting']);
    expect(states.at(-1)).toBe('fine');
    expect(pauses.filter((ms) => ms >= 500)).toEqual([500, 1000, 2000]);
  });
  it('waits for someone to sign in again, and loses nothing', async () => {
    const { one, states, asked } = sender({ '/api/takes/t/parts/voice/0': [{ status: 401, body: {} }] });
    const running = one.run();
    one.add('voice', bytes(1));
    await one.finish(960);
    await running;
    expect(states).toContain('signed-out');
    expect(asked.filter((line) => line.includes('voice/0'))).toHaveLength(2);
  });
  it('sends again what arrived damaged or not at all', async () => {
    const { one, asked } = sender({
      '/api/takes/t/parts/voice/0': [{ status: 422, body: { code: 'part-damaged' } }],
      '/api/takes/t/finish': [{ status: 409, body: { code: 'parts-missing', missing: { voice: [0], log: [] } } }],
    });
    const running = one.run();
    one.add('voice', bytes(1));
    await one.finish(960);
    await running;
    expect(asked.filter((line) => line.includes('voice/0'))).toHaveLength(3);
    expect(asked.at(-1)).toBe('POST /api/takes/t/finish');
  });
  it('tells when another window has taken over', async () => {
    const { one, takenOver } = sender({
      '/api/takes/t/parts/voice/0': [{ status: 409, body: { code: 'taken-over' } }],
    });
    const running = one.run();
    one.add('voice', bytes(1));
    await one.finish(960);
    await running;
    expect(takenOver()).toBe(1);
  });
  it('stops with the words of the server when it is refused for good', async () => {
    const { one } = sender({
      '/api/takes/t': [{ status: 409, body: { code: 'lesson-being-recorded', detail: 'elsewhere' } }],
    });
    await expect(one.run()).rejects.toEqual(new Refused('lesson-being-recorded', 'elsewhere'));
  });
});
