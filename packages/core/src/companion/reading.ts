import { readPens, type Pen } from '../log/index.ts';
import type { DevicePoint, FromDevice, FromRoom, PenAct } from './protocol.ts';

type Fields = Readonly<Record<string, unknown>>;

/** Points of one message: some seconds of the quickest pen. */
const MOST_POINTS = 2000;
const MOST_MARKS = 2000;

const fieldsOf = (value: unknown): Fields | null =>
  typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Fields) : null;
const isNumber = (value: unknown): value is number => typeof value === 'number' && Number.isFinite(value);
const isCount = (value: unknown): value is number => Number.isSafeInteger(value) && (value as number) >= 0;
const isName = (value: unknown): value is string =>
  typeof value === 'string' && value.length > 0 && value.length <= 100;

/** What a device said, and nothing beside it; null where it is nothing that a device says. */
export function readFromDevice(value: unknown): FromDevice | null {
  const { kind, n, act, t, here } = fieldsOf(value) ?? {};
  if (kind === 'pong') return isNumber(t) && isNumber(here) ? { kind, t, here } : null;
  if (kind !== 'pen' || !isCount(n)) return null;
  const read = readAct(act);
  return read && { kind, n, act: read };
}

function readAct(value: unknown): PenAct | null {
  const { act, page, pen, point, points, drag } = fieldsOf(value) ?? {};
  switch (act) {
    case 'up':
    case 'undo':
      return { act };
    case 'move': {
      if (!Array.isArray(points) || points.length > MOST_POINTS) return null;
      const read = points.map(readPoint);
      return read.includes(null) ? null : { act, points: read as DevicePoint[] };
    }
    case 'down': {
      const [begun, by] = [readPoint(point), readPen(pen)];
      return isName(page) && begun && by ? { act, page, pen: by, point: begun } : null;
    }
    case 'erase': {
      const at = readPoint(point);
      return isName(page) && isCount(drag) && at ? { act, page, drag, point: at } : null;
    }
    default:
      return null;
  }
}

function readPoint(value: unknown): DevicePoint | null {
  if (!Array.isArray(value) || value.length !== 4 || !value.every(isNumber)) return null;
  const [x, y, pressure, at] = value as [number, number, number, number];
  return Math.abs(x) > 100_000 || Math.abs(y) > 100_000 ? null : [x, y, Math.min(1, Math.max(0, pressure)), at];
}

/** A pen as the tray checks it, without its name. */
function readPen(value: unknown): Pen | null {
  const { colour, width, kind } = fieldsOf(value) ?? {};
  const [read] = readPens([{ name: 'pen', kind: kind ?? 'pen', colour, width }]) ?? [];
  if (!read) return null;
  return { colour: read.colour, width: read.width, ...(read.kind === 'pen' ? {} : { kind: read.kind }) };
}

const STATES = ['ready', 'recording', 'paused', 'over'];

/**
 * What a room said; null where it is nothing that a room says. What it shows (pages and marks) is looked at as far as
 * its shape: it is the teacher's own, and goes to devices that the teacher let in.
 */
export function readFromRoom(value: unknown): FromRoom | null {
  const fields = fieldsOf(value);
  if (!fields || !(fields['to'] === undefined || isName(fields['to']))) return null;
  const { kind, page, marks, pens, n, t, to, state } = fields;
  const isIt =
    kind === 'closed' ||
    (kind === 'taken' && isCount(n)) ||
    (kind === 'ping' && isNumber(t)) ||
    ((kind === 'let-in' || kind === 'cut-off') && isName(to)) ||
    (kind === 'marks' && Array.isArray(marks) && marks.length <= MOST_MARKS && marks.every(fieldsOf)) ||
    (kind === 'page' &&
      isName(fieldsOf(page)?.['id']) &&
      typeof fields['name'] === 'string' &&
      [fields['height'], fields['top']].every(isNumber) &&
      STATES.includes(state as string) &&
      Array.isArray(pens) &&
      pens.length <= 20);
  return isIt ? (value as FromRoom) : null;
}
