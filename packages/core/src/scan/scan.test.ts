import { findSheet, greyOf, flatSize, flatten, photographed, projection, readable, type Corners } from './index.ts';

const worst = (found: Corners, there: Corners): number =>
  Math.max(...found.map(({ x, y }, i) => Math.hypot(x - there[i]!.x, y - there[i]!.y)));

describe('a sheet in a photograph', () => {
  it.each([0, 1, 2, 3, 4, 5, 6, 7])('is found on photograph %d', (n) => {
    const { picture, corners } = photographed(n, 480, 640);
    const found = findSheet(greyOf(picture));
    expect(found).not.toBeNull();
    expect(worst(found!, corners)).toBeLessThan(0.02 * 480);
  });
  it('is not found where there is none', () => {
    const flat = { width: 300, height: 400, pixels: new Uint8ClampedArray(120_000).fill(120) };
    expect(findSheet(flat)).toBeNull();
    const noise = { ...flat, pixels: flat.pixels.map((_, i) => (i * 7919) % 251) };
    expect(findSheet(noise)).toBeNull();
  });
});

describe('a sheet that is laid flat', () => {
  const corners: Corners = [
    { x: 10, y: 20 },
    { x: 110, y: 30 },
    { x: 100, y: 170 },
    { x: 5, y: 150 },
  ];
  it('has its corners where they were', () => {
    const map = projection(corners);
    const ends = [map(0, 0), map(1, 0), map(1, 1), map(0, 1)];
    for (const [i, { x, y }] of ends.entries()) {
      expect(x).toBeCloseTo(corners[i]!.x, 6);
      expect(y).toBeCloseTo(corners[i]!.y, 6);
    }
  });
  it('is as large as its sides are seen, and no larger than is needed', () => {
    expect(flatSize(corners)).toEqual({ width: 100, height: 140 });
    const far: Corners = [
      { x: 0, y: 0 },
      { x: 3000, y: 0 },
      { x: 3000, y: 4960 },
      { x: 0, y: 4960 },
    ];
    expect(flatSize(far)).toEqual({ width: 1500, height: 2480 });
  });
  it('shows what was on it, straight', () => {
    const { picture, corners: there } = photographed(0, 480, 640);
    const flat = flatten(picture, there);
    const at = (u: number, v: number) =>
      flat.pixels[(Math.floor(v * flat.height) * flat.width + Math.floor(u * flat.width)) * 4]!;
    // Between the box and its middle the paper is brighter than its side.
    const side = Math.min(...Array.from({ length: 12 }, (_, i) => at(0.74, 0.654 + i * 0.002)));
    expect(at(0.74, 0.76)).toBeGreaterThan(side + 40);
  });
});

it('what is made readable has white paper in light and shadow, and dark ink', () => {
  const { picture, corners } = photographed(2, 480, 640);
  const { width, height, pixels } = readable(flatten(picture, corners));
  const at = (u: number, v: number) => pixels[(Math.floor(v * height) * width + Math.floor(u * width)) * 4]!;
  const paper = [0.05, 0.3, 0.5, 0.7, 0.95].map((u) => at(u, 0.94));
  expect(Math.min(...paper)).toBeGreaterThan(225);
  let dark = 0;
  for (let i = 0; i < pixels.length; i += 4) if (pixels[i]! < 110) dark += 1;
  expect(dark / (width * height)).toBeGreaterThan(0.01);
  expect(dark / (width * height)).toBeLessThan(0.2);
});
