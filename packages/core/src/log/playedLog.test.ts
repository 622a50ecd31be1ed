import { fromMillis, micros, type Micros, type TimeRange } from '../clock/index.ts';
import type { Pen, TakeEvent } from './events.ts';
import { playedLog } from './playedLog.ts';
import { isStroke } from './marks.ts';
import { TakeIndex } from './takeIndex.ts';
import { logText } from './text.ts';

const INK: Pen = { colour: '#26221b', width: 4 };
const ms = (value: number) => fromMillis(value);
const range = (start: number, end: number): TimeRange => ({ start: ms(start), end: ms(end) });

const stroke = (id: string, at: number, page = 'p1', points = [0, 0, 128, 0, 10, 10, 128, 200]): TakeEvent => ({
  kind: 'stroke',
  at: ms(at),
  stroke: id,
  page,
  pen: INK,
  points,
});
const turn = (page: string, at: number): TakeEvent => ({ kind: 'page', at: ms(at), page });

function seeded(seed: number): () => number {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 32;
  };
}

/** Everything that is to be seen of a take at a moment, as words to compare. */
function seenAt(index: TakeIndex, at: Micros): unknown {
  const page = index.pageAt(at);
  if (page === null) return null;
  const marks = index.marksAt(page, at).map((mark) => {
    if (!isStroke(mark)) return [mark.id, mark.thing];
    const untilMs = mark.at < 0 || mark.paused ? Infinity : (at - mark.at) / 1000;
    const points = Array.from({ length: mark.points.length / 4 }, (_, i) => mark.points.slice(i * 4, i * 4 + 4));
    return [
      mark.id,
      mark.pen,
      points.filter((point) => point[3]! <= untilMs).map(([x, y, pressure]) => [x, y, pressure]),
    ];
  });
  return {
    page,
    marks: marks.map((mark) => JSON.stringify(mark)).sort(),
    pointer: index.pointerAt(page, at),
    height: index.heightAt(page, at),
    top: index.topAt(page, at),
    framing: index.framingAt(at).now,
  };
}

/** A take of ten seconds with everything a hand can do, by chance. */
function byChance(seed: number): readonly TakeEvent[] {
  const next = seeded(seed);
  const events: TakeEvent[] = [turn('p1', 0)];
  const [strokes, acts]: [string[], string[]] = [[], []];
  const any = <T>(list: readonly T[]) => list[Math.floor(next() * list.length)]!;
  for (let at = 100; at < 10_000; at += 40 + Math.floor(next() * 200)) {
    const page = any(['p1', 'p2', 'p3']);
    const chance = next();
    const id = `n${at}`;
    if (chance < 0.12) events.push(turn(page, at));
    else if (chance < 0.5 || strokes.length === 0) {
      events.push(stroke(id, at, page, [at, 1, 99, 0, at + 1, 2, 99, 150, at + 2, 3, 99, 300]));
      strokes.push(id);
      acts.push(id);
    } else if (chance < 0.6) {
      events.push({ kind: 'erased', at: ms(at), act: id, strokes: [any(strokes)] });
      acts.push(id);
    } else if (chance < 0.7) {
      const of = any(strokes);
      events.push({
        kind: 'replaced',
        at: ms(at),
        act: id,
        out: [of],
        pieces: [{ stroke: `${id}p`, of, from: 0, to: 2, dx: 5 }],
      });
      strokes.push(`${id}p`);
      acts.push(id);
    } else if (chance < 0.8) events.push({ kind: 'undone', at: ms(at), act: any(acts) });
    else if (chance < 0.86) events.push({ kind: 'redone', at: ms(at), act: any(acts) });
    else if (chance < 0.95)
      events.push({
        kind: 'pointer',
        at: ms(at),
        page,
        points: [at, 1, 0, at + 1, 1, 30],
        ...(next() < 0.4 ? { gone: true } : {}),
      });
    else events.push({ kind: 'grown', at: ms(at), page, height: 900 + at });
  }
  return events;
}

describe('a log for those who watch', () => {
  it('looks the same at every moment that is played, whatever was done before, between and after', () => {
    for (let seed = 1; seed <= 60; seed += 1) {
      const events = byChance(seed);
      const earlier = [byChance(seed + 1000)];
      const ranges = [range(1200, 2900), range(4000, 4100), range(6500, 8000)];
      const whole = new TakeIndex(events, earlier);
      const given = new TakeIndex(playedLog(events, { ranges, earlier }));
      for (const { start, end } of ranges)
        for (let at = start; at < end; at = micros(at + 37_000))
          expect([seed, at, seenAt(given, at)]).toEqual([seed, at, seenAt(whole, at)]);
    }
  });

  it('holds nothing that was cut away, rubbed out before, or written on a page that is not up', () => {
    const events: readonly TakeEvent[] = [
      turn('p1', 0),
      stroke('cut-away', 100),
      { kind: 'erased', at: ms(500), act: 'rub', strokes: ['cut-away'] },
      stroke('stays', 600),
      turn('secret', 700),
      stroke('elsewhere', 800, 'secret'),
      turn('p1', 900),
      stroke('shown', 1500),
      stroke('later', 2500),
    ];
    const given = logText(playedLog(events, { ranges: [range(1000, 2000)] }));
    for (const kept of ['stays', 'shown', 'p1']) expect(given).toContain(`"${kept}"`);
    for (const gone of ['cut-away', 'secret', 'elsewhere', 'later', 'rub']) expect(given).not.toContain(gone);
  });

  it('holds no more of a stroke than is drawn by the end', () => {
    const events = [turn('p1', 0), stroke('long', 900, 'p1', [1, 1, 9, 0, 2, 2, 9, 50, 777, 777, 9, 400])];
    expect(logText(playedLog(events, { ranges: [range(0, 1000)] }))).not.toContain('777');
  });

  it('gives strokes their new colour, and leaves out those that were removed', () => {
    const events = [turn('p1', 0), stroke('red', 10), stroke('gone', 20), stroke('plain', 30)];
    const colourOf = ({ id }: { id: string }) => ({ red: '#b23a22', gone: null })[id];
    const given = playedLog(events, { ranges: [range(0, 1000)], colourOf });
    expect(given.flatMap((event) => (event.kind === 'stroke' ? [[event.stroke, event.pen.colour]] : []))).toEqual([
      ['red', '#b23a22'],
      ['plain', '#26221b'],
    ]);
  });

  it('holds no mark that is hidden whenever its page is up', () => {
    const events = [turn('p1', 0), stroke('beneath', 10), stroke('shown', 20)];
    const given = logText(playedLog(events, { ranges: [range(0, 1000)], isHidden: ({ id }) => id === 'beneath' }));
    expect(given).toContain('"shown"');
    expect(given).not.toContain('beneath');
  });

  it('is empty when nothing is played, and leaves what it was given alone', () => {
    const events = Object.freeze([turn('p1', 0), stroke('a', 10)]);
    expect(playedLog(events, { ranges: [] })).toEqual([]);
  });
});
