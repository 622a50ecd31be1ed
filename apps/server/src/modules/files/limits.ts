/*
 * How much of each kind of thing is taken. Every limit is checked before the work begins that it protects, told in the
 * message, and listed in docs/operations.
 */
const MB = 1024 * 1024;

export { LARGEST_FILE, LARGEST_UPLOAD } from '@oakbell/core/media';
/** Files and other fields of one upload. */
export const MOST_FILES = 50;

/** Pictures: pixels on a side and in all. */
export const LONGEST_SIDE = 12_000;
export const MOST_PIXELS = 64_000_000;

/** Pages of one lesson. */
export const MOST_PAGES = 200;
/** Pages of a file that pages are picked from: a textbook. */
export const MOST_FILE_PAGES = 1500;

/** A page may be so many times as high as it is wide. */
export const TALLEST_PAGE = 4;

/** Drawings: bytes, elements and their depth. */
export const LARGEST_SVG = 2 * MB;
export const MOST_SVG_ELEMENTS = 10_000;
export const DEEPEST_SVG = 100;

/** Office files: entries, all of them unpacked, and the XML that is read for notes. */
export const MOST_ENTRIES = 5_000;
export const LARGEST_UNPACKED = 400 * MB;
export const LARGEST_XML = 24 * MB;

/** Clips: seconds, and pixels of a picture. */
export const LONGEST_CLIP_S = 30 * 60;
export const MOST_CLIP_PIXELS = 4096 * 2304;

/** Sheets that typed text may become. */
export const MOST_SHEETS = 40;

/** A file that is read as plain text and becomes sheets: bytes. A longer one is offered whole. */
export const LONGEST_TEXT_FILE = 40_000;
