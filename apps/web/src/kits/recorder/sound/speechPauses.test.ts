import { micros } from '@oakbell/core/clock';
import { SpeechPauses } from './speechPauses.ts';

const HOP = 42_667;
/** Speech with rests: pairs of seconds spoken and rested. */
function spoken(...stretches: readonly (readonly [number, number])[]) {
  const pauses = new SpeechPauses();
  let at = 0;
  const say = (seconds: number, energy: number) => {
    for (const end = at + seconds * 1e6; at < end; at += HOP) pauses.heard(energy, micros(at));
  };
  for (const [speech, rest] of stretches) {
    say(speech, 0.01);
    say(rest, 1e-7);
  }
  return { pauses, now: micros(at), say, time: () => micros(at) };
}

describe('saying the last sentence again', () => {
  it('begins after the last pause that was long enough', () => {
    const { pauses, now } = spoken([2, 0.6], [3, 0.1], [2, 0]);
    expect(Math.abs(pauses.joinBefore(now) - 2.6e6)).toBeLessThan(2.5 * HOP);
  });
  it('begins at the beginning where there was no pause', () => {
    const { pauses, now } = spoken([4, 0]);
    expect(pauses.joinBefore(now)).toBe(0);
  });
  it('goes a sentence further back when it is pressed again at once, and counts nothing twice', () => {
    const { pauses, now } = spoken([2, 0.6], [2, 0.6], [2, 0]);
    const first = pauses.joinBefore(now);
    pauses.drop(first, now);
    const second = pauses.joinBefore(now);
    expect(second).toBeLessThan(first - 2e6);
    pauses.drop(second, now);
    expect(pauses.dropped).toEqual([{ start: second, end: now }]);
    expect(pauses.droppedLength).toBe(now - second);
  });
  it('does not go back into what was said again', () => {
    const { pauses, now, say, time } = spoken([2, 0.6], [2, 0.6], [1, 0]);
    pauses.drop(pauses.joinBefore(now), now);
    say(1.6, 0.01);
    say(0.6, 1e-7);
    say(1.5, 0.01);
    const again = pauses.joinBefore(time());
    expect(again).toBeGreaterThan(now);
  });
});
