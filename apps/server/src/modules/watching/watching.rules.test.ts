import { isBelievable, wallTimeOf } from './watching.rules.ts';

const startedAt = new Date('2026-03-02T18:00:00Z');
const after = (seconds: number) => new Date(startedAt.getTime() + seconds * 1000);
const play = (start: number, end: number, speed = 1) => ({ start: start * 1e6, end: end * 1e6, speed });

describe('a watch report', () => {
  it('is believed when no more was played than time has passed', () => {
    expect(isBelievable({ startedAt, claimedMs: 0 }, [play(0, 10)], after(10))).toBe(true);
    expect(isBelievable({ startedAt, claimedMs: 20_000 }, [play(0, 10)], after(30))).toBe(true);
  });
  it('may cover twice the time at double speed, and no more', () => {
    expect(wallTimeOf([play(0, 20, 2)])).toBe(10_000);
    expect(isBelievable({ startedAt, claimedMs: 0 }, [play(0, 20, 2)], after(10))).toBe(true);
    expect(isBelievable({ startedAt, claimedMs: 0 }, [play(0, 40, 2)], after(10))).toBe(false);
  });
  it('is not believed when small excesses add up over a visit', () => {
    expect(isBelievable({ startedAt, claimedMs: 32_000 }, [play(0, 2)], after(30))).toBe(false);
  });
  it('is not believed when a stretch runs backwards', () => {
    expect(isBelievable({ startedAt, claimedMs: 0 }, [play(10, 0)], after(60))).toBe(false);
  });
});
