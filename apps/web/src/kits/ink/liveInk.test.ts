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
