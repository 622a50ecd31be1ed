import { parseRange } from './index.ts';

describe('the range that a header asks for', () => {
  it('is nothing without a header, or with one that is not about bytes', () => {
    expect(parseRange(undefined, 100)).toBeNull();
    expect(parseRange('lines=1-2', 100)).toBeNull();
    expect(parseRange('bytes=-', 100)).toBeNull();
    expect(parseRange('bytes=0-9,20-29', 100)).toBeNull();
  });
  it.each([
    ['bytes=0-9', { start: 0, end: 9 }],
    ['bytes=90-', { start: 90, end: 99 }],
    ['bytes=-10', { start: 90, end: 99 }],
    ['bytes=-1000', { start: 0, end: 99 }],
    ['bytes=50-5000', { start: 50, end: 99 }],
    ['bytes=99-99', { start: 99, end: 99 }],
  ])('%s of a hundred bytes', (header, range) => {
    expect(parseRange(header, 100)).toEqual(range);
  });
  it.each(['bytes=100-', 'bytes=9-3', 'bytes=500-600'])('%s cannot be met', (header) => {
    expect(parseRange(header, 100)).toBe('bad');
  });
});
