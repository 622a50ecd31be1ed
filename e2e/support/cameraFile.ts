import { photographed } from '@oakbell/core/scan';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const [WIDTH, HEIGHT] = [720, 960];

/** A film for a made-up camera (YUV4MPEG2, one picture that stands): a written sheet on a table, or nothing but a table. */
export function cameraFile(what: 'sheet' | 'nothing'): string {
  const { pixels } = photographed(0, WIDTH, HEIGHT).picture;
  const at = (x: number, y: number, c: number): number =>
    what === 'sheet' ? (pixels[(y * WIDTH + x) * 4 + c] ?? 0) : 110;
  const luma = Buffer.alloc(WIDTH * HEIGHT);
  const chroma = [Buffer.alloc((WIDTH * HEIGHT) / 4), Buffer.alloc((WIDTH * HEIGHT) / 4)] as const;
  // ITU-R BT.601, limited range.
  for (let y = 0; y < HEIGHT; y += 1)
    for (let x = 0; x < WIDTH; x += 1) {
      const [r, g, b] = [at(x, y, 0), at(x, y, 1), at(x, y, 2)];
      luma[y * WIDTH + x] = 16 + 0.257 * r + 0.504 * g + 0.098 * b;
      if (x % 2 === 1 || y % 2 === 1) continue;
      const i = (y / 2) * (WIDTH / 2) + x / 2;
      chroma[0][i] = 128 - 0.148 * r - 0.291 * g + 0.439 * b;
      chroma[1][i] = 128 + 0.439 * r - 0.368 * g - 0.071 * b;
    }
  const picture = Buffer.concat([Buffer.from('FRAME\n'), luma, ...chroma]);
  const head = Buffer.from(`YUV4MPEG2 W${WIDTH} H${HEIGHT} F10:1 Ip A1:1 C420jpeg\n`);
  const folder = join(import.meta.dirname, '../../.oakbell/pictures');
  mkdirSync(folder, { recursive: true });
  const path = join(folder, `camera-${what}-${process.pid}.y4m`);
  writeFileSync(path, Buffer.concat([head, picture, picture, picture]));
  return path;
}

/** How wide the sheet of that film is for its height, laid flat. */
export function sheetShape(): number {
  const [a, b, c, d] = photographed(0, WIDTH, HEIGHT).corners;
  const length = (p: typeof a, q: typeof a): number => Math.hypot(p.x - q.x, p.y - q.y);
  return Math.max(length(a, b), length(d, c)) / Math.max(length(a, d), length(b, c));
}
