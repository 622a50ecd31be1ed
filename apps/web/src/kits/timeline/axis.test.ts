import { fromSeconds, ZERO } from '@oakbell/core/clock';
import { scaleMoments, timeAt, xOf } from './axis.ts';

const axis = { length: fromSeconds(100), widthPx: 500 };

it('pixels and moments go both ways, held to the axis', () => {
  expect(xOf(axis, fromSeconds(20))).toBe(100);
  expect(timeAt(axis, 100)).toBe(fromSeconds(20));
  expect([timeAt(axis, -5), timeAt(axis, 999)]).toEqual([ZERO, axis.length]);
  expect(timeAt({ ...axis, widthPx: 0 }, 10)).toBe(ZERO);
  expect(xOf({ ...axis, length: ZERO }, 10)).toBe(0);
});
it('the scale has round moments with room between them', () => {
  const moments = scaleMoments(axis, 60);
  expect(moments.slice(0, 3)).toEqual([0, fromSeconds(15), fromSeconds(30)]);
  expect(xOf(axis, moments[1]!)).toBeGreaterThanOrEqual(60);
});
