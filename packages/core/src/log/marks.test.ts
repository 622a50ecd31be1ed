import { micros, type Micros, type TimeRange } from '../clock/index.ts';
import {
  earlierEvents,
  FADE_AFTER_MS,
  FADE_MS,
  isStroke,
  keptRanges,
  lastPauseBefore,
  lostSound,
  silentWriting,
  TakeIndex,
  type Pen,
  type TakeEvent,
} from './index.ts';

const at = micros;
const line = Array.from({ length: 11 }, (_, i) => [i * 100, 0, 128, i * 10]).flat();
const stroke = (time: number, id: string, pen: Partial<Pen> = {}): TakeEvent => ({
  kind: 'stroke',
  at: at(time),
  stroke: id,
  page: 'p',
  pen: { colour: '#26221b', width: 4, ...pen },
  points: line,
});
const seen = (index: TakeIndex, time: number) => index.marksAt('p', at(time)).map((mark) => mark.id);
const range = (start: number, end: number): TimeRange => ({ start: at(start), end: at(end) });

describe('ink that is rubbed out in part, or moved', () => {
  const events: readonly TakeEvent[] = [
    stroke(1000, 'a'),
    {
      kind: 'replaced',
      at: at(5000),
      act: 'r1',
      out: ['a'],
      pieces: [
        { stroke: 'b', of: 'a', to: 4 },
        { stroke: 'c', of: 'a', from: 7, dx: 50, dy: -20 },
      ],
    },
    { kind: 'undone', at: at(9000), act: 'r1' },
    { kind: 'redone', at: at(12_000), act: 'r1' },
  ];
  const index = new TakeIndex(events);
  it('gives way to its pieces, which are taken back and done again together', () => {
    expect(seen(index, 4000)).toEqual(['a']);
    expect(seen(index, 5000)).toEqual(['b', 'c']);
    expect(seen(index, 9000)).toEqual(['a']);
    expect(seen(index, 12_000)).toEqual(['b', 'c']);
  });
  it('has the points of its stretch, moved as told', () => {
    const [b, c] = index.strokesAt('p', at(5000));
    expect(b!.points).toEqual(line.slice(0, 16));
    expect(c!.points.slice(0, 4)).toEqual([750, -20, 128, 70]);
    expect(c!.at).toBe(1000);
  });
});

describe('fading ink', () => {
  const index = new TakeIndex([stroke(1000, 'f', { kind: 'fading' }), stroke(2000, 'stays')]);
  const gone = 1000 + (100 + FADE_AFTER_MS + FADE_MS) * 1000;
  it('goes by itself some time after its last point', () => {
    expect(seen(index, gone - 1)).toEqual(['f', 'stays']);
    expect(seen(index, gone)).toEqual(['stays']);
  });
  it('is not there in a following take', () => {
    const next = new TakeIndex([], [[stroke(1000, 'f', { kind: 'fading' }), stroke(2000, 'stays')]]);
    expect(seen(next, 0)).toEqual(['stays']);
  });
});

it('typed text is a mark like ink: moved, erased, taken back', () => {
  const thing = {
    id: 't',
    kind: 'text',
    x: 10,
    y: 20,
    width: 300,
    height: 40,
    text: 'Set 085°',
    size: 30,
    colour: '#26221b',
  } as const;
  const index = new TakeIndex([
    { kind: 'text', at: at(10), text: 't', page: 'p', thing },
    { kind: 'replaced', at: at(20), act: 'm', out: ['t'], pieces: [{ stroke: 'u', of: 't', dx: 100 }] },
    { kind: 'erased', at: at(30), act: 'e', strokes: ['u'] },
    { kind: 'undone', at: at(40), act: 'e' },
  ]);
  expect(index.textsAt('p', at(10))[0]!.thing.x).toBe(10);
  expect(index.textsAt('p', at(20))[0]!.thing).toMatchObject({ x: 20, id: 'u' });
  expect(seen(index, 30)).toEqual([]);
  expect(index.marksAt('p', at(40)).filter(isStroke)).toEqual([]);
  expect(seen(index, 40)).toEqual(['u']);
});

describe('a board that grows and is scrolled', () => {
  const index = new TakeIndex(
    [
      { kind: 'grown', at: at(10), page: 'p', height: 1800 },
      { kind: 'scrolled', at: at(20), page: 'p', top: 400 },
    ],
    [
      [
        { kind: 'grown', at: at(99), page: 'q', height: 2700 },
        { kind: 'scrolled', at: at(100), page: 'q', top: 900 },
      ],
    ],
  );
  it('is as high and as far down as it was at the moment', () => {
    expect([index.heightAt('p', at(9)), index.heightAt('p', at(10))]).toEqual([null, 1800]);
    expect([index.topAt('p', at(19)), index.topAt('p', at(20))]).toEqual([0, 400]);
  });
  it('keeps its height from an earlier take and begins at its top', () => {
    expect(index.heightAt('q', at(0))).toBe(2700);
    expect(index.topAt('q', at(0))).toBe(0);
  });
});

it('the framing knows what it was before, so that the change can be eased', () => {
  const index = new TakeIndex([{ kind: 'framing', at: at(50), framing: 'presenter' }]);
  expect(index.framingAt(at(49))).toEqual({ at: -1, now: 'page', before: 'page' });
  expect(index.framingAt(at(60))).toEqual({ at: 50, now: 'presenter', before: 'page' });
});

describe('what was said again', () => {
  it('is left out, also when it was said again twice', () => {
    const events: readonly TakeEvent[] = [
      { kind: 'said-again', at: at(50), to: at(30) },
      { kind: 'said-again', at: at(80), to: at(20) },
    ];
    expect(keptRanges(events, at(100))).toEqual([range(0, 20), range(80, 100)]);
    expect(keptRanges([], at(100))).toEqual([range(0, 100)]);
    expect(keptRanges(events, at(0))).toEqual([]);
  });
  it('begins after the last pause that was long enough', () => {
    const quiet = [range(0, 100), range(900, 1300), range(2000, 2100), range(2900, 3000)];
    expect(lastPauseBefore(quiet, at(3000), at(350))).toBe(1300);
    expect(lastPauseBefore(quiet, at(1300), at(350))).toBe(0);
    expect(lastPauseBefore([], at(5), at(1))).toBe(0);
  });
});

it('of an earlier take, only what came before a moment counts where one is named', () => {
  const events = [stroke(10, 'a'), stroke(20, 'b')];
  expect(earlierEvents('t@10', () => events)).toHaveLength(1);
  expect(earlierEvents('t', () => events)).toHaveLength(2);
});

it('writing without a word is found; writing while talking is not', () => {
  const long = (time: number): TakeEvent =>
    ({ ...stroke(time, `s${time}`), points: [0, 0, 1, 0, 9, 9, 1, 5000] }) as TakeEvent;
  const events = [long(0), long(6e6), long(60e6)];
  const quiet = [range(0, 12e6), range(64e6, 90e6)] as readonly { start: Micros; end: Micros }[];
  expect(silentWriting(events, quiet)).toEqual([range(0, 11e6)]);
});

it('losses that follow one another are one stretch, within the take', () => {
  const lost = (seconds: number, lastedMs: number) =>
    ({ kind: 'sound-lost', at: at(seconds * 1e6), lastedMs }) as const;
  const events = [lost(2, 1000), lost(3, 500), lost(9, 5000)];
  expect(lostSound(events, micros(10e6))).toEqual([range(2e6, 3.5e6), range(9e6, 10e6)]);
});
