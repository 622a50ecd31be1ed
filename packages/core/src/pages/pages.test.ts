import { backdropLines, heightFor, PAGE_WIDTH, SQUARE } from './index.ts';

describe('a page', () => {
  it('has the shape of its picture', () => {
    expect(heightFor(1920, 1080)).toBe(900);
    expect(heightFor(595, 842)).toBe(2264);
    expect(heightFor(1, 1)).toBe(PAGE_WIDTH);
  });
  it('cannot have the shape of nothing', () => {
    expect(() => heightFor(0, 10)).toThrow(RangeError);
    expect(() => heightFor(10, Number.NaN)).toThrow(RangeError);
  });
});

describe('a squared board', () => {
  it('has a line at every square inside the page and none on its edges', () => {
    const lines = backdropLines('squared', 900);
    const upright = lines.filter((line) => line.x1 === line.x2);
    const level = lines.filter((line) => line.y1 === line.y2);
    expect(upright).toHaveLength(PAGE_WIDTH / SQUARE - 1);
    expect(level).toHaveLength(Math.ceil(900 / SQUARE) - 1);
    expect(upright.every((line) => line.x1 > 0 && line.x1 < PAGE_WIDTH && line.y2 === 900)).toBe(true);
  });
  it('has every fifth line strong', () => {
    const strong = backdropLines('squared', 900).filter((line) => line.strong && line.x1 === line.x2);
    expect(strong.map((line) => line.x1)).toEqual([200, 400, 600, 800, 1000, 1200, 1400]);
  });
  it('is nothing behind a blank board', () => {
    expect(backdropLines('blank', 900)).toEqual([]);
  });
});
