export { drawCode, INK, linesOf, PAPER_HEIGHT, PAPER_WIDTH, paperFonts } from './paper.ts';
