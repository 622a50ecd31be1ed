import { PlayLog, type Tick } from './playLog.ts';

const s = (seconds: number) => seconds * 1e6;
/** A log, and what tells it where a player stands: at a moment of the clock, in seconds, that is the player's own when left out. */
function playing() {
  const log = new PlayLog();
  const tick = (at: number, more: Partial<Tick> = {}) =>
    log.tick({ time: s(at), now: at * 1000, speed: 1, counts: true, ...more });
  const taken = () => log.take().map((play) => [play.start / 1e6, play.end / 1e6]);
  return { log, tick, taken };
}

describe('what was really played', () => {
  it('is one stretch while playing goes on', () => {
    const { log, tick } = playing();
    for (let t = 0; t <= 10; t += 1) tick(t * 0.25);
    expect(log.take()).toEqual([{ start: 0, end: s(2.5), speed: 1 }]);
    expect(log.take()).toEqual([]);
  });
  it('does not count a seek that nobody told, on or back', () => {
    const { tick, taken } = playing();
    [0, 0.5, 30, 30.5, 5, 5.5].forEach((t, i) => tick(t, { now: i * 500 }));
    expect(taken()).toEqual([
      [0, 0.5],
      [30, 30.5],
      [5, 5.5],
    ]);
  });
  it('does not count while it is paused or neither seen nor heard', () => {
    const { tick, taken } = playing();
    for (const t of [0, 0.5, 1, 1.5, 2]) tick(t, { counts: t !== 1 });
    expect(taken()).toEqual([
      [0, 0.5],
      [1.5, 2],
    ]);
  });
  it('does not count a leap, however short it is', () => {
    const { tick, taken } = playing();
    tick(0);
    for (const t of [0.3, 0.6, 0.9]) tick(t, { leapt: true });
    tick(1);
    expect(taken()).toEqual([[0.9, 1]]);
  });
  it('counts what was heard where nobody looked for a minute, and nothing of a sleep', () => {
    const { tick, taken } = playing();
    tick(0);
    tick(60);
    tick(60.2, { now: 8 * 3_600_000 });
    expect(taken()).toEqual([[0, 60.2]]);
  });
  it('counts no more than the clock lets it, at any speed', () => {
    const { tick, taken } = playing();
    tick(0, { speed: 2, now: 0 });
    tick(2, { speed: 2, now: 1000 });
    tick(5, { speed: 2, now: 2000 });
    expect(taken()).toEqual([[0, 2]]);
  });
  it('keeps a change of speed apart', () => {
    const { log, tick } = playing();
    tick(0);
    tick(0.5);
    tick(1.5, { speed: 2, now: 1000 });
    expect(log.take()).toEqual([
      { start: 0, end: s(0.5), speed: 1 },
      { start: s(0.5), end: s(1.5), speed: 2 },
    ]);
  });
});
