import { MOST_PAGE_LETTERS } from '@oakbell/core/library';
import { present } from '@oakbell/core/present';
import { Problem } from '../../platform/http/index.ts';
import { ConverterError, withFolder, type WorkFolder } from '../../platform/converters/index.ts';
import { MOST_FILE_PAGES, TALLEST_PAGE } from './limits.ts';

/** How wide a page's picture is made, in pixels. */
export const PICTURE_WIDTH = 1920;
/** Seconds for each page that is drawn. */
const PAGE_SECONDS = 30;
/** A page of the largest shape, drawn at the largest width, in MiB. */
const PAGE_MB = 64;

/** The number of pages. @throws Problem `pdf-encrypted`, `pdf-broken`, `page-too-tall`, `too-many-pages` */
export async function pdfPages(file: string): Promise<number> {
  return withFolder(async (folder) => {
    await folder.put('file.pdf', { file });
    const told = await factsOf(folder);
    const pages = Number(/^Pages: +(\d+)/m.exec(told)?.[1] ?? 0);
    if (pages === 0) throw new Problem(422, 'pdf-broken', 'This PDF has no pages.');
    if (pages > MOST_FILE_PAGES)
      throw new Problem(
        422,
        'too-many-pages',
        `This PDF has ${pages} pages; up to ${MOST_FILE_PAGES} can be read. Nothing was changed; use a shorter file.`,
      );
    ensureShapes(told);
    return pages;
  });
}

async function factsOf(folder: WorkFolder): Promise<string> {
  try {
    return (
      await folder.run({ program: 'pdfinfo', args: ['-f', '1', '-l', `${MOST_FILE_PAGES}`, 'file.pdf'] })
    ).toString();
  } catch (failure) {
    if (failure instanceof ConverterError && /password/i.test(failure.message))
      throw new Problem(
        422,
        'pdf-encrypted',
        'This PDF is locked with a password. Save a copy without a password and add that.',
      );
    if (failure instanceof ConverterError && failure.fault === 'failed')
      throw new Problem(
        422,
        'pdf-broken',
        'This PDF is damaged and cannot be opened. Nothing was changed; save it anew and try again.',
      );
    throw failure;
  }
}

/** Pages are drawn at one width, so a narrow one would be as high as a tower. */
function ensureShapes(told: string): void {
  const turned = new Map([...told.matchAll(/^Page +(\d+) rot: +(\d+)/gm)].map(([, page, by]) => [page, Number(by)]));
  for (const [, page, first, second] of told.matchAll(/^Page +(\d+) size: +([\d.]+) x ([\d.]+) pts/gm)) {
    const lies = (turned.get(present(page)) ?? 0) % 180 !== 0;
    const [width, height] = lies ? [Number(second), Number(first)] : [Number(first), Number(second)];
    if (!(height <= width * TALLEST_PAGE))
      throw new Problem(
        422,
        'page-too-tall',
        `Page ${page} of this PDF is more than ${TALLEST_PAGE} times as high as it is wide. Nothing was changed; cut it into pages first.`,
      );
  }
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
export async function pdfPicture(file: string, page: number, width = PICTURE_WIDTH): Promise<RawPicture> {
  return drawn(file, page, ['-scale-to-x', `${width}`, '-scale-to-y', '-1']);
}

/** Draws a part of a page, sharp enough for print. */
export async function pdfPiece(file: string, page: number, part: Share): Promise<RawPicture> {
  const whole = await pdfPicture(file, page, 400);
  const width = Math.round(Math.min(WIDEST, PIECE_WIDTH / part.width));
  const height = Math.round((width * whole.height) / whole.width);
  const box = [part.x * width, part.y * height, part.width * width, part.height * height].map(
    (value) => `${Math.round(value)}`,
  );
  const [x = '0', y = '0', w = '1', h = '1'] = box;
  return drawn(file, page, ['-scale-to-x', `${width}`, '-scale-to-y', '-1', '-x', x, '-y', y, '-W', w, '-H', h]);
}

/**
 * Draws pages `first` to `last` (both in) one after another: opening a file and its fonts costs as much as drawing a
 * page. It ends early where a page cannot be drawn. Each picture is read when it is asked for.
 */
export async function drawPages<T>(
  file: string,
  [first, last]: readonly [number, number],
  use: (pictures: AsyncGenerator<RawPicture>) => Promise<T>,
): Promise<T> {
  return withFolder(async (folder) => {
    await folder.put('file.pdf', { file });
    const args = ['-f', `${first}`, '-l', `${last}`, '-scale-to-x', `${PICTURE_WIDTH}`, '-scale-to-y', '-1'];
    const limits = { seconds: PAGE_SECONDS * (last - first + 1), outputMb: PAGE_MB };
    await folder.run({ program: 'pdftoppm', args: [...args, 'file.pdf', 'page'], limits }).catch((failure: unknown) => {
      if (!(failure instanceof ConverterError) || failure.fault === 'cancelled') throw failure;
    });
    return use(picturesIn(folder));
  });
}

/**
 * The text of pages `first` to `last` (both in), each by itself; none for pages that hold pictures of text alone. What
 * cannot be read is no text: the pages can be shown all the same.
 */
export async function pdfTexts(file: string, [first, last]: readonly [number, number]): Promise<readonly string[]> {
  const texts = await withFolder(async (folder) => {
    await folder.put('file.pdf', { file });
    const args = ['-f', `${first}`, '-l', `${last}`, '-enc', 'UTF-8', 'file.pdf', '-'];
    return (await folder.run({ program: 'pdftotext', args })).toString('utf8').split('\f');
  }).catch((failure: unknown) => {
    if (!(failure instanceof ConverterError) || failure.fault === 'cancelled') throw failure;
    return [];
  });
  return Array.from({ length: last - first + 1 }, (_, i) => readable(texts[i] ?? ''));
}

/** Text without what no database keeps, and no longer than a page is searched. */
const readable = (text: string): string =>
  text
    .replaceAll(/[\p{Cc}\p{Cs}\s]+/gu, ' ')
    .trim()
    .slice(0, MOST_PAGE_LETTERS);

async function* picturesIn(folder: WorkFolder): AsyncGenerator<RawPicture> {
  // Their numbers are padded alike, so they sort as pages.
  for (const name of await folder.list())
    if (name.startsWith('page-')) yield pictureOf(await folder.read(name, PAGE_MB));
}

/** @throws Problem `pdf-broken` where there is no picture */
function pictureOf(bytes: Buffer): RawPicture {
  const header = /^P6\s(\d+)\s(\d+)\s255\s/.exec(bytes.subarray(0, 64).toString('latin1'));
  if (!header) throw new Problem(422, 'pdf-broken', 'A page of this PDF cannot be drawn.');
  return { width: Number(header[1]), height: Number(header[2]), rgb: bytes.subarray(header[0].length) };
}

function drawn(file: string, page: number, how: readonly string[]): Promise<RawPicture> {
  return withFolder(async (folder) => {
    await folder.put('file.pdf', { file });
    const args = ['-f', `${page}`, '-l', `${page}`, ...how, 'file.pdf'];
    return pictureOf(await folder.run({ program: 'pdftoppm', args, limits: { seconds: PAGE_SECONDS, outputMb: 160 } }));
  });
}
