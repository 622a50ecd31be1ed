import { readFile, stat } from 'node:fs/promises';
import { LONGEST_TEXT_FILE } from './limits.ts';
import { ensureFits } from './textPages.ts';

/** Names of what is shown as pages where it is what it says: of something else such a name is an error. */
const SHOWN = /\.(?:pdf|jpe?g|png|webp|heic|heif|avif|svg|docx|odt|pptx|odp|mp[34]|m4[av]|mov|webm|ogg|wav)$/i;
export const namedAsShown = (name: string): boolean => SHOWN.test(name);

/** Names of what a machine runs when it is opened. */
const RUNS =
  /\.(?:exe|msi|dll|com|scr|pif|cpl|bat|cmd|ps1|vbs?|vbe|jse?|wsf|hta|lnk|reg|jar|apk|app|dmg|pkg|deb|rpm|appimage|iso|img|(?:doc|dot|xls|xlt|ppt|pot)m)$/i;
/** First bytes of programs, as they are known to the systems that run them. */
const MAGIC: readonly (readonly number[])[] = [
  [0x4d, 0x5a],
  [0x7f, 0x45, 0x4c, 0x46],
  [0xca, 0xfe, 0xba, 0xbe],
  [0xfe, 0xed, 0xfa, 0xce],
  [0xfe, 0xed, 0xfa, 0xcf],
  [0xce, 0xfa, 0xed, 0xfe],
  [0xcf, 0xfa, 0xed, 0xfe],
];

/** Whether a file is a program, or would be run by its name; `.docm` and its like hold programs too. */
export const isProgram = (name: string, first: Uint8Array): boolean =>
  RUNS.test(name) || MAGIC.some((magic) => magic.every((byte, i) => first[i] === byte));

/** Tabs, ends of lines and of pages: what typed text has of the letters that steer machines. */
const OF_TEXT = new Set(['\t', '\n', '\f', '\r']);
const steers = (letter: string): boolean => (letter < ' ' && !OF_TEXT.has(letter)) || letter === '\u007f';

/** Whether a file is plain text, short enough to be read as sheets: UTF-8 without letters that steer machines. */
export async function isText(path: string): Promise<boolean> {
  if ((await stat(path)).size > LONGEST_TEXT_FILE) return false;
  const bytes = await readFile(path);
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    ensureFits(text);
    return text.trim() !== '' && ![...text].some(steers);
  } catch {
    return false;
  }
}
