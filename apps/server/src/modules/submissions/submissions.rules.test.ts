import { isLate, isTooLong, mayReplace } from './submissions.rules.ts';

describe('a hand-in', () => {
  it('may be replaced until feedback has begun', () => {
    expect(mayReplace({ state: 'handed-in' }, 0)).toBe(true);
    expect(mayReplace({ state: 'handed-in' }, 1)).toBe(false);
    expect(mayReplace({ state: 'handed-back' }, 0)).toBe(false);
  });
  it('is late after the due moment, not at it', () => {
    const due = new Date('2026-03-06T16:00:00Z');
    const after = new Date(due.getTime() + 1);
    expect(isLate(due, [due])).toBe(false);
    expect(isLate(after, [due])).toBe(true);
    // Of two makers one may have more time.
    expect(isLate(after, [due, after])).toBe(false);
  });
  it('that is spoken is too long past its limit, not for the last half second that is let out', () => {
    expect(isTooLong(60_500_000, 60_000)).toBe(false);
    expect(isTooLong(62_000_000, 60_000)).toBe(true);
  });
});
