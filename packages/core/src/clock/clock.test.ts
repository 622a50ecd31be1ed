import { fromFrames, fromSeconds, micros, parseTimeText, SampleClock, timeText, toFrames, toSeconds } from './index.ts';

describe('time', () => {
  it('goes to frames and back without loss at 48,000 and 44,100 frames a second', () => {
    for (const rate of [48_000, 44_100]) {
      for (let frame = 0; frame < 10_000; frame += 37) expect(toFrames(fromFrames(frame, rate), rate)).toBe(frame);
    }
  });
  it('refuses a time that is not a number', () => {
    expect(() => micros(Number.NaN)).toThrow(RangeError);
  });
  it('is written as minutes and seconds, rounded down', () => {
    expect(timeText(fromSeconds(64.29), { tenths: true })).toBe('1:04.2');
    expect(timeText(fromSeconds(3605))).toBe('1:00:05');
    expect(timeText(fromSeconds(0))).toBe('0:00');
  });
  it('is read back from what was written', () => {
    for (const seconds of [0, 9.5, 61, 3599.9, 7261]) {
      expect(toSeconds(parseTimeText(timeText(fromSeconds(seconds), { tenths: true }))!)).toBeCloseTo(seconds, 6);
    }
    expect(parseTimeText('4:75')).toBeNull();
  });
});

describe('the sample clock', () => {
  const block = 480;
  function running(): SampleClock {
    const clock = new SampleClock(48_000);
    // The context began at event time 1000 ms; reports arrive 3 to 23 ms late.
    for (let i = 1; i <= 200; i += 1) clock.blockArrived(i * block, 1000 + i * 10 + 3 + ((i * 7) % 21));
    return clock;
  }
  it('takes the smallest lateness for the offset', () => {
    expect(running().contextFrameAt(2003)! / 48).toBeCloseTo(1000, 1);
  });
  it('counts from the opening and leaves pauses out', () => {
    const clock = running();
    clock.opened(4800);
    clock.closed(9600);
    clock.opened(48_000);
    expect(clock.takeTimeAt(1003 + 150)).toBe(50_000);
    expect(clock.takeTimeAt(1003 + 500)).toBe(100_000);
    expect(clock.takeTimeAt(1003 + 1100)).toBe(200_000);
  });
  it('says 0 before the first opening and before the first block', () => {
    expect(new SampleClock(48_000).takeTimeAt(500)).toBe(0);
    expect(running().takeTimeAt(1500)).toBe(0);
  });
  it('follows a slip of the context clock within a second', () => {
    const clock = running();
    for (let i = 201; i <= 300; i += 1) clock.blockArrived(i * block, 1000 + i * 10 + 40);
    expect(clock.contextFrameAt(1040 + 3000)! / 48).toBeCloseTo(3000, 1);
  });
});
