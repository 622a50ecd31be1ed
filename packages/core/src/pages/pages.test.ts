import { micros } from '../clock/index.ts';
import {
  backdropDrawing,
  emptiestCorner,
  heightFor,
  learntRate,
  PAGE_WIDTH,
  picturesOf,
  planPages,
  readBackdrop,
  readThings,
  speakingTime,
  SQUARE,
  takenOn,
  thingAt,
  ticksOf,
  wordCount,
  type Backdrop,
} from './index.ts';

const digest = 'a'.repeat(64);
const axis = (from: number, to: number, step = 1) => ({ from, to, step, label: 'x' });

describe('a page', () => {
  it('has the shape of its picture', () => {
    expect(heightFor(1920, 1080)).toBe(900);
    expect(heightFor(595, 842)).toBe(2264);
    expect(heightFor(1, 1)).toBe(PAGE_WIDTH);
  });
  it('cannot have the shape of nothing', () => {
    expect(() => heightFor(0, 10)).toThrow(RangeError);
    expect(() => heightFor(10, Number.NaN)).toThrow(RangeError);
  });
  it('names every picture it needs once', () => {
    const things = ['p', 'p', 'q'].map((picture, i) => {
      return { id: String(i), kind: 'picture', x: 0, y: 0, width: 9, height: 9, picture } as const;
    });
    expect(picturesOf({ id: 'a', kind: 'slide', height: 900, picture: 'p', things })).toEqual(['p', 'q']);
    expect(picturesOf({ id: 'a', kind: 'board', height: 900, backdrop: { kind: 'picture', picture: 'b' } })).toEqual([
      'b',
    ]);
  });
});

describe('a backdrop', () => {
  it('of squares has a line at every square inside the page and every fifth strong', () => {
    const { lines } = backdropDrawing({ kind: 'squared' }, 900);
    const upright = lines.filter((line) => line.x1 === line.x2);
    expect(upright).toHaveLength(PAGE_WIDTH / SQUARE - 1);
    expect(upright.every((line) => line.x1 > 0 && line.x1 < PAGE_WIDTH && line.y2 === 900)).toBe(true);
    const strong = upright.filter((line) => line.weight === 'strong').map((line) => line.x1);
    expect(strong).toEqual([200, 400, 600, 800, 1000, 1200, 1400]);
  });
  it('grows with the board, except for axes, which stay where they were', () => {
    const rules = (height: number) => backdropDrawing({ kind: 'ruled' }, height).lines.length;
    expect(rules(1800)).toBeGreaterThan(rules(900) * 1.9);
    const axes: Backdrop = { kind: 'axes', x: axis(-5, 5), y: axis(-3, 3), origin: [0, 0], grid: false };
    expect(backdropDrawing(axes, 4000)).toEqual(backdropDrawing(axes, 900));
  });
  it('of axes crosses at the origin, wherever that is, and keeps to the page when it lies outside', () => {
    const labels = (origin: readonly [number, number]) => {
      const axes: Backdrop = { kind: 'axes', x: axis(0, 10), y: axis(0, 10), origin, grid: true };
      return backdropDrawing(axes, 900);
    };
    const level = labels([0, 5]).lines.find((line) => line.weight === 'bold' && line.y1 === line.y2)!;
    expect(level.y1).toBe(450);
    expect(labels([-50, 99]).lines.every((line) => line.x1 >= 0 && line.x2 <= PAGE_WIDTH)).toBe(true);
  });
  it('has ticks at whole steps with tidy numbers, and never too many', () => {
    expect(ticksOf(axis(-0.25, 0.35, 0.1))).toEqual([-0.2, -0.1, 0, 0.1, 0.2, 0.3]);
    expect(ticksOf(axis(0, 1, 0.000001)).length).toBeLessThanOrEqual(61);
  });
  it('is read from JSON with its known fields only, and refused where it makes no sense', () => {
    expect(readBackdrop('squared')).toEqual({ kind: 'squared' });
    expect(readBackdrop({ kind: 'ruled', dark: true, script: 1 })).toEqual({ kind: 'ruled', dark: true });
    expect(readBackdrop({ kind: 'number-line', x: axis(5, 5) })).toBeNull();
    expect(readBackdrop({ kind: 'picture', picture: '../etc/passwd' })).toBeNull();
    expect(readBackdrop({ kind: 'axes', x: axis(0, 1), y: axis(0, 1), origin: [0] })).toBeNull();
    expect(readBackdrop(null)).toBeNull();
  });
});

describe('things placed on a page', () => {
  const box = { id: 'b', kind: 'box', x: 100, y: 100, width: 200, height: 100, colour: '#26221b', stroke: 4 };
  const text = {
    id: 't',
    kind: 'text',
    x: 150,
    y: 120,
    width: 300,
    height: 60,
    text: 'High water',
    size: 32,
    colour: '#26221b',
  };
  it('come back from JSON as they were, without what is not known', () => {
    expect(readThings([box, { ...text, onclick: 'x' }])).toEqual({ ok: true, things: [box, text] });
  });
  it.each([
    ['a field out of range', [box, { ...box, id: 'c', stroke: 0 }], 'bad-thing', 1],
    ['no number', [{ ...box, x: Number.NaN }], 'bad-thing', 0],
    ['a picture that is no digest', [{ ...box, kind: 'picture', picture: 'x' }], 'bad-thing', 0],
    ['an id twice', [box, box], 'same-id', 1],
    ['no list', 'things', 'too-many', 300],
  ])('are refused with %s', (_, value, reason, index) => {
    expect(readThings(value)).toEqual({ ok: false, reason, index });
  });
  it('are found from the top down', () => {
    const read = readThings([
      box,
      text,
      {
        id: 'f',
        kind: 'formula',
        x: 0,
        y: 800,
        width: 50,
        height: 20,
        source: 'x',
        picture: digest,
        colour: '#000000',
      },
    ]);
    const things = read.ok ? read.things : [];
    expect(thingAt(things, { x: 160, y: 130 })?.id).toBe('t');
    expect(thingAt(things, { x: 110, y: 190 })?.id).toBe('b');
    expect(thingAt(things, { x: 900, y: 500 })).toBeNull();
  });
});

describe('the emptiest corner', () => {
  const inset = { width: 320, height: 180 };
  it('is low on the right on an empty page', () => {
    expect(emptiestCorner({ top: 0, height: 900 }, inset, () => false)).toMatchObject({
      corner: 'lower-right',
      covered: 0,
    });
  });
  it('avoids what is written, also on a page that was scrolled', () => {
    const below = emptiestCorner({ top: 0, height: 900 }, inset, (cell) => cell.y > 450);
    expect(below.corner).toBe('upper-right');
    const scrolled = emptiestCorner({ top: 900, height: 900 }, inset, (cell) => cell.x > 800 && cell.y > 900);
    expect(scrolled.corner).toBe('lower-left');
  });
});

describe('what lies on a painted view', () => {
  const view = { width: 16, height: 9, data: new Uint8ClampedArray(16 * 9 * 4).fill(250) };
  const cell = (x: number, y: number) => ({ x, y, width: 100, height: 100 });

  it('is anything but the commonest colour; a faint line is paper', () => {
    view.data.set([30, 30, 30, 255], (2 * 16 + 12) * 4);
    view.data.set([220, 228, 222, 255], (5 * 16 + 3) * 4);
    const isTaken = takenOn(view);
    expect(isTaken(cell(1200, 200))).toBe(true);
    expect(isTaken(cell(300, 500))).toBe(false);
    expect(isTaken(cell(0, 0))).toBe(false);
  });
});

describe('speaking time', () => {
  it('counts words in any script, and figures', () => {
    expect(wordCount('High water is at 14:32, 5.1 m – ça monte.')).toBe(9);
    expect(wordCount('')).toBe(0);
  });
  it('is learnt from pages that were spoken, and is 140 words a minute before', () => {
    expect(learntRate([])).toBe(140);
    expect(learntRate([{ words: 5, spoken: micros(1e6) }])).toBe(140);
    const at = (words: number) => ({ words, spoken: micros(60e6) });
    expect(learntRate([at(100), at(120), at(400)])).toBe(120);
  });
  it('says which page overruns the target', () => {
    const plan = planPages([140, 0, 70, 280], 140, micros(120e6));
    expect(plan.map((page) => page.overruns)).toEqual([false, false, false, true]);
    expect(plan[0]).toMatchObject({ time: 60e6, share: 0.5 });
    expect(speakingTime(70, 140)).toBe(30e6);
    expect(() => planPages([1], 140, micros(0))).toThrow(RangeError);
  });
});
