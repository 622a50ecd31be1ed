import { DEEPEST_JSON, isShallow } from './index.ts';

const nested = (depth: number): unknown => JSON.parse('['.repeat(depth) + ']'.repeat(depth));

it('a body is taken up to a depth, and looking at a deeper one breaks nothing', () => {
  expect(isShallow(nested(DEEPEST_JSON))).toBe(true);
  expect(isShallow(nested(DEEPEST_JSON + 2))).toBe(false);
  expect(isShallow(nested(100_000))).toBe(false);
  expect([isShallow(undefined), isShallow('text'), isShallow({ a: [{ b: null }] })]).toEqual([true, true, true]);
});
