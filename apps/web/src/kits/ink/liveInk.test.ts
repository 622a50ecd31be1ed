import { micros } from '@oakbell/core/clock';
import { logText, readLog, TakeIndex, type TakeEvent } from '@oakbell/core/log';
import { LiveInk, type PenPoint } from './liveInk.ts';

const pen = { colour: '#26221b', width: 4 };
const point = (x: number, y: number, ms: number): PenPoint => ({ x, y, pressure: 0.5, at: micros(ms * 1000) });

function writing() {
  const events: TakeEvent[] = [];
  const ink = new LiveInk('t1-', (event) => events.push(event));
  const draw = (y: number, ms: number) => {
    ink.penDown({ page: 'p1', pen }, point(10, y, ms));
    for (let i = 1; i <= 20; i += 1) ink.penMove([point(10 + i * 5, y, ms + i * 8)]);
    ink.penUp();
  };
  const ids = () => ink.strokesOn('p1').map((stroke) => stroke.id);
  return { events, ink, draw, ids };
}
/** What a player will show at the end of the log that was written. */
function replayed(events: readonly TakeEvent[]) {
  const read = readLog(logText(events));
  if (!read.ok) throw new Error(read.reason);
  return new TakeIndex(read.events).finalStrokes('p1');
}

describe('writing on a page', () => {
  it('leaves a log that shows the same ink, point by point', () => {
    const { events, ink, draw } = writing();
    draw(100, 0);
    draw(200, 500);
    expect(replayed(events)).toEqual(ink.strokesOn('p1'));
  });
  it('reaches the log while the pen is still down', () => {
    const { events, ink } = writing();
    ink.penDown({ page: 'p1', pen }, point(0, 0, 0));
    for (let ms = 8; ms <= 400; ms += 8) ink.penMove([point(ms, 0, ms)]);
    const written = events.reduce((sum, event) => sum + ('points' in event ? event.points.length / 4 : 0), 0);
    expect(51 - written).toBeLessThanOrEqual(8);
  });
  it('undoes and redoes strokes and erasing, and the log says the same', () => {
    const { events, ink, draw, ids } = writing();
    draw(100, 0);
    draw(200, 500);
    ink.erase('p1', point(50, 100, 1000));
    expect(ids()).toEqual(['t1-s2']);
    ink.undo(micros(2e6));
    expect(ids()).toEqual(['t1-s1', 't1-s2']);
    ink.undo(micros(3e6));
    expect(ids()).toEqual(['t1-s1']);
    ink.redo(micros(4e6));
    ink.redo(micros(5e6));
    expect(ids()).toEqual(['t1-s2']);
    expect(replayed(events).map((stroke) => stroke.id)).toEqual(ids());
    expect(ink.redo(micros(6e6))).toBeNull();
  });
  it('forgets what could be redone once something new is drawn', () => {
    const { ink, draw } = writing();
    draw(100, 0);
    ink.undo(micros(1e6));
    draw(300, 2000);
    expect(ink.canRedo).toBe(false);
  });
  it('erases nothing where there is nothing', () => {
    const { events, ink, draw } = writing();
    draw(100, 0);
    const before = events.length;
    ink.erase('p1', point(50, 400, 900));
    expect(events).toHaveLength(before);
  });
});

describe('texts and pictures on a page', () => {
  const text = (words: string) =>
    ({ kind: 'text', x: 10, y: 20, width: 100, height: 50, text: words, size: 38, colour: '#26221b' }) as const;
  const marksIn = (events: readonly TakeEvent[]) => {
    const read = readLog(logText(events));
    return read.ok ? new TakeIndex(read.events).finalMarks('p1') : [];
  };
  it('are changed as one act: one undo brings back what was there, and the log says the same', () => {
    const { events, ink } = writing();
    const first = ink.addText('p1', text('six'), micros(0));
    const mark = ink.marksOn('p1')[0]!;
    const next = ink.change(mark as never, text('seven'), micros(1000));
    expect(ink.marksOn('p1').map(({ id }) => id)).toEqual([next]);
    expect(marksIn(events)).toEqual(ink.marksOn('p1'));
    ink.undo(micros(2000));
    expect(ink.marksOn('p1').map(({ id }) => id)).toEqual([first]);
    ink.redo(micros(3000));
    expect(ink.marksOn('p1').map(({ id }) => id)).toEqual([next]);
    expect(marksIn(events)).toEqual(ink.marksOn('p1'));
  });
  it('are pictures too, moved and taken away', () => {
    const { events, ink } = writing();
    const picture = { kind: 'picture', x: 0, y: 0, width: 300, height: 200, picture: 'a'.repeat(64) } as const;
    ink.addPicture('p1', picture, micros(0));
    const [moved] = ink.move('p1', ink.marksOn('p1'), { x: 40, y: 5 }, micros(1000));
    expect(moved).toMatchObject({ thing: { kind: 'picture', x: 40, y: 5 } });
    expect(marksIn(events)).toEqual(ink.marksOn('p1'));
    expect(ink.change(moved as never, null, micros(2000))).toBeNull();
    expect(marksIn(events)).toEqual([]);
  });
});
