import type { Corners, Grey } from './findSheet.ts';

/** A picture in colour: four bytes for each pixel, red, green, blue, opacity, row by row. */
export interface Rgba {
  readonly width: number;
  readonly height: number;
  readonly pixels: Uint8ClampedArray;
}

/** How bright each pixel is (ITU-R BT.601, rounded to tenths). */
export function greyOf({ width, height, pixels }: Rgba): Grey {
  const grey = new Uint8ClampedArray(width * height);
  for (let i = 0; i < grey.length; i += 1)
    grey[i] = (pixels[i * 4] ?? 0) * 0.3 + (pixels[i * 4 + 1] ?? 0) * 0.6 + (pixels[i * 4 + 2] ?? 0) * 0.1;
  return { width, height, pixels: grey };
}

/** The longest side that a flattened sheet has, in pixels: A4 at 210 dots an inch. */
const LONGEST = 2480;

/** How large a sheet is once it lies flat, in pixels: as its sides are seen. */
export function flatSize([a, b, c, d]: Corners): { readonly width: number; readonly height: number } {
  const length = (p: Corners[0], q: Corners[0]): number => Math.hypot(p.x - q.x, p.y - q.y);
  const width = Math.max(length(a, b), length(d, c));
  const height = Math.max(length(a, d), length(b, c));
  const scale = Math.min(1, LONGEST / Math.max(width, height));
  return { width: Math.max(1, Math.round(width * scale)), height: Math.max(1, Math.round(height * scale)) };
}

/** The sheet between these corners as it looks from straight above, bilinear; what lies outside of the picture is white. */
export function flatten({ width, height, pixels }: Rgba, corners: Corners): Rgba {
  const size = flatSize(corners);
  const out = new Uint8ClampedArray(size.width * size.height * 4).fill(255);
  const map = projection(corners);
  for (let y = 0; y < size.height; y += 1)
    for (let x = 0; x < size.width; x += 1) {
      const from = map((x + 0.5) / size.width, (y + 0.5) / size.height);
      const [u, v] = [from.x - 0.5, from.y - 0.5];
      if (u < 0 || v < 0 || u > width - 1 || v > height - 1) continue;
      const [u0, v0] = [Math.min(width - 2, Math.floor(u)), Math.min(height - 2, Math.floor(v))];
      const [fu, fv] = [u - u0, v - v0];
      const i = (v0 * width + u0) * 4;
      const o = (y * size.width + x) * 4;
      for (let c = 0; c < 3; c += 1) {
        const top = (pixels[i + c] ?? 0) * (1 - fu) + (pixels[i + 4 + c] ?? 0) * fu;
        const low = (pixels[i + width * 4 + c] ?? 0) * (1 - fu) + (pixels[i + width * 4 + 4 + c] ?? 0) * fu;
        out[o + c] = top * (1 - fv) + low * fv;
      }
    }
  return { ...size, pixels: out };
}

/** From shares of the flat sheet, 0…1 across and down, to places in the picture (projective mapping, Heckbert 1989). */
export function projection([a, b, c, d]: Corners): (
  u: number,
  v: number,
) => { readonly x: number; readonly y: number } {
  const [sx, sy] = [a.x - b.x + c.x - d.x, a.y - b.y + c.y - d.y];
  const [dx1, dy1, dx2, dy2] = [b.x - c.x, b.y - c.y, d.x - c.x, d.y - c.y];
  const det = dx1 * dy2 - dx2 * dy1;
  const g = (sx * dy2 - dx2 * sy) / det;
  const h = (dx1 * sy - sx * dy1) / det;
  const [ax, ay] = [b.x - a.x + g * b.x, b.y - a.y + g * b.y];
  const [bx, by] = [d.x - a.x + h * d.x, d.y - a.y + h * d.y];
  return (u, v) => {
    const w = g * u + h * v + 1;
    return { x: (ax * u + bx * v + a.x) / w, y: (ay * u + by * v + a.y) / w };
  };
}
