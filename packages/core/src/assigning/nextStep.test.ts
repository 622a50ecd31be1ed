import { nextStep, type LessonMet, type WorkMet } from './index.ts';

const lesson = (share: number, standing: LessonMet['standing'] = 'open'): LessonMet => ({
  length: 60e6,
  share,
  standing,
});
const work = (change: Partial<WorkMet> = {}): WorkMet => ({
  ...{ lessons: [lesson(1)], watchedPercent: 90, workOpen: true, handIn: true, worksheet: 'none' },
  ...{ answerLimitMs: null, makers: null, state: 'to-do' },
  ...change,
});

describe('what comes after a lesson', () => {
  it('is the next lesson that is still to be watched, or an earlier one that was left out', () => {
    expect(nextStep(work({ lessons: [lesson(1), lesson(1), lesson(0.2)] }), 0)).toEqual({ kind: 'lesson', index: 2 });
    expect(nextStep(work({ lessons: [lesson(0.2), lesson(1)] }), 1)).toEqual({ kind: 'lesson', index: 0 });
  });
  it('is no lesson that was taken away or is still to come', () => {
    const lessons = [lesson(1), lesson(0, 'to-come'), lesson(0, 'over')];
    expect(nextStep(work({ lessons }), 0)).toEqual({ kind: 'hand-in' });
  });
  it('is the worksheet, begun or not, before all else that is to be handed in', () => {
    const aloud = { answerLimitMs: 60_000 };
    expect(nextStep(work({ worksheet: 'to-begin', ...aloud }), 0).kind).toBe('write');
    expect(nextStep(work({ worksheet: 'begun' }), 0).kind).toBe('write-on');
    expect(nextStep(work(aloud), 0).kind).toBe('answer');
    expect(nextStep(work({ ...aloud, makers: 2 }), 0).kind).toBe('make');
    expect(nextStep(work(), 0).kind).toBe('hand-in');
  });
  it('is the feedback once there is some, and nothing where all is done or is not open yet', () => {
    expect(nextStep(work({ state: 'feedback' }), 0).kind).toBe('feedback');
    expect(nextStep(work({ state: 'handed-in' }), 0).kind).toBe('done');
    expect(nextStep(work({ handIn: false }), 0).kind).toBe('done');
    expect(nextStep(work({ workOpen: false, worksheet: 'begun' }), 0).kind).toBe('done');
  });
});
