import { micros } from '@oakbell/core/clock';
import { FIRST_PENS, isStroke, logText, readLog, TakeIndex, type TakeEvent } from '@oakbell/core/log';
import { InkHand, type HandPlace } from './inkHand.ts';
import { LiveInk, type PenPoint } from './liveInk.ts';
import type { Tool } from './pens.ts';

const point = (x: number, y: number, ms: number): PenPoint => ({ x, y, pressure: 0.5, at: micros(ms * 1000) });
const pen: Tool = { kind: 'pen', pen: FIRST_PENS[0]! };

function atTheDesk() {
  const events: TakeEvent[] = [];
  const ink = new LiveInk('t-', (event) => events.push(event));
  const hand = new InkHand(ink);
  const place = (tool: Tool, more: Partial<HandPlace> = {}): HandPlace => ({
    page: 'p',
    tool,
    edge: null,
    paused: false,
    ...more,
  });
  const drag = (how: HandPlace, places: readonly (readonly [number, number])[], ms: number, shift = false) => {
    const [first, ...rest] = places.map(([x, y], i) => point(x, y, ms + i * 10));
    hand.down(how, first!, shift);
    for (const one of rest) hand.move('p', [one], shift);
    hand.up('p', micros((ms + places.length * 10) * 1000));
  };
  /** What a player shows at the end. */
  const replayed = () => {
    const read = readLog(logText(events));
    return new TakeIndex(read.ok ? read.events : []).finalMarks('p');
  };
  const across = (y: number) => Array.from({ length: 21 }, (_, i) => [100 + i * 20, y] as const);
  return { events, ink, hand, place, drag, replayed, across };
}

describe('a hand with a tool', () => {
  it('draws a straight line in steps of fifteen degrees while Shift is held', () => {
    const { ink, drag, place } = atTheDesk();
    drag(
      place(pen),
      [
        [100, 100],
        [300, 108],
        [500, 112],
      ],
      0,
      true,
    );
    const [line] = ink.strokesOn('p');
    expect(line).toMatchObject({ form: 'straight' });
    expect(new Set(line!.points.filter((_, i) => i % 4 === 1))).toEqual(new Set([1000]));
  });
  it('makes boxes square with Shift, and leaves no shape where it was not dragged', () => {
    const { ink, drag, place } = atTheDesk();
    const box: Tool = { kind: 'shape', shape: 'box', pen: FIRST_PENS[1]! };
    drag(
      place(box),
      [
        [100, 100],
        [200, 150],
      ],
      0,
      true,
    );
    const xs = ink.strokesOn('p')[0]!.points.filter((_, i) => i % 4 === 0);
    const ys = ink.strokesOn('p')[0]!.points.filter((_, i) => i % 4 === 1);
    expect([Math.max(...xs), Math.max(...ys)]).toEqual([2000, 2000]);
    drag(place(box), [[700, 700]], 1000);
    expect(ink.strokesOn('p')).toHaveLength(1);
  });
  it('writes along the straight edge from the first point to the last, however it shakes', () => {
    const { ink, drag, place } = atTheDesk();
    const edge = { centre: { x: 400, y: 300 }, degrees: 0, width: 80 };
    drag(
      place(pen, { edge }),
      [
        [100, 352],
        [200, 330],
        [300, 395],
      ],
      0,
    );
    expect(ink.strokesOn('p')[0]!.points.filter((_, i) => i % 4 === 1)).toEqual([3400, 3400, 3400]);
    drag(
      place(pen, { edge }),
      [
        [100, 600],
        [200, 610],
      ],
      1000,
    );
    expect(ink.strokesOn('p')[1]!.points.filter((_, i) => i % 4 === 1)).toEqual([6000, 6100]);
  });
  it('rubs out in one drag what one undo brings back, and a player sees the same', () => {
    const { ink, drag, place, replayed, across } = atTheDesk();
    drag(place(pen), across(100), 0);
    drag(place(pen), across(140), 1000);
    drag(
      place({ kind: 'rubber' }),
      [
        [300, 90],
        [300, 120],
        [300, 150],
      ],
      2000,
    );
    expect(ink.strokesOn('p')).toHaveLength(4);
    expect(replayed()).toEqual(ink.marksOn('p'));
    ink.undo(micros(3e6));
    expect(ink.strokesOn('p').map((stroke) => stroke.id)).toEqual(['t-s1', 't-s2']);
    expect(replayed().map((mark) => mark.id)).toEqual(['t-s1', 't-s2']);
    ink.redo(micros(4e6));
    expect(ink.strokesOn('p')).toHaveLength(4);
  });
  it('selects what lies wholly in the frame, moves it, and takes it away', () => {
    const { ink, hand, drag, place, replayed, across } = atTheDesk();
    drag(place(pen), across(100), 0);
    drag(place(pen), across(400), 1000);
    const select = place({ kind: 'select' });
    drag(
      select,
      [
        [50, 50],
        [560, 200],
      ],
      2000,
    );
    expect(hand.selection?.marks.map((mark) => mark.id)).toEqual(['t-s1']);
    drag(
      select,
      [
        [200, 100],
        [230, 160],
      ],
      3000,
    );
    const moved = ink.strokesOn('p').find((stroke) => stroke.points[1] !== 4000)!;
    expect(moved.points.slice(0, 2)).toEqual([1300, 1600]);
    expect(replayed()).toEqual(ink.marksOn('p'));
    hand.nudge({ x: 10, y: 0 }, micros(4e6));
    hand.removeSelected(micros(5e6));
    expect(ink.strokesOn('p')).toHaveLength(1);
    expect(hand.removeSelected(micros(6e6))).toBe(false);
  });
  it('marks what is written in a pause, and typed text is erased like ink', () => {
    const { events, ink, drag, place } = atTheDesk();
    drag(
      place(pen, { paused: true }),
      [
        [10, 10],
        [60, 10],
      ],
      0,
    );
    expect(events[0]).toMatchObject({ kind: 'stroke', paused: true });
    ink.addText(
      'p',
      { kind: 'text', x: 500, y: 500, width: 200, height: 50, text: 'Set', size: 38, colour: '#26221b' },
      micros(1e6),
    );
    drag(place({ kind: 'eraser' }), [[520, 520]], 2000);
    expect(ink.marksOn('p').every(isStroke)).toBe(true);
    ink.undo(micros(3e6));
    expect(ink.marksOn('p')).toHaveLength(2);
  });
});

describe('stepping back to a moment', () => {
  it('turns round everything since, also what was undone since, and a player sees the same', () => {
    const { ink, drag, place, replayed, across } = atTheDesk();
    drag(place(pen), across(100), 0);
    drag(place(pen), across(200), 1000);
    drag(place(pen), across(300), 4000);
    ink.undo(micros(5e6));
    ink.undo(micros(5.1e6));
    ink.clear('p', micros(6e6));
    ink.backTo(micros(3e6), micros(7e6));
    expect(ink.marksOn('p').map((mark) => mark.id)).toEqual(['t-s1', 't-s2']);
    expect(replayed().map((mark) => mark.id)).toEqual(['t-s1', 't-s2']);
    expect(ink.canRedo).toBe(false);
    ink.undo(micros(8e6));
    expect(ink.marksOn('p').map((mark) => mark.id)).toEqual(['t-s1']);
  });
});

it('two hands write at once, each its own stroke', () => {
  const { ink, replayed } = atTheDesk();
  const pens = { colour: '#26221b', width: 4 };
  ink.penDown({ page: 'p', pen: pens }, point(0, 0, 0));
  ink.penDown({ page: 'p', pen: pens, hand: 'device-1' }, point(0, 100, 5));
  ink.penMove([point(50, 0, 20)]);
  ink.penMove([point(50, 100, 21), point(40, 100, 15)], 'device-1');
  expect(ink.drawingOn('p')).toHaveLength(2);
  ink.penUp('device-1');
  ink.penUp();
  const times = (id: string) =>
    ink
      .strokesOn('p')
      .find((stroke) => stroke.id === id)!
      .points.filter((_, i) => i % 4 === 3);
  expect(times('t-s2')).toEqual([0, 16, 16]);
  expect(
    replayed()
      .map((mark) => mark.id)
      .sort(),
  ).toEqual(['t-s1', 't-s2']);
});
