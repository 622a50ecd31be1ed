import { NEVER_SAT, wallTimeOf, withClaim, type ClaimedPlay, type Sitting } from './watching.rules.ts';

const startedAt = new Date('2026-03-02T18:00:00Z');
const after = (seconds: number) => new Date(startedAt.getTime() + seconds * 1000);
const play = (start: number, end: number, speed = 1) => ({ start: start * 1e6, end: end * 1e6, speed });
/** Reports one after the other; the seconds that were believed. */
function believed(told: readonly { begun: Date; plays: readonly ClaimedPlay[]; at: Date }[]): number {
  let sitting: Sitting = NEVER_SAT;
  for (const { begun, plays, at } of told) sitting = withClaim(sitting, begun, plays, at) ?? sitting;
  return sitting.claimedMs / 1000;
}

describe('a watch report', () => {
  it('is believed when no more was played than time has passed', () => {
    expect(believed([{ begun: startedAt, plays: [play(0, 10)], at: after(10) }])).toBe(10);
    expect(
      believed([
        { begun: startedAt, plays: [play(0, 20)], at: after(20) },
        { begun: startedAt, plays: [play(0, 10)], at: after(30) },
      ]),
    ).toBe(30);
  });
  it('may cover twice the time at double speed, and no more', () => {
    expect(wallTimeOf([play(0, 20, 2)])).toBe(10_000);
    expect(believed([{ begun: startedAt, plays: [play(0, 20, 2)], at: after(10) }])).toBe(10);
    expect(believed([{ begun: startedAt, plays: [play(0, 40, 2)], at: after(10) }])).toBe(0);
  });
  it('is not believed when small excesses add up over a visit', () => {
    const told = Array.from({ length: 10 }, (_, i) => ({
      begun: startedAt,
      plays: [play(i * 4, i * 4 + 4)],
      at: after(i * 3),
    }));
    expect(believed(told)).toBeLessThanOrEqual(27 + 2.5);
  });
  it('is not believed when a stretch runs backwards', () => {
    expect(believed([{ begun: startedAt, plays: [play(10, 0)], at: after(60) }])).toBe(0);
  });
  it('gains nothing by opening the lesson again and again', () => {
    const told = Array.from({ length: 10 }, (_, i) => ({
      begun: after(i / 10),
      plays: [play(i * 2, i * 2 + 2)],
      at: after(i / 10 + 0.05),
    }));
    expect(believed(told)).toBeLessThanOrEqual(1 + 2.5);
  });
  it('counts no more on two devices at once than on one, and all of what one device after the other played', () => {
    const at = after(60);
    expect(
      believed([
        { begun: startedAt, plays: [play(0, 60)], at },
        { begun: startedAt, plays: [play(100, 160)], at },
      ]),
    ).toBe(60);
    expect(
      believed([
        { begun: startedAt, plays: [play(0, 60)], at },
        { begun: after(60), plays: [play(60, 120)], at: after(120) },
      ]),
    ).toBe(120);
  });
  it('is believed days later, for the time at which it was played', () => {
    const day = 24 * 3600;
    expect(
      believed([
        { begun: after(2 * day), plays: [play(0, 600)], at: after(2 * day + 600) },
        { begun: startedAt, plays: [play(600, 1200)], at: after(3 * day) },
      ]),
    ).toBe(1200);
  });
  it('keeps no more about a learner however often they come back', () => {
    let sitting: Sitting = NEVER_SAT;
    for (let i = 0; i < 500; i += 1)
      sitting = withClaim(sitting, after(i * 3600), [play(0, 60)], after(i * 3600 + 60))!;
    expect(sitting.open.length).toBeLessThanOrEqual(100);
    expect(sitting.claimedMs).toBe(500 * 60_000);
  });
});
