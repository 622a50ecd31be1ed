/* Photographs of sheets that never were: for tests and measurements, the same for the same number. */
import type { Corners } from './findSheet.ts';
import { projection, type Rgba } from './flatten.ts';

export type Table = 'dark' | 'wood' | 'checked' | 'light';
export const TABLES: readonly Table[] = ['dark', 'wood', 'checked', 'light'];

export interface Photographed {
  readonly picture: Rgba;
  readonly corners: Corners;
  readonly table: Table;
  readonly shadow: boolean;
}

/** Numbers from 0 to 1 that are the same for the same seed (Park and Miller 1988). */
function seeded(seed: number): () => number {
  let state = (seed * 7919 + 17) % 2147483647;
  const next = (): number => (state = (state * 48271) % 2147483647) / 2147483647;
  next();
  return next;
}

/** The n-th photograph: a written sheet on a table, tilted and seen askew, every third one with a shadow across it. */
export function photographed(n: number, width = 960, height = 1280): Photographed {
  const random = seeded(n + 1);
  const between = (low: number, high: number): number => low + (high - low) * random();
  const table = TABLES[n % TABLES.length] ?? 'dark';
  const shadow = n % 3 === 2;
  const tilt = between(-0.22, 0.22);
  const [w, h] = [width * between(0.52, 0.68), height * between(0.52, 0.66)];
  const [cx, cy] = [width * between(0.47, 0.53), height * between(0.47, 0.53)];
  const askew = 0.05 * width;
  const corner = (sx: number, sy: number) => {
    const [x, y] = [(sx * w) / 2 + between(-askew, askew), (sy * h) / 2 + between(-askew, askew)];
    return { x: cx + x * Math.cos(tilt) - y * Math.sin(tilt), y: cy + x * Math.sin(tilt) + y * Math.cos(tilt) };
  };
  const corners: Corners = [corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)];
  const inSheet = inverse(corners);
  const light = { x: between(0, width), y: between(0, height), fall: between(0.15, 0.45) };
  const dark = { at: between(0.3, 0.7), slope: between(-0.6, 0.6), soft: between(20, 90), depth: between(0.25, 0.45) };
  const [paper, grain] = [between(205, 240), between(0, 6.28)];
  const pixels = new Uint8ClampedArray(width * height * 4);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const { u, v } = inSheet(x, y);
      const isSheet = u >= 0 && u <= 1 && v >= 0 && v <= 1;
      let grey = isSheet ? paper * inkAt(u, v, n) : tableAt(table, x, y, grain);
      grey *= 1 - (light.fall * Math.hypot(x - light.x, y - light.y)) / Math.hypot(width, height);
      if (shadow) {
        const across = x - width * dark.at - dark.slope * (y - height / 2);
        grey *= 1 - dark.depth / (1 + Math.exp(-across / dark.soft));
      }
      grey += (random() - 0.5) * 10;
      const i = (y * width + x) * 4;
      const warm = isSheet ? 1 : table === 'wood' ? 0.75 : 0.95;
      pixels[i] = grey;
      pixels[i + 1] = grey * (isSheet ? 0.99 : 0.5 + warm / 2);
      pixels[i + 2] = grey * (isSheet ? 0.96 : warm);
      pixels[i + 3] = 255;
    }
  return { picture: { width, height, pixels }, corners, table, shadow };
}

/** Lines of writing with a box and a margin line: things that are straight, and no edge of the sheet. */
function inkAt(u: number, v: number, n: number): number {
  const line = Math.floor(v * 24);
  const within = v * 24 - line;
  const isText = line > 2 && line < 20 && u > 0.12 && u < 0.55 + 0.35 * Math.abs(Math.sin(line * 12.9 + n));
  if (isText && within > 0.35 && within < 0.6 && Math.sin(u * 190 + line * 7 + Math.sin(u * 37)) > 0.1) return 0.3;
  const inBox = u > 0.58 && u < 0.9 && v > 0.66 && v < 0.86;
  if (inBox && (u < 0.585 || u > 0.895 || v < 0.664 || v > 0.856)) return 0.4;
  return Math.abs(u - 0.09) < 0.002 ? 0.7 : 1;
}

function tableAt(table: Table, x: number, y: number, grain: number): number {
  switch (table) {
    case 'dark':
      return 52 + 6 * Math.sin(x / 31 + y / 47);
    case 'wood':
      return 118 + 16 * Math.sin(y / 9 + 2.5 * Math.sin(x / 210 + grain)) + 8 * Math.sin(y / 3.1 + grain);
    case 'checked':
      return (Math.floor(x / 46) + Math.floor(y / 46)) % 2 === 0 ? 84 : 128;
    case 'light':
      return 168 + 5 * Math.sin(x / 67 + grain);
  }
}

/** From places in the picture to shares of the sheet. */
function inverse(corners: Corners): (x: number, y: number) => { readonly u: number; readonly v: number } {
  const map = projection(corners);
  const [origin, right, lower] = [map(0, 0), map(1, 0), map(0, 1)];
  return (x, y) => {
    const [ax, ay, bx, by] = [right.x - origin.x, right.y - origin.y, lower.x - origin.x, lower.y - origin.y];
    const det = ax * by - bx * ay;
    let u = ((x - origin.x) * by - (y - origin.y) * bx) / det;
    let v = ((y - origin.y) * ax - (x - origin.x) * ay) / det;
    // The mapping is all but straight: a few steps find where it comes from.
    for (let step = 0; step < 4; step += 1) {
      const at = map(u, v);
      const [ex, ey] = [x - at.x, y - at.y];
      u += (ex * by - ey * bx) / det;
      v += (ey * ax - ex * ay) / det;
    }
    return { u, v };
  };
}
