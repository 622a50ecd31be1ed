import { todaySentence } from './sentence.ts';

it('the day is told in one sentence', () => {
  const of = (handIns: number, lessons: number) =>
    todaySentence({ handIns: { length: handIns }, lessons: { length: lessons } });
  expect(of(0, 0)).toBe('Nothing is waiting for you.');
  expect(of(1, 0)).toBe('One hand-in waits for your voice.');
  expect(of(3, 2)).toBe('3 hand-ins wait for your voice and 2 lessons are half done.');
});
