import { micros, type Micros, type TimeRange } from '../clock/index.ts';
import type { EditList } from '../edits/index.ts';
import { lastAtOrBefore } from '../intervals/index.ts';
import { heardLines, type CaptionLine } from './lines.ts';

/** Words that stand under the page for a while, in programme time; `\n` begins the second line. */
export interface Cue extends TimeRange {
  readonly text: string;
}

/** As broadcasters do: two lines of so many letters. */
const LINE_LETTERS = 42;
const LINES = 2;
/** Nobody reads faster than so many letters a second, nor what stands for less than a second. */
const LETTERS_A_SECOND = 20;
const SHORTEST = 1_000_000;

/** What stands under the pages of a lesson: what was typed, in pieces that can be read, each as long as its words are said. */
export function cuesOf(edits: EditList, lines: readonly CaptionLine[]): readonly Cue[] {
  const cues = heardLines(
    edits,
    lines.filter(({ text }) => text.trim() !== ''),
  ).flatMap(({ start, end, line }) => inPieces(line.text, { start, end }));
  // What is short stays as long as it takes to be read, where nothing follows it.
  return cues.map((cue, i) => {
    const wanted = Math.max(SHORTEST, (cue.text.length / LETTERS_A_SECOND) * 1e6);
    const room = cues[i + 1]?.start ?? Infinity;
    const end = Math.max(cue.end, Math.min(cue.start + wanted, room));
    return { ...cue, end: micros(Math.min(end, Math.max(room, cue.start + 1))) };
  });
}

/** A text in pieces of two lines; each has its share of the time by its letters. */
function inPieces(text: string, { start, end }: TimeRange): readonly Cue[] {
  const rows = wrapped(text);
  const count = Math.ceil(rows.length / LINES);
  const each = Math.ceil(rows.length / count);
  const pieces = Array.from({ length: count }, (_, i) => rows.slice(i * each, (i + 1) * each).join('\n'));
  const letters = pieces.reduce((sum, piece) => sum + piece.length, 0);
  let said = 0;
  const at = (): Micros => micros(start + Math.round(((end - start) * said) / letters));
  return pieces.map((piece) => {
    const from = at();
    said += piece.length;
    return { start: from, end: at(), text: piece };
  });
}

/** Words in rows of about the same length, none longer than a line; a word that is longer has a row of its own. */
function wrapped(text: string): readonly string[] {
  const words = text.trim().split(/\s+/u);
  const letters = words.join(' ').length;
  const goal = Math.min(LINE_LETTERS, Math.ceil(letters / Math.ceil(letters / LINE_LETTERS)) + 6);
  const rows: string[] = [];
  for (const word of words) {
    const last = rows.at(-1);
    if (last !== undefined && last.length + 1 + word.length <= goal) rows[rows.length - 1] = `${last} ${word}`;
    else rows.push(word);
  }
  return rows;
}

/** What stands there at a time; null where nothing does. */
export function cueAt(cues: readonly Cue[], time: Micros): Cue | null {
  const cue = cues[lastAtOrBefore(cues, time, ({ start }) => start)];
  return cue && time < cue.end ? cue : null;
}
