import { createCanvas, GlobalFonts, loadImage, type SKRSContext2D } from '@napi-rs/canvas';
import { typedParts } from '@oakbell/core/marking';
import { linesOf } from '@oakbell/core/pages';
import { createRequire } from 'node:module';
import { Problem } from '../../platform/http/index.ts';
import { jobScope } from '../../platform/scope/index.ts';
import { drawFormulas, drawnFormula, type DrawnFormula, type PlacedFormula } from './formulas.ts';
import { MOST_SHEETS } from './limits.ts';
import { PICTURE_WIDTH, type RawPicture } from './pdf.ts';

const FONT = 'Oak Bell text';
const HEIGHT = Math.round(PICTURE_WIDTH * Math.SQRT2);
const MARGIN = 160;
const SIZE = 44;
const LINE = 68;
const [INNER_WIDTH, INNER_HEIGHT] = [PICTURE_WIDTH - 2 * MARGIN, HEIGHT - 2 * MARGIN];
const LINES_PER_PAGE = Math.floor(INNER_HEIGHT / LINE);
/** Room above and below a formula that is higher than its line. */
const AIR = 12;

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

/** A formula as it is drawn here: in pixels. */
interface Sized {
  readonly formula: DrawnFormula;
  readonly width: number;
  readonly up: number;
  readonly down: number;
}
/** A piece of a line: letters, or a formula. */
type Piece = string | Sized;
interface Line {
  readonly pieces: readonly Piece[];
  /** From the foot of the line before to the line that letters stand on, and on to its own foot. */
  readonly up: number;
  readonly down: number;
}

/**
 * Typed text as upright sheets of paper, so that it can be written on like any other hand-in: each is drawn when it is
 * asked for. What stands between dollar signs is drawn as a formula; what cannot be drawn as one stands as it was typed.
 * @throws Problem `text-too-long` before the first is drawn; Error outside a job
 */
export async function* textPictures(text: string): AsyncGenerator<RawPicture> {
  jobScope('Drawing text');
  ensureFits(text);
  if (!GlobalFonts.has(FONT)) {
    const file = '@fontsource/atkinson-hyperlegible/files/atkinson-hyperlegible-latin-400-normal.woff2';
    GlobalFonts.registerFromPath(createRequire(import.meta.url).resolve(file), FONT);
  }
  const context = createCanvas(PICTURE_WIDTH, HEIGHT).getContext('2d');
  context.font = `${SIZE}px "${FONT}"`;
  const sheets = sheetsOf(laidOut(context, text));
  if (sheets.length > MOST_SHEETS) throw tooLong();
  for (const lines of sheets) yield await sheet(context, lines);
}

/** Private letters of Unicode stand for formulas while lines are broken. */
const FIRST_STAND_IN = 0xe000;
const STAND_INS = /[\uE000-\uF8FF]/gu;

/** The lines of a text, no wider than a sheet. */
function laidOut(context: SKRSContext2D, text: string): readonly Line[] {
  const formulas: Sized[] = [];
  const marked = typedParts(text.replace(STAND_INS, '\uFFFD')).map((part) => {
    if (part.kind === 'words') return part.text;
    const formula = drawnFormula(part.latex, part.where);
    if (!formula) return part.typed;
    const standIn = String.fromCharCode(FIRST_STAND_IN + formulas.push(sized(formula)) - 1);
    return part.where === 'alone' ? `\n${standIn}\n` : standIn;
  });
  // A formula that stood on a line of its own already has no empty line around it.
  const whole = marked
    .join('')
    .replace(/\n(\n[\uE000-\uF8FF]\n)/gu, '$1')
    .replace(/([\uE000-\uF8FF]\n)\n/gu, '$1');
  const fits = (line: string) => widthOf(context, piecesOf(line, formulas)) <= INNER_WIDTH;
  return linesOf(whole, fits, { breaksWords: true }).map((line) => {
    const pieces = piecesOf(line, formulas);
    const high = pieces.filter((piece) => typeof piece !== 'string');
    const up = Math.max(SIZE, ...high.map((piece) => piece.up + AIR));
    return { pieces, up, down: Math.max(LINE - SIZE, ...high.map((piece) => piece.down + AIR)) };
  });
}

/** As large as the letters around it, or smaller where a sheet has no room for it. */
function sized(formula: DrawnFormula): Sized {
  const high = formula.up + formula.down;
  const scale = Math.min(SIZE, INNER_WIDTH / formula.width, (INNER_HEIGHT - 2 * AIR) / high);
  return { formula, width: formula.width * scale, up: formula.up * scale, down: formula.down * scale };
}

function piecesOf(line: string, formulas: readonly Sized[]): readonly Piece[] {
  return line
    .split(/([\uE000-\uF8FF])/u)
    .filter((run) => run !== '')
    .map((run) => formulas[run.charCodeAt(0) - FIRST_STAND_IN] ?? run);
}

const widthOf = (context: SKRSContext2D, pieces: readonly Piece[]): number =>
  pieces.reduce((sum, piece) => sum + pieceWidth(context, piece), 0);
const pieceWidth = (context: SKRSContext2D, piece: Piece): number =>
  typeof piece === 'string' ? context.measureText(piece).width : piece.width;

/** As many lines on each sheet as it has room for. */
function sheetsOf(lines: readonly Line[]): readonly (readonly Line[])[] {
  const sheets: Line[][] = [];
  let left = 0;
  for (const line of lines) {
    if (line.up + line.down > left || sheets.length === 0) {
      sheets.push([]);
      left = INNER_HEIGHT;
    }
    sheets.at(-1)?.push(line);
    left -= line.up + line.down;
  }
  return sheets;
}

async function sheet(context: SKRSContext2D, lines: readonly Line[]): Promise<RawPicture> {
  context.fillStyle = '#ffffff';
  context.fillRect(0, 0, PICTURE_WIDTH, HEIGHT);
  context.fillStyle = '#26221b';
  const placed: PlacedFormula[] = [];
  let y = MARGIN;
  for (const { pieces, up, down } of lines) {
    y += up;
    let x = MARGIN;
    for (const piece of pieces) {
      if (typeof piece === 'string') context.fillText(piece, x, y);
      else {
        const { formula, width } = piece;
        placed.push({ formula, x, y: y - piece.up, width, height: piece.up + piece.down });
      }
      x += pieceWidth(context, piece);
    }
    y += down;
  }
  if (placed.length > 0) {
    const drawn = await loadImage(await drawFormulas(placed, PICTURE_WIDTH, HEIGHT));
    context.drawImage(drawn, 0, 0, PICTURE_WIDTH, HEIGHT);
  }
  const { data } = context.getImageData(0, 0, PICTURE_WIDTH, HEIGHT);
  const rgb = Buffer.alloc(PICTURE_WIDTH * HEIGHT * 3);
  for (let from = 0, to = 0; from < data.length; from += 4) {
    rgb[to++] = data[from]!;
    rgb[to++] = data[from + 1]!;
    rgb[to++] = data[from + 2]!;
  }
  return { width: PICTURE_WIDTH, height: HEIGHT, rgb };
}
