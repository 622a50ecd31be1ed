/*
 * What is written on pages and in cues, as words and lines.
 */

/**
 * Text broken into lines, at spaces, so that each `fits`; an empty text is one line. A word that does not fit by itself
 * keeps a line of its own, or is broken between letters where `breaksWords` says so.
 */
export function linesOf(
  text: string,
  fits: (line: string) => boolean,
  { breaksWords = false }: { readonly breaksWords?: boolean } = {},
): readonly string[] {
  const lines: string[] = [];
  for (const paragraph of text.replaceAll('\r', '').split('\n')) {
    let line = '';
    for (const word of paragraph.split(' ')) {
      const longer = line === '' ? word : `${line} ${word}`;
      if (fits(longer)) {
        line = longer;
        continue;
      }
      if (line !== '') lines.push(line);
      const pieces = breaksWords ? broken(word, fits) : [word];
      lines.push(...pieces.slice(0, -1));
      line = pieces.at(-1) ?? '';
    }
    lines.push(line);
  }
  return lines;
}

/** A word in pieces that fit; a letter is a piece, whether it fits or not. */
function broken(word: string, fits: (line: string) => boolean): readonly string[] {
  const pieces: string[] = [];
  let piece = '';
  for (const letter of word) {
    if (piece !== '' && !fits(piece + letter)) {
      pieces.push(piece);
      piece = '';
    }
    piece += letter;
  }
  return [...pieces, piece];
}

const ENTITIES: Readonly<Record<string, string>> = {
  amp: '&',
  lt: '<',
  gt: '>',
  quot: '"',
  '#39': "'",
  nbsp: '\u00a0',
};

/** The words of cues, which are a few tags of clean HTML, without the tags: what ends a line parts words. */
export const wordsOfCues = (html: string): string =>
  html
    .replaceAll(/<(?:\/(?:p|li|h3)|br ?\/?)>/g, ' ')
    .replaceAll(/<[^<>]*>/g, '')
    .replaceAll(/&(amp|lt|gt|quot|#39|nbsp);/g, (_, name: string) => ENTITIES[name] ?? '');
