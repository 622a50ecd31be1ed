import { fromSeconds, ZERO } from '@oakbell/core/clock';
import { crowdsOf, drawable, narrowTogether } from './crowd.ts';

/** A pixel is a tenth of a second. */
const axis = { from: ZERO, length: fromSeconds(100), widthPx: 1000 };
const at = (seconds: number) => ({ at: fromSeconds(seconds) });
const stretch = (start: number, end: number) => ({ start: fromSeconds(start), end: fromSeconds(end) });
const sizes = (groups: readonly (readonly unknown[])[]) => groups.map((group) => group.length);

it('moments that a hand could not tell apart are one crowd, and no crowd is wider than a finger can miss', () => {
  expect(sizes(crowdsOf([at(1), at(1.5), at(1.79), at(1.8), at(5)], axis))).toEqual([3, 1, 1]);
  expect(sizes(crowdsOf([at(1), at(1.5)], { ...axis, length: fromSeconds(10) }))).toEqual([1, 1]);
  const many = Array.from({ length: 2000 }, (_, i) => at(i / 20));
  expect(crowdsOf(many, axis).length).toBeLessThanOrEqual(125);
  expect(crowdsOf([], axis)).toEqual([]);
});
it('stretches that are too narrow stand together, and wide ones alone', () => {
  const parts = [stretch(0, 0.3), stretch(0.3, 0.5), stretch(0.5, 10), stretch(10, 10.2), stretch(40, 40.2)];
  expect(sizes(narrowTogether(parts, axis))).toEqual([2, 1, 1, 1]);
  const many = Array.from({ length: 2000 }, (_, i) => stretch(i / 20, (i + 1) / 20));
  expect(narrowTogether(many, axis).length).toBeLessThanOrEqual(135);
});
it('what no pixel lies between is drawn as one, and what is out of view not at all', () => {
  const shown = { from: fromSeconds(10), length: fromSeconds(10), widthPx: 100 };
  const parts = [
    stretch(0, 5),
    stretch(9, 11),
    stretch(11.05, 12),
    stretch(11.5, 11.6),
    stretch(13, 14),
    stretch(30, 31),
  ];
  expect(drawable(parts, shown)).toEqual([stretch(9, 12), stretch(13, 14)]);
});
