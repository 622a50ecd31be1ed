import type { Micros } from '../clock/index.ts';
import type { Cue } from './cues.ts';

const clock = (time: Micros, point: '.' | ','): string => {
  const ms = Math.round(time / 1000);
  const two = (n: number) => String(Math.floor(n)).padStart(2, '0');
  const parts = [ms / 3_600_000, (ms / 60_000) % 60, (ms / 1000) % 60].map(two).join(':');
  return `${parts}${point}${String(ms % 1000).padStart(3, '0')}`;
};
const ESCAPED: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;' };

/** Captions as WebVTT, the W3C's format. */
export const webVtt = (cues: readonly Cue[]): string =>
  [
    'WEBVTT\n',
    ...cues.map(
      ({ start, end, text }) =>
        `${clock(start, '.')} --> ${clock(end, '.')}\n${text.replaceAll(/[&<>]/g, (letter) => ESCAPED[letter] ?? letter)}\n`,
    ),
  ].join('\n');

/** Captions as SubRip, which most players of films read. */
export const subRip = (cues: readonly Cue[]): string =>
  cues
    .map(
      ({ start, end, text }, i) =>
        `${i + 1}\r\n${clock(start, ',')} --> ${clock(end, ',')}\r\n${text.replaceAll('\n', '\r\n')}\r\n`,
    )
    .join('\r\n');

/** So long a rest begins a paragraph of what was said. */
const PARAGRAPH = 2_000_000;
/** One that is so long ends with its sentence, in letters. */
const LONG = 150;

/** A paragraph of all that is said, and when it begins. */
export interface Paragraph {
  readonly at: Micros;
  readonly text: string;
}
/** All that is said, to be read: a new paragraph after a rest, where one grows long, and at each of these times. */
export function transcript(cues: readonly Cue[], breaks: readonly Micros[] = []): readonly Paragraph[] {
  const found: { at: Micros; text: string }[] = [];
  let [begun, end] = [-Infinity, -Infinity];
  for (const cue of cues) {
    const text = cue.text.replaceAll('\n', ' ');
    const last = found.at(-1);
    const isLong = last !== undefined && last.text.length >= LONG && /[.?!…]$/u.test(last.text);
    const isNew = cue.start - end >= PARAGRAPH || isLong || breaks.some((at) => at > begun && at <= cue.start);
    if (last && !isNew) last.text += ` ${text}`;
    else found.push({ at: cue.start, text });
    [begun, end] = [cue.start, cue.end];
  }
  return found;
}
