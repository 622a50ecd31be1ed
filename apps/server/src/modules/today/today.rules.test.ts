import { deskState, lessonStep } from './today.rules.ts';

it('a lesson names its next step until it is assigned', () => {
  expect(lessonStep({ pages: 0, recorded: false, assigned: false })).toBe('pages');
  expect(lessonStep({ pages: 3, recorded: false, assigned: false })).toBe('record');
  expect(lessonStep({ pages: 3, recorded: true, assigned: false })).toBe('assign');
  expect(lessonStep({ pages: 3, recorded: true, assigned: true })).toBeNull();
});

describe('on a desk', () => {
  const item = { handIn: false, excused: false, watched: false, submitted: false, handedBack: false };
  it('something to watch is finished once it was watched', () => {
    expect(deskState(item)).toBe('to-do');
    expect(deskState({ ...item, watched: true })).toBe('finished');
  });
  it('something to hand in stays until it is handed in, however much was watched', () => {
    expect(deskState({ ...item, handIn: true, watched: true })).toBe('to-do');
    expect(deskState({ ...item, handIn: true, submitted: true })).toBe('handed-in');
    expect(deskState({ ...item, handIn: true, submitted: true, handedBack: true })).toBe('feedback');
    // Nothing is asked of whoever is excused; what they handed in all the same stands.
    expect(deskState({ ...item, handIn: true, excused: true })).toBe('finished');
    expect(deskState({ ...item, handIn: true, excused: true, submitted: true })).toBe('handed-in');
  });
});
