import { present } from '../present/index.ts';
import { micros, type Micros } from '../clock/index.ts';
import { readThing } from '../pages/index.ts';
import { LOG_VERSION, type TakeEvent } from './events.ts';
import { FRAMINGS } from './framing.ts';

/** A line that could not be read. `line` counts from 1. */
export interface RejectedLine {
  readonly line: number;
  readonly reason: 'not-json' | 'no-kind' | 'bad-time' | 'bad-field';
}

export type ReadLog =
  | {
      readonly ok: true;
      readonly events: readonly TakeEvent[];
      /** Lines of a kind this version does not know; kept so that they can be written back. */
      readonly unknown: readonly string[];
      readonly rejected: readonly RejectedLine[];
    }
  /** `no-header`: the first line is not ours. `too-new`: written by a later version than this code reads. */
  | { readonly ok: false; readonly reason: 'no-header' | 'too-new' };

/** The first line of every log, with its line end. */
export const logHeaderText = (): string => `${JSON.stringify({ log: 'oakbell.take', version: LOG_VERSION })}\n`;

/** One event as one line, with its line end. */
export const eventText = (event: TakeEvent): string => `${JSON.stringify(event)}\n`;

/** A whole log: header, then the events in the order given. */
export const logText = (events: readonly TakeEvent[]): string => logHeaderText() + events.map(eventText).join('');

/**
 * Reads a log. Events come back in rising time; events of one moment keep their order.
 * A torn or foreign line is reported in `rejected` and the rest is read.
 */
export function readLog(text: string): ReadLog {
  const lines = text.split('\n');
  const header = parse(lines[0] ?? '');
  if (header?.['log'] !== 'oakbell.take' || typeof header['version'] !== 'number') {
    return { ok: false, reason: 'no-header' };
  }
  if (header['version'] > LOG_VERSION) return { ok: false, reason: 'too-new' };
  const events: TakeEvent[] = [];
  const unknown: string[] = [];
  const rejected: RejectedLine[] = [];
  for (let i = 1; i < lines.length; i += 1) {
    const line = lines[i]!;
    if (line.trim() === '') continue;
    const value = parse(line);
    const reason = value === null ? 'not-json' : faultOf(value);
    if (reason) rejected.push({ line: i + 1, reason });
    else if (KINDS.has(present(value)['kind'] as string)) events.push(value as unknown as TakeEvent);
    else unknown.push(line);
  }
  return { ok: true, events: inOrder(events), unknown, rejected };
}

type Fields = Readonly<Record<string, unknown>>;

function parse(line: string): Fields | null {
  try {
    const value: unknown = JSON.parse(line);
    return typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Fields) : null;
  } catch {
    return null;
  }
}

const isText = (value: unknown): boolean => typeof value === 'string' && value.length > 0 && value.length <= 100;
const isNumbers = (group: number) => (value: unknown) =>
  Array.isArray(value) && value.length % group === 0 && value.every((one) => Number.isFinite(one));
const isPen = (value: unknown): boolean => {
  const pen = value as { colour?: unknown; width?: unknown; kind?: unknown } | null;
  return (
    typeof pen?.colour === 'string' &&
    /^#[0-9a-f]{6}$/i.test(pen.colour) &&
    typeof pen.width === 'number' &&
    pen.width > 0 &&
    pen.width <= 200 &&
    (pen.kind === undefined || ['pen', 'highlighter', 'fading'].includes(pen.kind as string))
  );
};
const isTexts = (value: unknown): boolean => Array.isArray(value) && value.every(isText);
const isWhole = (value: unknown): boolean => Number.isSafeInteger(value) && (value as number) >= 0;
const isCount = (value: unknown): boolean => value === undefined || isWhole(value);
const isShift = (value: unknown): boolean => value === undefined || Number.isFinite(value);
const isPiece = (value: unknown): boolean => {
  const piece = (value ?? {}) as Fields;
  return (
    isText(piece['stroke']) &&
    isText(piece['of']) &&
    isCount(piece['from']) &&
    isCount(piece['to']) &&
    isShift(piece['dx']) &&
    isShift(piece['dy'])
  );
};
const isAtLeast = (low: number) => (value: unknown) => typeof value === 'number' && value >= low && value <= 100_000;
const isInset = (value: unknown): boolean => {
  const { x, y, width, height, round, crop } = (value ?? {}) as Fields;
  return (
    [x, y].every((one) => Number.isFinite(one)) &&
    [width, height].every((one) => isAtLeast(1)(one)) &&
    typeof round === 'boolean' &&
    Array.isArray(crop) &&
    crop.length === 4 &&
    crop.every((share) => typeof share === 'number' && share >= 0 && share <= 1)
  );
};

type Checks = Readonly<Record<string, (value: unknown) => boolean>>;

/** The fields each kind must have. */
const KINDS: ReadonlyMap<string, Checks> = new Map<string, Checks>([
  ['page', { page: isText }],
  ['stroke', { stroke: isText, page: isText, pen: isPen, points: isNumbers(4) }],
  ['more', { stroke: isText, points: isNumbers(4) }],
  ['erased', { act: isText, strokes: isTexts }],
  ['replaced', { act: isText, out: isTexts, pieces: (value) => Array.isArray(value) && value.every(isPiece) }],
  ['text', { text: isText, page: isText, thing: (value) => readThing(value)?.kind === 'text' }],
  ['placed', { placed: isText, page: isText, thing: (value) => readThing(value)?.kind === 'picture' }],
  ['undone', { act: isText }],
  ['redone', { act: isText }],
  ['pointer', { page: isText, points: isNumbers(3) }],
  ['paused', { lastedMs: (value: unknown) => typeof value === 'number' && value >= 0 }],
  ['grown', { page: isText, height: isAtLeast(1) }],
  ['scrolled', { page: isText, top: isAtLeast(0) }],
  ['framing', { framing: (value) => (FRAMINGS as readonly unknown[]).includes(value) }],
  ['inset', { inset: isInset }],
  [
    'sound',
    {
      gain: (value) => typeof value === 'number' && value >= -20 && value <= 30,
      noise: (value) => typeof value === 'boolean',
      levelling: (value) => typeof value === 'boolean',
    },
  ],
  ['said-again', { to: isWhole }],
  ['sound-lost', { lastedMs: (value) => typeof value === 'number' && value > 0 }],
  [
    'film',
    {
      film: (value) => value === 'camera' || value === 'window',
      run: isWhole,
      delayMs: (value) => value === undefined || (typeof value === 'number' && Math.abs(value) <= 2000),
    },
  ],
  ['film-ended', { run: isWhole }],
  ['rubric', { criterion: isText, level: (value) => value === null || isText(value) }],
  ['clip', { page: isText, playing: (value) => typeof value === 'boolean', positionMs: isWhole }],
]);

function faultOf(value: Fields): RejectedLine['reason'] | null {
  if (typeof value['kind'] !== 'string') return 'no-kind';
  if (!Number.isSafeInteger(value['at']) || (value['at'] as number) < 0) return 'bad-time';
  const fields = KINDS.get(value['kind']);
  if (!fields) return null;
  return Object.entries(fields).every(([name, isGood]) => isGood(value[name])) ? null : 'bad-field';
}

function inOrder(events: readonly TakeEvent[]): readonly TakeEvent[] {
  return events.every((event, i) => i === 0 || events[i - 1]!.at <= event.at)
    ? events
    : [...events].sort((a, b) => a.at - b.at);
}

/** The moment of the last thing a log tells: 0 for an empty one. */
export function logEnd(events: readonly TakeEvent[]): Micros {
  return micros(
    events.reduce((end, event) => {
      const points = 'points' in event ? event.points : [];
      const lastMs = points[points.length - 1] ?? 0;
      return Math.max(end, event.at + lastMs * 1000);
    }, 0),
  );
}
