import { liteAdaptor } from 'mathjax-full/js/adaptors/liteAdaptor.js';
import { RegisterHTMLHandler } from 'mathjax-full/js/handlers/html.js';
import { TeX } from 'mathjax-full/js/input/tex.js';
import 'mathjax-full/js/input/tex/ams/AmsConfiguration.js';
import { mathjax } from 'mathjax-full/js/mathjax.js';
import { SVG } from 'mathjax-full/js/output/svg.js';
import { convert } from '../../platform/converters/index.ts';

/** A formula as a drawing, and how much room it takes, as a share of the size of the letters around it. */
export interface DrawnFormula {
  /** An `svg` element with a `viewBox` and no size. */
  readonly svg: string;
  readonly width: number;
  /** From the line that letters stand on to its top, and down to its foot. */
  readonly up: number;
  readonly down: number;
}

/** So many units of a drawing are the size of a letter. */
const UNITS = 1000;
const FIRST_TAG = /^<svg[^>]*viewBox="([-\d.]+) ([-\d.]+) ([\d.]+) ([\d.]+)"[^>]*>/u;

let drawing: ((latex: string, display: boolean) => string) | undefined;
/** Begun when the first formula is drawn. */
function begin(): (latex: string, display: boolean) => string {
  const adaptor = liteAdaptor();
  RegisterHTMLHandler(adaptor);
  // Nothing that defines, loads or links: a formula is a formula.
  const tex = new TeX({ packages: ['base', 'ams'] });
  const document = mathjax.document('', { InputJax: tex, OutputJax: new SVG({ fontCache: 'none' }) });
  return (latex, display) => adaptor.innerHTML(document.convert(latex, { display }));
}

/** A formula in LaTeX notation as a drawing; null for what is none. */
export function drawnFormula(latex: string, where: 'inline' | 'alone'): DrawnFormula | null {
  drawing ??= begin();
  const svg = drawing(latex, where === 'alone');
  const [tag, ...box] = FIRST_TAG.exec(svg) ?? [];
  if (tag === undefined || svg.includes('data-mjx-error')) return null;
  const [left = 0, top = 0, width = 0, height = 0] = box.map(Number);
  const opened = `<svg viewBox="${left} ${top} ${width} ${height}"`;
  const rest = svg.slice(tag.length).replaceAll('currentColor', '#26221b');
  return { svg: `${opened}>${rest}`, width: width / UNITS, up: -top / UNITS, down: (height + top) / UNITS };
}

/** A formula and where it stands, in pixels from the left and from the top. */
export interface PlacedFormula {
  readonly formula: DrawnFormula;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Formulas where they stand, as a PNG with nothing else on it. @throws ConverterError past a limit */
export function drawFormulas(formulas: readonly PlacedFormula[], width: number, height: number): Promise<Buffer> {
  const placed = formulas.map(({ formula, ...at }) => {
    const where = Object.entries(at).map(([name, value]) => `${name}="${value.toFixed(2)}"`);
    return formula.svg.replace('<svg', `<svg ${where.join(' ')}`);
  });
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">${placed.join('')}</svg>`;
  return convert({ program: 'rsvg-convert', args: ['--format', 'png'], stdin: Buffer.from(svg) });
}
