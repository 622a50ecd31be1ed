import { execFile, spawn } from 'node:child_process';
import { mkdtemp, readdir, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { Problem } from '../../../platform/http/index.ts';

const run = promisify(execFile);

/** How wide a page's picture is made, in pixels. */
export const PICTURE_WIDTH = 1920;
/** A page that takes longer than this to draw is given up. */
const PAGE_PATIENCE_MS = 60_000;

/** The number of pages. @throws Problem `pdf-encrypted` or `pdf-broken` */
export async function pdfPages(path: string): Promise<number> {
  const { stdout } = await run('pdfinfo', [path], { timeout: PAGE_PATIENCE_MS }).catch(
    (failure: { stderr?: string }) => {
      if (/password/i.test(failure.stderr ?? '')) {
        throw new Problem(
          422,
          'pdf-encrypted',
          'This PDF is locked with a password. Save a copy without a password and add that.',
        );
      }
      throw new Problem(
        422,
        'pdf-broken',
        'This PDF is damaged and cannot be opened. Nothing was changed; save it anew and try again.',
      );
    },
  );
  const pages = Number(/^Pages:\s+(\d+)/m.exec(stdout)?.[1] ?? 0);
  if (pages === 0) throw new Problem(422, 'pdf-broken', 'This PDF has no pages.');
  return pages;
}

/** A page's pixels, three bytes each. */
export interface RawPicture {
  readonly width: number;
  readonly height: number;
  readonly rgb: Buffer;
}

/** A part of a page in shares of its width and height, 0…1. */
export interface Share {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}
/** Pieces are drawn so that a whole page would be at most this wide, in pixels: about 700 dots an inch. */
const WIDEST = 6000;
/** A piece is drawn about so wide, in pixels. */
const PIECE_WIDTH = 2000;

/** Draws page `page` (from 1) 1920 pixels wide, or as told. */
export async function pdfPicture(path: string, page: number, width = PICTURE_WIDTH): Promise<RawPicture> {
  return drawn(path, page, ['-scale-to-x', `${width}`, '-scale-to-y', '-1']);
}

/** Draws a part of a page, sharp enough for print. */
export async function pdfPiece(path: string, page: number, part: Share): Promise<RawPicture> {
  const whole = await pdfPicture(path, page, 400);
  const width = Math.round(Math.min(WIDEST, PIECE_WIDTH / part.width));
  const height = Math.round((width * whole.height) / whole.width);
  const box = [part.x * width, part.y * height, part.width * width, part.height * height].map(
    (value) => `${Math.round(value)}`,
  );
  const [x = '0', y = '0', w = '1', h = '1'] = box;
  return drawn(path, page, ['-scale-to-x', `${width}`, '-scale-to-y', '-1', '-x', x, '-y', y, '-W', w, '-H', h]);
}

/**
 * Draws pages `first` to `last` (both in) one after another: opening a file and its fonts costs as much as drawing a
 * page. It ends early where a page cannot be drawn.
 */
export async function* pdfPictures(path: string, first: number, last: number): AsyncGenerator<RawPicture> {
  // By way of files: through a pipe the pixels of a page come in a hundred pieces, and joining them takes longer.
  const folder = await mkdtemp(join(tmpdir(), 'oakbell-pages-'));
  try {
    const args = ['-f', `${first}`, '-l', `${last}`, '-scale-to-x', `${PICTURE_WIDTH}`, '-scale-to-y', '-1'];
    await run('pdftoppm', [...args, path, join(folder, 'page')], {
      timeout: PAGE_PATIENCE_MS * (last - first + 1),
    }).catch(() => undefined);
    // Their numbers are padded alike, so they sort as pages.
    for (const name of (await readdir(folder)).sort()) yield pictureOf(await readFile(join(folder, name)));
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** @throws Problem `pdf-broken` where there is no picture */
function pictureOf(bytes: Buffer): RawPicture {
  const header = /^P6\s+(\d+)\s+(\d+)\s+255\s/.exec(bytes.subarray(0, 64).toString('latin1'));
  if (!header) throw new Problem(422, 'pdf-broken', 'A page of this PDF cannot be drawn.');
  return { width: Number(header[1]), height: Number(header[2]), rgb: bytes.subarray(header[0].length) };
}

async function drawn(path: string, page: number, how: readonly string[]): Promise<RawPicture> {
  const bytes = await output('pdftoppm', ['-f', `${page}`, '-l', `${page}`, ...how, path]);
  return pictureOf(bytes);
}

function output(command: string, args: readonly string[]): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'ignore'], timeout: PAGE_PATIENCE_MS });
    const chunks: Buffer[] = [];
    child.stdout.on('data', (chunk: Buffer) => chunks.push(chunk));
    child.on('error', reject);
    child.on('close', () => resolve(Buffer.concat(chunks)));
  });
}
