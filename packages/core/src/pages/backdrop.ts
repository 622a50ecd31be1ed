/*
 * What is drawn behind the ink of a board. A backdrop is told as lines, dots and labels in page units, so that it is
 * sharp at any size and the same on every surface. It is locked: writing never moves it.
 */
import { PAGE_WIDTH, WIDE_HEIGHT } from './size.ts';

/** One axis: from `from` to `to` with a tick at each multiple of `step`. */
export interface Axis {
  readonly from: number;
  readonly to: number;
  readonly step: number;
  readonly label: string;
}
interface Shade {
  /** Light ink on a dark board. */
  readonly dark?: boolean;
}
export type Backdrop = Shade &
  (
    | { readonly kind: 'blank' | 'ruled' | 'squared' | 'dotted' | 'columns' }
    /** The axes cross at `origin`, in their own units; held to the edge where that lies outside their ranges. */
    | {
        readonly kind: 'axes';
        readonly x: Axis;
        readonly y: Axis;
        readonly origin: readonly [number, number];
        readonly grid: boolean;
      }
    | { readonly kind: 'number-line'; readonly x: Axis }
    | { readonly kind: 'picture'; readonly picture: string }
  );
export type BackdropKind = Backdrop['kind'];

export const BLANK: Backdrop = { kind: 'blank' };
export const SQUARED: Backdrop = { kind: 'squared' };

/** A straight line of a backdrop. `faint`: a grid; `strong`: every fifth; `bold`: an axis. */
export interface Line {
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
  readonly weight: 'faint' | 'strong' | 'bold';
}
export interface Label {
  readonly x: number;
  readonly y: number;
  readonly text: string;
  readonly align: 'left' | 'center' | 'right';
}
export interface Dot {
  readonly x: number;
  readonly y: number;
}
export interface BackdropDrawing {
  readonly lines: readonly Line[];
  readonly labels: readonly Label[];
  readonly dots: readonly Dot[];
}

/** Squares of a squared board, in page units: 40 across the page. */
export const SQUARE = 40;
/** From one rule of a ruled board to the next. */
const RULE = 60;
/** Paper left free around axes. */
const AXIS_MARGIN = 70;
/** Ticks of one axis at most: a step that is too small is made larger. */
const MOST_TICKS = 60;
/** Size of the labels. */
export const LABEL_SIZE = 26;

/** The drawing of a backdrop for a page `height` units high; axes keep to the first screen. */
export function backdropDrawing(backdrop: Backdrop, height: number): BackdropDrawing {
  const nothing = { lines: [], labels: [], dots: [] };
  switch (backdrop.kind) {
    case 'blank':
    case 'picture':
      return nothing;
    case 'squared':
      return { ...nothing, lines: [...uprights(SQUARE, height), ...levels(SQUARE, height)] };
    case 'ruled':
      return { ...nothing, lines: ruled(height) };
    case 'dotted':
      return { ...nothing, dots: dots(height) };
    case 'columns':
      return { ...nothing, lines: [...ruled(height), bold(PAGE_WIDTH / 2, 40, PAGE_WIDTH / 2, height - 40)] };
    case 'number-line':
      return numberLine(backdrop.x, Math.min(height, WIDE_HEIGHT));
    case 'axes':
      return axes(backdrop, Math.min(height, WIDE_HEIGHT));
  }
}

const bold = (x1: number, y1: number, x2: number, y2: number): Line => ({ x1, y1, x2, y2, weight: 'bold' });

function uprights(step: number, height: number): readonly Line[] {
  const count = Math.ceil(PAGE_WIDTH / step) - 1;
  return Array.from({ length: count }, (_, i) => {
    const x = (i + 1) * step;
    return { x1: x, y1: 0, x2: x, y2: height, weight: (i + 1) % 5 === 0 ? 'strong' : 'faint' };
  });
}
function levels(step: number, height: number): readonly Line[] {
  const count = Math.max(0, Math.ceil(height / step) - 1);
  return Array.from({ length: count }, (_, i) => {
    const y = (i + 1) * step;
    return { x1: 0, y1: y, x2: PAGE_WIDTH, y2: y, weight: (i + 1) % 5 === 0 ? 'strong' : 'faint' };
  });
}
const ruled = (height: number): readonly Line[] =>
  levels(RULE, height).map((line): Line => ({ ...line, weight: 'strong' }));

function dots(height: number): readonly Dot[] {
  const all: Dot[] = [];
  for (let y = SQUARE; y < height; y += SQUARE) for (let x = SQUARE; x < PAGE_WIDTH; x += SQUARE) all.push({ x, y });
  return all;
}

/** The multiples of the step within the axis, both ends in, in rising order. */
export function ticksOf({ from, to, step }: Axis): readonly number[] {
  let stride = step;
  while ((to - from) / stride > MOST_TICKS) stride *= 2;
  const first = Math.ceil(from / stride - 1e-9);
  const last = Math.floor(to / stride + 1e-9);
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => tidy((first + i) * stride));
}

/** 0.30000000000000004 is 0.3 to a reader; −0 is 0. */
const tidy = (value: number): number => Number(value.toPrecision(10)) + 0;
/** With a true minus sign. */
const numberText = (value: number): string => String(tidy(value)).replace('-', '−');

function numberLine(axis: Axis, height: number): BackdropDrawing {
  const y = height / 2;
  const place = placer(axis, AXIS_MARGIN, PAGE_WIDTH - AXIS_MARGIN);
  const ticks = ticksOf(axis).map((value) => ({ value, x: place(value) }));
  return {
    dots: [],
    lines: [
      ...arrowLine(AXIS_MARGIN - 30, y, PAGE_WIDTH - AXIS_MARGIN + 30, y),
      ...ticks.map(({ x }) => bold(x, y - 12, x, y + 12)),
    ],
    labels: [
      ...ticks.map(({ value, x }): Label => ({ x, y: y + 44, text: numberText(value), align: 'center' })),
      { x: PAGE_WIDTH - AXIS_MARGIN + 20, y: y - 26, text: axis.label, align: 'right' },
    ],
  };
}

function axes({ x, y, origin, grid }: Extract<Backdrop, { kind: 'axes' }>, height: number): BackdropDrawing {
  const [left, right, top, foot] = [AXIS_MARGIN, PAGE_WIDTH - AXIS_MARGIN, AXIS_MARGIN, height - AXIS_MARGIN];
  const placeX = placer(x, left, right);
  const placeY = placer(y, foot, top);
  const crossX = placeX(Math.min(x.to, Math.max(x.from, origin[0])));
  const crossY = placeY(Math.min(y.to, Math.max(y.from, origin[1])));
  const along = ticksOf(x).map((value) => ({ value, x: placeX(value) }));
  const up = ticksOf(y).map((value) => ({ value, y: placeY(value) }));
  const faint = (x1: number, y1: number, x2: number, y2: number): Line => ({ x1, y1, x2, y2, weight: 'strong' });
  return {
    dots: [],
    lines: [
      ...(grid ? along.map((tick) => faint(tick.x, top, tick.x, foot)) : []),
      ...(grid ? up.map((tick) => faint(left, tick.y, right, tick.y)) : []),
      ...arrowLine(left - 10, crossY, right + 30, crossY),
      ...arrowLine(crossX, foot + 10, crossX, top - 30),
      ...along.map((tick) => bold(tick.x, crossY - 8, tick.x, crossY + 8)),
      ...up.map((tick) => bold(crossX - 8, tick.y, crossX + 8, tick.y)),
    ],
    labels: [
      ...along
        .filter((tick) => Math.abs(tick.x - crossX) > 1)
        .map((tick): Label => ({ x: tick.x, y: crossY + 36, text: numberText(tick.value), align: 'center' })),
      ...up
        .filter((tick) => Math.abs(tick.y - crossY) > 1)
        .map((tick): Label => ({ x: crossX - 14, y: tick.y + 9, text: numberText(tick.value), align: 'right' })),
      { x: right + 30, y: crossY - 22, text: x.label, align: 'right' },
      { x: crossX + 20, y: top - 14, text: y.label, align: 'left' },
    ],
  };
}

/** Numbers to places: `from` lies at `low`, `to` at `high`. */
const placer = (axis: Axis, low: number, high: number) => (value: number) =>
  low + ((value - axis.from) / (axis.to - axis.from)) * (high - low);

function arrowLine(x1: number, y1: number, x2: number, y2: number): readonly Line[] {
  const length = Math.hypot(x2 - x1, y2 - y1) || 1;
  const [dx, dy] = [((x2 - x1) / length) * 16, ((y2 - y1) / length) * 16];
  return [
    bold(x1, y1, x2, y2),
    bold(x2, y2, x2 - dx - dy * 0.5, y2 - dy + dx * 0.5),
    bold(x2, y2, x2 - dx + dy * 0.5, y2 - dy - dx * 0.5),
  ];
}

const isAxis = (value: unknown): value is Axis => {
  const { from, to, step, label } = (value ?? {}) as Record<string, unknown>;
  const numbers = [from, to, step].every(
    (one) => typeof one === 'number' && Number.isFinite(one) && Math.abs(one) <= 1e9,
  );
  return (
    numbers &&
    (to as number) > (from as number) &&
    (step as number) > 0 &&
    typeof label === 'string' &&
    label.length <= 40
  );
};

/** A backdrop from JSON, only its known fields; null where it is none. The bare words of version 1 are read too. */
export function readBackdrop(value: unknown): Backdrop | null {
  if (value === 'blank' || value === 'squared') return { kind: value };
  const { kind, dark, x, y, origin, grid, picture } = (value ?? {}) as Record<string, unknown>;
  const shade = dark === true ? { dark: true } : {};
  switch (kind) {
    case 'blank':
    case 'ruled':
    case 'squared':
    case 'dotted':
    case 'columns':
      return { kind, ...shade };
    case 'number-line':
      return isAxis(x) ? { kind, x, ...shade } : null;
    case 'axes': {
      const at = Array.isArray(origin) ? (origin as readonly unknown[]) : [];
      const [ox, oy] = at;
      if (!isAxis(x) || !isAxis(y) || !Number.isFinite(ox) || !Number.isFinite(oy)) return null;
      return { kind, x, y, origin: [ox as number, oy as number], grid: grid === true, ...shade };
    }
    case 'picture':
      return typeof picture === 'string' && /^[0-9a-f]{64}$/.test(picture) ? { kind, picture, ...shade } : null;
    default:
      return null;
  }
}
