import { createCanvas, GlobalFonts, type SKRSContext2D } from '@napi-rs/canvas';
import { linesOf } from '@oakbell/core/pages';
import { createRequire } from 'node:module';
import { Problem } from '../../platform/http/index.ts';
import { jobScope } from '../../platform/scope/index.ts';
import { MOST_SHEETS } from './limits.ts';
import { PICTURE_WIDTH, type RawPicture } from './pdf.ts';

const FONT = 'Oak Bell text';
const HEIGHT = Math.round(PICTURE_WIDTH * Math.SQRT2);
const MARGIN = 160;
const SIZE = 44;
const LINE = 68;
const LINES_PER_PAGE = Math.floor((HEIGHT - 2 * MARGIN) / LINE);

/** Text of so many line breaks or more cannot fit, whatever its lines are. */
const MOST_BREAKS = MOST_SHEETS * LINES_PER_PAGE;

/** @throws Problem `text-too-long` for text that would need more sheets than are taken, by its line breaks alone */
export function ensureFits(text: string): void {
  let breaks = 0;
  for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) breaks += 1;
  if (breaks >= MOST_BREAKS) throw tooLong();
}

const tooLong = () =>
  new Problem(
    422,
    'text-too-long',
    `This text would need more than ${MOST_SHEETS} sheets. Nothing was changed; make it shorter, or hand it in as a PDF.`,
  );

/**
 * Typed text as upright sheets of paper, so that it can be written on like any other hand-in: each is drawn when it is
 * asked for. @throws Problem `text-too-long` before the first is drawn; Error outside a job
 */
export function* textPictures(text: string): Generator<RawPicture> {
  jobScope('Drawing text');
  ensureFits(text);
  if (!GlobalFonts.has(FONT)) {
    const file = '@fontsource/atkinson-hyperlegible/files/atkinson-hyperlegible-latin-400-normal.woff2';
    GlobalFonts.registerFromPath(createRequire(import.meta.url).resolve(file), FONT);
  }
  const canvas = createCanvas(PICTURE_WIDTH, HEIGHT);
  const context = canvas.getContext('2d');
  context.font = `${SIZE}px "${FONT}"`;
  const fits = (line: string) => context.measureText(line).width <= PICTURE_WIDTH - 2 * MARGIN;
  const lines = linesOf(text, fits, { breaksWords: true });
  if (lines.length > MOST_BREAKS) throw tooLong();
  for (let first = 0; first < lines.length; first += LINES_PER_PAGE)
    yield sheet(context, lines.slice(first, first + LINES_PER_PAGE));
}

function sheet(context: SKRSContext2D, lines: readonly string[]): RawPicture {
  context.fillStyle = '#ffffff';
  context.fillRect(0, 0, PICTURE_WIDTH, HEIGHT);
  context.fillStyle = '#26221b';
  lines.forEach((line, i) => context.fillText(line, MARGIN, MARGIN + SIZE + i * LINE));
  const { data } = context.getImageData(0, 0, PICTURE_WIDTH, HEIGHT);
  const rgb = Buffer.alloc(PICTURE_WIDTH * HEIGHT * 3);
  for (let from = 0, to = 0; from < data.length; from += 4) {
    rgb[to++] = data[from]!;
    rgb[to++] = data[from + 1]!;
    rgb[to++] = data[from + 2]!;
  }
  return { width: PICTURE_WIDTH, height: HEIGHT, rgb };
}
