import { GlobalFonts, type SKRSContext2D } from '@napi-rs/canvas';
import { createRequire } from 'node:module';
import { create } from 'qrcode';

/** A4, in points. */
export const [PAPER_WIDTH, PAPER_HEIGHT] = [595, 842];
export const INK = '#26221b';

const FONT = 'Paper';
/** The app's own letters, and whatever the machine has for others: a family for a canvas. */
export function paperFonts(): string {
  if (!GlobalFonts.has(FONT)) {
    const file = '@fontsource/atkinson-hyperlegible/files/atkinson-hyperlegible-latin-400-normal.woff2';
    GlobalFonts.registerFromPath(createRequire(import.meta.url).resolve(file), FONT);
  }
  return `"${FONT}", "Liberation Sans", "DejaVu Sans", "Noto Sans CJK SC", sans-serif`;
}

interface Place {
  readonly left: number;
  readonly top: number;
  /** Of one side, in points. */
  readonly side: number;
}
/** A QR code (error correction M). */
export function drawCode(page: SKRSContext2D, text: string, { left, top, side }: Place): void {
  const { modules } = create(text, { errorCorrectionLevel: 'M' });
  const size = side / modules.size;
  for (let y = 0; y < modules.size; y += 1)
    for (let x = 0; x < modules.size; x += 1)
      if (modules.get(y, x)) page.fillRect(left + x * size, top + y * size, size + 0.05, size + 0.05);
}

/** The lines that a text takes in the font that is set: its own line ends stay, and a word that is too long is cut. */
export function linesOf(page: SKRSContext2D, text: string, room: number): readonly string[] {
  const lines: string[] = [];
  for (const paragraph of text.split('\n')) {
    let line = '';
    for (let word of paragraph.split(' ')) {
      const longer = line === '' ? word : `${line} ${word}`;
      if (page.measureText(longer).width <= room) {
        line = longer;
        continue;
      }
      if (line !== '') lines.push(line);
      while (page.measureText(word).width > room) {
        let fits = word.length - 1;
        while (fits > 1 && page.measureText(word.slice(0, fits)).width > room) fits -= 1;
        lines.push(word.slice(0, fits));
        word = word.slice(fits);
      }
      line = word;
    }
    lines.push(line);
  }
  return lines;
}
