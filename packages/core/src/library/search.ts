/* Finding lessons by words: what is looked for, and the place where it was found. */
import { wordsOfCues, type Thing } from '../pages/index.ts';
import { MOST_PAGE_LETTERS } from './limits.ts';

/** So many words are looked for; more say nothing new. */
const MOST_WORDS = 8;
const LONGEST_WORD = 40;

/** A word as people write it; what follows its apostrophe is an ending, and is not looked for. */
const WORD = /[\p{L}\p{N}_]+(?:['’][\p{L}\p{N}_]+)*/gu;

/** The words of what somebody typed, at most eight, each once, in small letters. */
export function searchWords(typed: string): readonly string[] {
  const found = typed.match(WORD) ?? [];
  const words = found.map((word) => word.split(/['’]/)[0]!.toLowerCase().slice(0, LONGEST_WORD));
  return [...new Set(words)].slice(0, MOST_WORDS);
}

/** Everything by which a page can be found: what stands on its picture, what was typed on it, its cues. */
export function findableText({
  text,
  things,
  cues,
}: {
  /** Read from the file that its picture was drawn from. */
  readonly text: string;
  readonly things: readonly Thing[];
  /** A few tags of clean HTML. */
  readonly cues: string;
}): string {
  return [...wordsOnPage(text, things), wordsOfCues(cues)]
    .map(inOneLine)
    .filter((part) => part !== '')
    .join('\n')
    .slice(0, MOST_PAGE_LETTERS);
}

/** What learners see on a page as text. */
export const wordsOnPage = (text: string, things: readonly Thing[]): readonly string[] => [
  text,
  ...things.flatMap((thing) => (thing.kind === 'text' ? thing.text : thing.kind === 'formula' ? thing.source : [])),
];

const inOneLine = (text: string): string => text.replaceAll(/\s+/g, ' ').trim();

export interface Mark {
  readonly start: number;
  /** Not in. */
  readonly end: number;
}
/** A piece of a text with the words that were looked for in it. */
export interface Excerpt {
  readonly text: string;
  /** Where the words stand in `text`, in their order. */
  readonly marks: readonly Mark[];
}

/**
 * The piece of a text, about `width` letters long, around the first of the words; null where not all of them begin a
 * word of it. Accents and capitals make no difference.
 */
export function excerptOf(text: string, words: readonly string[], width = 120): Excerpt | null {
  const line = inOneLine(text);
  const marks = marksIn(line, words);
  const first = marks[0];
  if (!first) return null;
  const room = Math.max(0, width - (first.end - first.start));
  const from = wordBegin(line, Math.max(0, Math.min(first.start - (room >> 2), line.length - width)));
  const to = wordEnd(line, Math.min(line.length, from + width));
  const [before, after] = [from > 0 ? '… ' : '', to < line.length ? ' …' : ''];
  const by = before.length - from;
  return {
    text: `${before}${line.slice(from, to)}${after}`,
    marks: marks
      .filter((mark) => mark.start >= from && mark.end <= to)
      .map(({ start, end }) => ({ start: start + by, end: end + by })),
  };
}

/** Every place where one of the words begins a word of the text; none unless each of them does somewhere. */
function marksIn(text: string, words: readonly string[]): readonly Mark[] {
  const { letters, places } = plain(text);
  const wanted = words.map((word) => plain(word).letters);
  const met = new Set<string>();
  const marks: Mark[] = [];
  for (const { 0: word, index } of letters.matchAll(WORD)) {
    const fits = wanted.filter((one) => word.startsWith(one));
    for (const one of fits) met.add(one);
    const longest = Math.max(0, ...fits.map((one) => one.length));
    if (longest > 0) marks.push({ start: places[index]!, end: places[index + longest] ?? text.length });
  }
  return met.size === new Set(wanted).size ? marks : [];
}

/** Small letters without accents, and for each of them where it stood. */
function plain(text: string): { readonly letters: string; readonly places: readonly number[] } {
  let letters = '';
  const places: number[] = [];
  let at = 0;
  for (const letter of text) {
    const small = letter.normalize('NFD').replaceAll(/\p{M}/gu, '').toLowerCase();
    letters += small;
    for (let i = 0; i < small.length; i += 1) places.push(at);
    at += letter.length;
  }
  return { letters, places };
}

/** Where the word begins that stands at a place. */
function wordBegin(text: string, at: number): number {
  if (at === 0) return 0;
  const gap = text.lastIndexOf(' ', at);
  return gap < 0 || at - gap > LONGEST_WORD ? at : gap + 1;
}
/** Where the word ends that stands at a place. */
function wordEnd(text: string, at: number): number {
  if (at >= text.length) return text.length;
  const gap = text.indexOf(' ', at);
  if (gap < 0) return text.length - at > LONGEST_WORD ? at : text.length;
  return gap - at > LONGEST_WORD ? at : gap;
}
