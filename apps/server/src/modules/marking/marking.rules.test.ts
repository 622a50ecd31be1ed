import { nextWaiting, pointsFault } from './marking.rules.ts';

describe('points', () => {
  it('are held to what the assignment is worth', () => {
    expect(pointsFault(20, 20)).toBeNull();
    expect(pointsFault(20.5, 20)).toBe('too-many-points');
    expect(pointsFault(1, null)).toBe('no-points-here');
    expect(pointsFault(null, null)).toBeNull();
  });
});

describe('the next hand-in', () => {
  const one = (submissionId: string, minute: number, state: 'handed-in' | 'handed-back' = 'handed-in') => ({
    submissionId,
    state,
    handedInAt: new Date(2026, 2, 1, 8, minute),
  });
  it('is the oldest after the current one, then from the front', () => {
    const queue = [one('c', 30), one('a', 10), one('b', 20)];
    expect(nextWaiting(queue, 'a')?.submissionId).toBe('b');
    expect(nextWaiting(queue, 'c')?.submissionId).toBe('a');
  });
  it('passes over what was handed back, and is nothing when all were', () => {
    expect(nextWaiting([one('a', 1), one('b', 2, 'handed-back'), one('c', 3)], 'a')?.submissionId).toBe('c');
    expect(nextWaiting([one('a', 1)], 'a')).toBeNull();
    expect(nextWaiting([], 'x')).toBeNull();
  });
});
