import { execFile, spawn } from 'node:child_process';
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
 * page. It may end early, where a page cannot be drawn.
 */
export async function* pdfPictures(path: string, first: number, last: number): AsyncGenerator<RawPicture> {
  const args = ['-f', `${first}`, '-l', `${last}`, '-scale-to-x', `${PICTURE_WIDTH}`, '-scale-to-y', '-1', path];
  const patience = PAGE_PATIENCE_MS * (last - first + 1);
  const child = spawn('pdftoppm', args, { stdio: ['ignore', 'pipe', 'ignore'], timeout: patience });
  try {
    let chunks: Buffer[] = [];
    let length = 0;
    let wanted = Infinity;
    for await (const chunk of child.stdout as AsyncIterable<Buffer>) {
      chunks.push(chunk);
      length += chunk.length;
      // Joined only when a whole picture is there, or its header is still to be read: pieces come by the thousand.
      while (length >= wanted || (wanted === Infinity && length >= HEADER_BYTES)) {
        const bytes = Buffer.concat(chunks);
        const header = headerOf(bytes);
        if (!header) return;
        wanted = header.length + header.width * header.height * 3;
        chunks = [bytes];
        if (bytes.length < wanted) break;
        yield { width: header.width, height: header.height, rgb: bytes.subarray(header.length, wanted) };
        chunks = [bytes.subarray(wanted)];
        length = bytes.length - wanted;
        wanted = Infinity;
      }
    }
  } finally {
    child.kill();
  }
}

/** The header of a picture is within so many bytes. */
const HEADER_BYTES = 64;

function headerOf(bytes: Buffer): { readonly width: number; readonly height: number; readonly length: number } | null {
  const header = /^P6\s+(\d+)\s+(\d+)\s+255\s/.exec(bytes.subarray(0, HEADER_BYTES).toString('latin1'));
  return header && { width: Number(header[1]), height: Number(header[2]), length: header[0].length };
}

async function drawn(path: string, page: number, how: readonly string[]): Promise<RawPicture> {
  const bytes = await output('pdftoppm', ['-f', `${page}`, '-l', `${page}`, ...how, path]);
  const header = headerOf(bytes);
  if (!header) throw new Problem(422, 'pdf-broken', `Page ${page} of this PDF cannot be drawn.`);
  return { width: header.width, height: header.height, rgb: bytes.subarray(header.length) };
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
