import { DeviceClock } from './deviceClock.ts';
import { SentActs, TakenActs } from './sentActs.ts';

describe('what a device did', () => {
  it('arrives once and in order over a line that is lost again and again', () => {
    const sent = new SentActs();
    const taken = new TakenActs();
    const got: number[] = [];
    const say = (one: { n: number }) => {
      if (taken.isNext(one.n)) got.push(one.n);
    };
    for (let i = 0; i < 200; i += 1) {
      const one = sent.add({ act: 'up' });
      // Two of three are lost; now and then the line comes back and everything is said again, some of it twice.
      if (i % 3 === 0) say(one);
      if (i % 20 === 19) {
        for (const again of sent.waiting) say(again);
        for (const again of sent.waiting.slice(-3)) say(again);
        sent.taken(taken.last);
      }
    }
    for (const again of sent.waiting) say(again);
    expect(got).toEqual(Array.from({ length: 200 }, (_, i) => i + 1));
  });
  it('is no longer kept once the room has it', () => {
    const sent = new SentActs();
    sent.add({ act: 'up' });
    sent.add({ act: 'undo' });
    sent.taken(1);
    expect(sent.waiting.map((one) => one.n)).toEqual([2]);
  });
});

describe('the clock of a device', () => {
  it('is known from the quickest answer, however slow the others were', () => {
    const clock = new DeviceClock();
    expect(clock.roomTime(5000, 100)).toBe(100);
    clock.answered(100, 5180, 260);
    clock.answered(300, 5304, 308);
    clock.answered(400, 5599, 600);
    expect(clock.roomTime(5404, 9999)).toBe(404);
  });
  it('never runs ahead of the room', () => {
    const clock = new DeviceClock();
    clock.answered(0, 1000, 10);
    expect(clock.roomTime(2000, 900)).toBe(900);
  });
});
