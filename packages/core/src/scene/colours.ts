/* Colours of the painted page: they belong to the lesson, not to the screen around it. */

interface Paper {
  readonly paper: string;
  readonly faint: string;
  readonly strong: string;
  readonly bold: string;
}
const LIGHT: Paper = { paper: '#fffdf7', faint: '#dfe6e1', strong: '#bccac3', bold: '#55645d' };
const DARK: Paper = { paper: '#22302d', faint: '#2d3d39', strong: '#3c4f4a', bold: '#aebbb5' };
const CHALK = '#f4efe2';
export const POINTER = '#b23a22';

export const paperOf = (dark: boolean): Paper => (dark ? DARK : LIGHT);

/** The colour an ink is painted with: ink too dark for a dark board becomes chalk, and chalk on paper becomes dark. */
export function inkOn(dark: boolean, colour: string): string {
  const light = lightness(colour);
  if (dark && light < 0.22) return CHALK;
  return !dark && light > 0.85 ? '#26221b' : colour;
}

/** The relative luminance of #rrggbb, 0…1 (WCAG 2.2). */
function lightness(colour: string): number {
  const [red = 0, green = 0, blue = 0] = [1, 3, 5].map((at) => {
    const share = parseInt(colour.slice(at, at + 2), 16) / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
}

/** What everything fades into. */
export const VEIL = '#1f2b29';
/** A band of light over what should be seen. */
export const BAND = '#e2b23c';

/** Paper, words and the line under a title. */
export const CARD_COLOURS = {
  paper: { ground: '#faf6ec', words: '#26221b', line: '#b9832a' },
  slate: { ground: '#1f2b29', words: '#f1ecdf', line: '#b9832a' },
  oak: { ground: '#7a4f2b', words: '#fffdf7', line: '#e2b23c' },
  leaf: { ground: '#2f6b57', words: '#fffdf7', line: '#e4dac4' },
} as const;
