import type { Micros } from '../clock/index.ts';
import { readThing } from '../pages/index.ts';
import { LONGEST_FADE, type Chapter, type Cover, type Finish, type Overlay, type StrokeChange } from './dressing.ts';
import type { EditList } from './editList.ts';
import { programmeOf } from './programme.ts';
import { CARD_GROUNDS, MOST_SPEED, type Card, type Segment, type SegmentSound } from './segment.ts';

type Fields = Readonly<Record<string, unknown>>;
const MOST_SEGMENTS = 10_000;
const MOST_LAID_OVER = 2_000;
/** The longest programme and the longest title card, in microseconds: three hours, a minute. */
export const LONGEST_PROGRAMME = 3 * 3600 * 1e6;
export const LONGEST_CARD = 60 * 1e6;

/** Reads an edit list from JSON; null where it is not one: wrong shape, an empty stretch, an id twice. */
export function parseEditList(value: unknown): EditList | null {
  const list = fieldsOf(value);
  if (list?.['version'] !== 1) return null;
  const segments = listOf(list['segments'], readSegment, MOST_SEGMENTS);
  if (!segments || !areUnlike(segments)) return null;
  if (programmeOf({ version: 1, segments }).length > LONGEST_PROGRAMME) return null;
  let edits: EditList = { version: 1, segments };
  for (const name of ['overlays', 'strokes', 'finish', 'chapters', 'cover'] as const) {
    if (list[name] === undefined) continue;
    const part = READERS[name](list[name]);
    if (part === null) return null;
    edits = { ...edits, [name]: part };
  }
  return edits;
}

/** Readers of what is laid over; each gives null where the value is not one. */
export const READERS = {
  overlays: (value: unknown) => unlike(listOf(value, readOverlay, MOST_LAID_OVER)),
  strokes: (value: unknown) => unlike(listOf(value, readStrokeChange, MOST_SEGMENTS)),
  finish: readFinish,
  chapters: (value: unknown) => listOf(value, readChapter, MOST_LAID_OVER),
  cover: readCover,
} as const;

/** How many at most: segments and changes of strokes, and what is laid over. */
export const LIMITS = { segments: MOST_SEGMENTS, strokes: MOST_SEGMENTS, overlays: MOST_LAID_OVER } as const;

export const fieldsOf = (value: unknown): Fields | null =>
  typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Fields) : null;
const isText = (value: unknown, most = 200): value is string => typeof value === 'string' && value.length <= most;
export const isName = (value: unknown): value is string => isText(value, 100) && value.length > 0;
export const isTime = (value: unknown): value is Micros => Number.isSafeInteger(value) && (value as number) >= 0;
const isBetween = (value: unknown, low: number, high: number): value is number =>
  typeof value === 'number' && value >= low && value <= high;
const isColour = (value: unknown): value is string => typeof value === 'string' && /^#[0-9a-f]{6}$/i.test(value);

function listOf<One>(value: unknown, read: (item: unknown) => One | null, most: number): readonly One[] | null {
  if (!Array.isArray(value) || value.length > most) return null;
  const items = value.map(read);
  return items.includes(null) ? null : (items as One[]);
}
const areUnlike = (items: readonly { readonly id: string }[]): boolean =>
  new Set(items.map((one) => one.id)).size === items.length;
const unlike = <One extends { readonly id: string }>(items: readonly One[] | null) =>
  items && areUnlike(items) ? items : null;

function stretchOf({ id, takeId, start, end }: Fields) {
  if (!isName(id) || !isName(takeId) || !isTime(start) || !isTime(end) || end <= start) return null;
  return { id, takeId, start, end };
}

export function readSegment(value: unknown): Segment | null {
  const fields = fieldsOf(value);
  const stretch = fields && stretchOf(fields);
  if (!stretch) return null;
  const { speed, sound, card } = fields;
  const read = {
    sound: sound === undefined ? undefined : readSound(sound),
    card: card === undefined ? undefined : readCard(card),
  };
  if (read.sound === null || read.card === null) return null;
  if (read.card && stretch.end - stretch.start > LONGEST_CARD) return null;
  if (speed !== undefined && !isBetween(speed, 1, MOST_SPEED)) return null;
  return {
    ...stretch,
    ...(speed === undefined ? {} : { speed }),
    ...(read.sound ? { sound: read.sound } : {}),
    ...(read.card ? { card: read.card } : {}),
  };
}

function readSound(value: unknown): SegmentSound | null {
  const { kind, takeId, shift } = fieldsOf(value) ?? {};
  if (kind === 'room' || kind === 'silent') return { kind };
  return kind === 'over' && isName(takeId) && Number.isSafeInteger(shift)
    ? { kind, takeId, shift: shift as Micros }
    : null;
}

function readCard(value: unknown): Card | null {
  const { title, line, ground } = fieldsOf(value) ?? {};
  const known = CARD_GROUNDS.find((one) => one === ground);
  return isText(title) && isText(line) && known ? { title, line, ground: known } : null;
}

export function readOverlay(value: unknown): Overlay | null {
  const fields = fieldsOf(value);
  const stretch = fields && stretchOf(fields);
  if (!stretch) return null;
  const { kind, page, view, ease, thing, shown, place, shows, x, y, width, height } = fields;
  switch (kind) {
    case 'close-up': {
      const { x: left, y: top, width: wide } = fieldsOf(view) ?? {};
      if (!isBetween(left, 0, 1600) || !isBetween(top, 0, 9000) || !isBetween(wide, 80, 1600)) return null;
      return isTime(ease) ? { ...stretch, kind, view: { x: left, y: top, width: wide }, ease } : null;
    }
    case 'drawn': {
      const read = readThing(thing);
      return isName(page) && read ? { ...stretch, kind, page, thing: read } : null;
    }
    case 'highlight':
    case 'cover-up':
      if (!isName(page) || ![x, y].every((one) => isBetween(one, -1600, 40_000))) return null;
      if (![width, height].every((one) => isBetween(one, 1, 40_000))) return null;
      return {
        ...stretch,
        kind,
        page,
        x: x as number,
        y: y as number,
        width: width as number,
        height: height as number,
      };
    case 'pointer':
      return shown === 'off' || shown === 'larger' ? { ...stretch, kind, shown } : null;
    case 'inset': {
      if (place === 'hidden') return { ...stretch, kind, place };
      const at = fieldsOf(place);
      if (!at || !isBetween(at['x'], -1600, 1600) || !isBetween(at['y'], -9000, 9000)) return null;
      return { ...stretch, kind, place: { x: at['x'], y: at['y'] } };
    }
    case 'page':
      return isName(page) && isName(shows) ? { ...stretch, kind, page, shows } : null;
    default:
      return null;
  }
}

export function readStrokeChange(value: unknown): StrokeChange | null {
  const { id, takeId, stroke, colour } = fieldsOf(value) ?? {};
  if (!isName(id) || !isName(takeId) || !isName(stroke)) return null;
  if (colour === undefined) return { id, takeId, stroke };
  return isColour(colour) ? { id, takeId, stroke, colour } : null;
}

function readFinish(value: unknown): Finish | null {
  const { fadeIn, fadeOut, noise, levelling, music } = fieldsOf(value) ?? {};
  if (!isTime(fadeIn) || !isTime(fadeOut) || Math.max(fadeIn, fadeOut) > LONGEST_FADE) return null;
  if (typeof noise !== 'boolean' || typeof levelling !== 'boolean') return null;
  if (music === null) return { fadeIn, fadeOut, noise, levelling, music };
  const { clip, name, lufs } = fieldsOf(music) ?? {};
  if (!isName(clip) || !isText(name) || !isBetween(lufs, -40, -20)) return null;
  return { fadeIn, fadeOut, noise, levelling, music: { clip, name, lufs } };
}

function readChapter(value: unknown): Chapter | null {
  const { takeId, at, title } = fieldsOf(value) ?? {};
  return isName(takeId) && isTime(at) && isText(title) && title.trim() !== '' ? { takeId, at, title } : null;
}

function readCover(value: unknown): Cover | null {
  const { picture } = fieldsOf(value) ?? {};
  return typeof picture === 'string' && /^[0-9a-f]{64}$/.test(picture) ? { picture } : null;
}
