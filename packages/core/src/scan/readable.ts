import type { Rgba } from './flatten.ts';

/** The brightness of the paper is looked for in squares of so many pixels. */
const SQUARE = 32;
/** Paper is at this share of what is brightest in a square: a stroke or two leave it alone. */
const PAPER_AT = 0.85;
/** What is so near to the paper's brightness is paper, and what is so dark is ink. */
const WHITE = 0.93;
const BLACK = 0.25;

/**
 * A photographed sheet made readable: its paper is white wherever light and shadow fell, and its ink as dark and as
 * coloured as it was against the paper.
 */
export function readable({ width, height, pixels }: Rgba): Rgba {
  const [across, down] = [Math.max(1, Math.ceil(width / SQUARE)), Math.max(1, Math.ceil(height / SQUARE))];
  const paper = new Float32Array(across * down * 3);
  for (let sy = 0; sy < down; sy += 1)
    for (let sx = 0; sx < across; sx += 1) {
      const levels = [new Uint32Array(256), new Uint32Array(256), new Uint32Array(256)];
      let count = 0;
      for (let y = sy * SQUARE; y < Math.min(height, (sy + 1) * SQUARE); y += 2)
        for (let x = sx * SQUARE; x < Math.min(width, (sx + 1) * SQUARE); x += 2) {
          const i = (y * width + x) * 4;
          count += 1;
          for (const [c, level] of levels.entries()) level[pixels[i + c] ?? 0] = (level[pixels[i + c] ?? 0] ?? 0) + 1;
        }
      for (const [c, level] of levels.entries())
        paper[(sy * across + sx) * 3 + c] = Math.max(24, levelAt(level, count * PAPER_AT));
    }
  const smooth = evened(paper, across, down);
  const out = new Uint8ClampedArray(width * height * 4);
  for (let y = 0; y < height; y += 1) {
    const py = Math.min(down - 1, Math.max(0, (y + 0.5) / SQUARE - 0.5));
    const [y0, fy] = [Math.floor(py), py - Math.floor(py)];
    for (let x = 0; x < width; x += 1) {
      const px = Math.min(across - 1, Math.max(0, (x + 0.5) / SQUARE - 0.5));
      const [x0, fx] = [Math.floor(px), px - Math.floor(px)];
      const i = (y * width + x) * 4;
      for (let c = 0; c < 3; c += 1) {
        const at = (u: number, v: number): number =>
          smooth[(Math.min(down - 1, v) * across + Math.min(across - 1, u)) * 3 + c] ?? 255;
        const white =
          (at(x0, y0) * (1 - fx) + at(x0 + 1, y0) * fx) * (1 - fy) +
          (at(x0, y0 + 1) * (1 - fx) + at(x0 + 1, y0 + 1) * fx) * fy;
        out[i + c] = (255 * ((pixels[i + c] ?? 0) / white - BLACK)) / (WHITE - BLACK);
      }
      out[i + 3] = 255;
    }
  }
  return { width, height, pixels: out };
}

/** The level below which so many pixels lie. */
function levelAt(levels: Uint32Array, count: number): number {
  let seen = 0;
  for (let level = 0; level < 256; level += 1) {
    seen += levels[level] ?? 0;
    if (seen >= count) return level;
  }
  return 255;
}

/** A square that is full of ink takes the paper of its neighbours: the brightest around it, then the mean. */
function evened(paper: Float32Array, across: number, down: number): Float32Array {
  const over = (from: Float32Array, how: (values: readonly number[]) => number): Float32Array =>
    from.map((_, n) => {
      const [c, square] = [n % 3, Math.floor(n / 3)];
      const [x, y] = [square % across, Math.floor(square / across)];
      const values: number[] = [];
      for (let v = Math.max(0, y - 1); v <= Math.min(down - 1, y + 1); v += 1)
        for (let u = Math.max(0, x - 1); u <= Math.min(across - 1, x + 1); u += 1)
          values.push(from[(v * across + u) * 3 + c] ?? 255);
      return how(values);
    });
  const brightest = over(paper, (values) => Math.max(...values));
  return over(brightest, (values) => values.reduce((sum, one) => sum + one, 0) / values.length);
}
