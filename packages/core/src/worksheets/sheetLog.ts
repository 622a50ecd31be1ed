/*
 * What a learner writes on a worksheet is a log of the same events as a take, without a voice: strokes, texts and
 * pictures, what was rubbed out and taken back. It grows by parts: a part is a few lines that are sent once, so that
 * saving one stroke costs the same on a full sheet as on an empty one.
 */
import { micros, type Micros } from '../clock/index.ts';
import { logEnd, logHeaderText, logText, readLog, type TakeEvent } from '../log/index.ts';

/** Letters of one part at most: nine thousand strokes that are moved at once are one line. */
export const MOST_PART_LETTERS = 700_000;
/** Letters of what one learner writes on one worksheet at most: some ten thousand strokes. */
export const MOST_SHEET_LETTERS = 8 * 1024 * 1024;
/** Pages of a worksheet at most. */
export const MOST_SHEET_PAGES = 60;
/** Pictures that a learner may bring to one worksheet. */
export const MOST_SHEET_PICTURES = 40;
/** The last moment that a sheet may tell, in microseconds: some thirty years. */
export const LAST_MOMENT = 1e15;
/** What is written goes to the school at least so often while somebody writes, in ms. */
export const SEND_MS = 1000;

const KINDS = ['stroke', 'more', 'text', 'placed', 'erased', 'replaced', 'undone', 'redone'] as const;
export type SheetKind = (typeof KINDS)[number];
/** Something that happened on a sheet. */
export type SheetEvent = Extract<TakeEvent, { readonly kind: SheetKind }>;

export const isSheetEvent = (event: TakeEvent): event is SheetEvent =>
  (KINDS as readonly string[]).includes(event.kind);

export type ReadPart =
  | { readonly ok: true; readonly events: readonly SheetEvent[] }
  /**
   * `empty`: nothing happened. `too-large`: over 700,000 letters. `bad-line`: a line that is no event of a sheet, lies too
   * far ahead or has no end.
   * `other-page`: something on a page that this worksheet does not have. `other-picture`: a picture not brought to it.
   */
  | {
      readonly ok: false;
      readonly reason: 'empty' | 'too-large' | 'bad-line' | 'other-page' | 'other-picture';
    };

/** What a sheet may hold. */
export interface SheetPlace {
  readonly pages: ReadonlySet<string>;
  /** Digests of the pictures that were brought to it. */
  readonly pictures: ReadonlySet<string>;
}

/** Reads the lines of a part: events as in a log of a take, without its header. */
export function readPart(lines: string, { pages, pictures }: SheetPlace): ReadPart {
  if (lines.length > MOST_PART_LETTERS) return { ok: false, reason: 'too-large' };
  const read = readLog(logHeaderText() + lines);
  if (!read.ok || read.rejected.length > 0 || read.unknown.length > 0) return { ok: false, reason: 'bad-line' };
  if (read.events.length === 0) return { ok: false, reason: 'empty' };
  // The next part begins a line of its own.
  if (!lines.endsWith('\n')) return { ok: false, reason: 'bad-line' };
  const events = read.events.filter(isSheetEvent);
  if (events.length < read.events.length || logEnd(events) > LAST_MOMENT) return { ok: false, reason: 'bad-line' };
  for (const event of events) {
    if ('page' in event && !pages.has(event.page)) return { ok: false, reason: 'other-page' };
    if (event.kind === 'placed' && !pictures.has(event.thing.picture)) return { ok: false, reason: 'other-picture' };
  }
  return { ok: true, events };
}

/** Reads parts, in the order they arrived, as one log; what cannot be read is left out. */
export function readParts(parts: readonly string[]): readonly SheetEvent[] {
  const read = readLog(logHeaderText() + parts.join(''));
  return read.ok ? read.events.filter(isSheetEvent) : [];
}

/** The lines of events, without a header. */
export const partText = (events: readonly SheetEvent[]): string => logText(events).slice(logHeaderText().length);

/** The moment that whoever goes on writing goes on from: after everything that is there. 0 for an empty sheet. */
export const sheetEnd = (events: readonly SheetEvent[]): Micros => micros(logEnd(events));
