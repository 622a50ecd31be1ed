import { PlayLog } from './playLog.ts';

const s = (seconds: number) => seconds * 1e6;

describe('what was really played', () => {
  it('is one stretch while playing goes on', () => {
    const log = new PlayLog();
    for (let t = 0; t <= 10; t += 1) log.tick(s(t * 0.25), 1, true);
    expect(log.take()).toEqual([{ start: 0, end: s(2.5), speed: 1 }]);
    expect(log.take()).toEqual([]);
  });
  it('does not count a seek, on or back', () => {
    const log = new PlayLog();
    for (const t of [0, 0.5, 30, 30.5, 5, 5.5]) log.tick(s(t), 1, true);
    expect(log.take().map((play) => [play.start / 1e6, play.end / 1e6])).toEqual([
      [0, 0.5],
      [30, 30.5],
      [5, 5.5],
    ]);
  });
  it('does not count while it is paused or out of sight', () => {
    const log = new PlayLog();
    log.tick(s(0), 1, true);
    log.tick(s(0.5), 1, true);
    log.tick(s(1), 1, false);
    log.tick(s(1.5), 1, true);
    log.tick(s(2), 1, true);
    expect(log.take().map((play) => [play.start / 1e6, play.end / 1e6])).toEqual([
      [0, 0.5],
      [1.5, 2],
    ]);
  });
  it('does not count a leap, however short it is', () => {
    const log = new PlayLog();
    log.tick(s(0), 1, true);
    for (const t of [0.3, 0.6, 0.9]) log.tick(s(t), 1, true, true);
    log.tick(s(1), 1, true);
    expect(log.take().map((play) => [play.start / 1e6, play.end / 1e6])).toEqual([[0.9, 1]]);
  });
  it('keeps a change of speed apart', () => {
    const log = new PlayLog();
    log.tick(s(0), 1, true);
    log.tick(s(0.5), 1, true);
    log.tick(s(1.5), 2, true);
    expect(log.take()).toEqual([
      { start: 0, end: s(0.5), speed: 1 },
      { start: s(0.5), end: s(1.5), speed: 2 },
    ]);
  });
});
