import { columnPeaks } from './grain.ts';

it('each column has the largest of its peaks, and no peak is lost', () => {
  expect([...columnPeaks(Uint8Array.of(1, 9, 2, 3, 8, 4), 3)]).toEqual([9, 3, 8]);
  expect([...columnPeaks(Uint8Array.of(5, 7), 4)]).toEqual([5, 5, 7, 7]);
  expect([...columnPeaks(new Uint8Array(0), 2)]).toEqual([0, 0]);
});
