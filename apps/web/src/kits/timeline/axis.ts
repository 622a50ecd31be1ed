import { micros, ZERO, type Micros } from '@oakbell/core/clock';

/** The time axis shared by everything that is drawn along it: `from` at the left edge, `length` of time across. */
export interface Axis {
  /** 0 when left out. */
  readonly from?: Micros;
  readonly length: Micros;
  readonly widthPx: number;
}

/** Pixels from the left edge; 0 for an empty axis. */
export const xOf = ({ from = ZERO, length, widthPx }: Axis, time: number): number =>
  length === 0 ? 0 : ((time - from) / length) * widthPx;
/** How many pixels a length of time takes. */
export const widthOf = ({ length, widthPx }: Axis, time: number): number =>
  length === 0 ? 0 : (time / length) * widthPx;

/** The moment at a pixel, held to the axis. */
export function timeAt({ from = ZERO, length, widthPx }: Axis, x: number): Micros {
  if (widthPx === 0) return from;
  return micros(from + Math.max(0, Math.min(1, x / widthPx)) * length);
}

const STEPS_MS = [
  10, 20, 50, 100, 200, 500, 1_000, 2_000, 5_000, 10_000, 15_000, 30_000, 60_000, 120_000, 300_000, 600_000, 900_000,
];

/** Round moments for the scale under the axis, at least `roomPx` apart. */
export function scaleMoments(axis: Axis, roomPx: number): readonly Micros[] {
  const { from = ZERO, length, widthPx } = axis;
  const most = Math.max(1, Math.floor(widthPx / roomPx));
  const step = 1000 * (STEPS_MS.find((ms) => length / (ms * 1000) <= most) ?? 1_800_000);
  const moments: Micros[] = [];
  for (let time = Math.ceil(from / step) * step; time <= from + length; time += step) moments.push(micros(time));
  return moments;
}

/** What of the axis is in view. */
export interface Shown {
  readonly from: Micros;
  readonly length: Micros;
}
/** The closest look: a fifth of a second across, where 10 ms are a finger wide. */
export const CLOSEST: Micros = micros(200_000);

/** A view held to the whole. */
export function heldTo(whole: Micros, from: number, length: number): Shown {
  const wide = Math.round(Math.max(Math.min(CLOSEST, whole), Math.min(whole, length)));
  return { from: micros(Math.max(0, Math.min(whole - wide, from))), length: micros(wide) };
}

/** A view so many times as close, with `around` staying where it is. */
export function zoomed(whole: Micros, shown: Shown, times: number, around: Micros): Shown {
  const length = Math.max(Math.min(CLOSEST, whole), Math.min(whole, shown.length / times));
  const share = shown.length === 0 ? 0 : (around - shown.from) / shown.length;
  return heldTo(whole, around - share * length, length);
}

/** A view in which `time` can be seen: the same one where it can, else one that begins with it. */
export function following(whole: Micros, shown: Shown, time: Micros): Shown {
  if (time >= shown.from && time <= shown.from + shown.length) return shown;
  return heldTo(whole, time - shown.length * 0.05, shown.length);
}
