import { readLog, logText, TakeIndex } from '@oakbell/core/log';
import { strokeAlong, write, type Hand } from './handwriting.ts';

function hand(): Hand {
  let [state, serial] = [3, 0];
  return {
    random: () => (state = (state * 48271) % 2147483647) / 2147483647,
    page: '@0',
    pen: { colour: '#26221b', width: 5 },
    id: () => `s${(serial += 1)}`,
  };
}

describe('a made-up hand', () => {
  it('writes letters one after the other, each stroke later than the one before', () => {
    const { events, endMs } = write(hand(), 'TIDE 12°', [100, 100], 44, 1000);
    const times = events.map((event) => event.at);
    expect(times).toEqual([...times].sort((a, b) => a - b));
    expect(times[0]).toBe(1_000_000);
    expect(times.at(-1)! / 1000).toBeLessThan(endMs);
    expect(events.length).toBeGreaterThan(8);
  });
  it('needs longer for a longer way, and takes its time at both ends', () => {
    const short = strokeAlong(
      hand(),
      [
        [0, 0],
        [100, 0],
      ],
      0,
    );
    const long = strokeAlong(
      hand(),
      [
        [0, 0],
        [900, 0],
      ],
      0,
    );
    expect(long.endMs).toBeGreaterThan(short.endMs * 4);
    const [stroke] = long.events;
    if (stroke?.kind !== 'stroke') throw new Error('no stroke');
    const x = (i: number) => stroke.points[i * 4]!;
    const last = stroke.points.length / 4 - 1;
    expect(x(5) - x(0)).toBeLessThan(x(Math.round(last / 2) + 5) - x(Math.round(last / 2)));
  });
  it('leaves a log that can be read and shows what was written', () => {
    const { events } = write(hand(), 'LOW', [100, 100], 44, 0);
    const read = readLog(logText(events));
    if (!read.ok) throw new Error(read.reason);
    expect(read.rejected).toEqual([]);
    expect(new TakeIndex(read.events).finalStrokes('@0')).toHaveLength(3);
  });
});
