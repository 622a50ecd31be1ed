import { micros } from '../clock/index.ts';
import { eventText, logEnd, logHeaderText, logText, readLog, TakeIndex, type TakeEvent } from './index.ts';

const pen = { colour: '#26221b', width: 4 };
const at = micros;
const stroke = (time: number, id: string, page = 'p1'): TakeEvent => ({
  kind: 'stroke',
  at: at(time),
  stroke: id,
  page,
  pen,
  points: [100, 100, 128, 0],
});
const ids = (index: TakeIndex, time: number, page = 'p1') => index.strokesAt(page, at(time)).map((one) => one.id);

describe('a log as text', () => {
  const events: readonly TakeEvent[] = [
    { kind: 'page', at: at(0), page: 'p1' },
    stroke(1000, 's1'),
    { kind: 'more', at: at(2000), stroke: 's1', points: [110, 110, 130, 0, 120, 120, 130, 16] },
    { kind: 'erased', at: at(3000), act: 'e1', strokes: ['s1'] },
    { kind: 'undone', at: at(4000), act: 'e1' },
    { kind: 'pointer', at: at(5000), page: 'p1', points: [1, 2, 0], gone: true },
    { kind: 'paused', at: at(6000), lastedMs: 12 },
  ];
  it('is read back as it was written', () => {
    expect(readLog(logText(events))).toEqual({ ok: true, events, unknown: [], rejected: [] });
  });
  it('keeps kinds it does not know', () => {
    const line = JSON.stringify({ kind: 'weather', at: 5, wind: 'NE 4' });
    expect(readLog(`${logHeaderText()}${line}\n`)).toMatchObject({ ok: true, unknown: [line], events: [] });
  });
  it('says line and reason of what it rejects and reads the rest', () => {
    const text = `${logHeaderText()}{"kind":"page","at":-1,"page":"p"}\n{"kind":"pa\n${eventText(events[0]!)}{"at":1}\n{"kind":"page","at":3}\n`;
    const read = readLog(text);
    expect(read).toMatchObject({
      ok: true,
      events: [events[0]],
      rejected: [
        { line: 2, reason: 'bad-time' },
        { line: 3, reason: 'not-json' },
        { line: 5, reason: 'no-kind' },
        { line: 6, reason: 'bad-field' },
      ],
    });
  });
  it('refuses a foreign file and a later version', () => {
    expect(readLog('{"hello":1}\n')).toEqual({ ok: false, reason: 'no-header' });
    expect(readLog('{"log":"oakbell.take","version":99}\n')).toEqual({ ok: false, reason: 'too-new' });
  });
  it('puts events into the order of time', () => {
    const read = readLog(logText([stroke(9, 'b'), stroke(3, 'a')]));
    expect(read.ok && read.events.map((event) => event.at)).toEqual([3, 9]);
  });
  it('ends with the last point of the last stroke', () => {
    expect(logEnd(events)).toBe(18_000);
    expect(logEnd([])).toBe(0);
  });
});

describe('the state of a take at a moment', () => {
  it('knows the page that was up', () => {
    const index = new TakeIndex([
      { kind: 'page', at: at(0), page: 'p1' },
      { kind: 'page', at: at(500), page: 'p2' },
    ]);
    expect([0, 499, 500, 9999].map((time) => index.pageAt(at(time)))).toEqual(['p1', 'p1', 'p2', 'p2']);
    expect(new TakeIndex([]).pageAt(at(0))).toBeNull();
  });
  it('shows a stroke from its beginning until it is erased, and again when the erasing is undone', () => {
    const index = new TakeIndex([
      stroke(100, 's1'),
      stroke(200, 's2'),
      { kind: 'erased', at: at(300), act: 'e1', strokes: ['s1'] },
      { kind: 'undone', at: at(400), act: 'e1' },
      { kind: 'redone', at: at(500), act: 'e1' },
      { kind: 'undone', at: at(600), act: 's2' },
    ]);
    expect([50, 150, 250, 350, 450, 550, 650].map((time) => ids(index, time))).toEqual([
      [],
      ['s1'],
      ['s1', 's2'],
      ['s2'],
      ['s1', 's2'],
      ['s2'],
      [],
    ]);
  });
  it('stays hidden when two erasures overlap and only one is taken back', () => {
    const index = new TakeIndex([
      stroke(1, 's'),
      { kind: 'erased', at: at(2), act: 'a', strokes: ['s'] },
      { kind: 'erased', at: at(3), act: 'b', strokes: ['s'] },
      { kind: 'undone', at: at(4), act: 'b' },
    ]);
    expect(ids(index, 5)).toEqual([]);
  });
  it('begins with the ink that earlier takes left', () => {
    const first = [stroke(100, 'old'), stroke(200, 'gone'), { kind: 'undone', at: at(300), act: 'gone' } as const];
    const index = new TakeIndex([{ kind: 'erased', at: at(50), act: 'e', strokes: ['old'] }], [first]);
    expect(ids(index, 0)).toEqual(['old']);
    expect(ids(index, 50)).toEqual([]);
  });
  it('agrees with a plain replay at any moment of a long random log', () => {
    let state = 11;
    const next = () => (state = (state * 48271) % 2147483647) / 2147483647;
    const events: TakeEvent[] = [];
    const drawn: string[] = [];
    for (let i = 0; i < 2000; i += 1) {
      const time = i * 10;
      const dice = next();
      const some = drawn[Math.floor(next() * drawn.length)];
      if (dice < 0.6 || !some) {
        drawn.push(`s${i}`);
        events.push(stroke(time, `s${i}`));
      } else if (dice < 0.8) events.push({ kind: 'erased', at: at(time), act: `e${i}`, strokes: [some] });
      else events.push({ kind: 'undone', at: at(time), act: some });
    }
    const index = new TakeIndex(events);
    for (let time = 0; time < 20_000; time += 997) {
      const past = events.filter((event) => event.at <= time);
      const gone = new Set(
        past.flatMap((event) => (event.kind === 'erased' ? event.strokes : event.kind === 'undone' ? [event.act] : [])),
      );
      const seen = past.flatMap((event) => (event.kind === 'stroke' && !gone.has(event.stroke) ? [event.stroke] : []));
      expect(ids(index, time)).toEqual(seen);
    }
  });
  it('shows the pointer on its page until it goes', () => {
    const index = new TakeIndex([
      { kind: 'pointer', at: at(1000), page: 'p1', points: [10, 20, 0, 30, 40, 2] },
      { kind: 'pointer', at: at(9000), page: 'p1', points: [50, 60, 0], gone: true },
    ]);
    expect(index.pointerAt('p1', at(999))).toBeNull();
    expect(index.pointerAt('p1', at(2999))).toEqual({ x: 10, y: 20 });
    expect(index.pointerAt('p1', at(3000))).toEqual({ x: 30, y: 40 });
    expect(index.pointerAt('p2', at(3000))).toBeNull();
    expect(index.pointerAt('p1', at(9001))).toBeNull();
  });
});
