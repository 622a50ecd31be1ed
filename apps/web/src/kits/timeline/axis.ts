import { ZERO, type Micros } from '@oakbell/core/clock';

/** The time axis shared by everything that is drawn along it: time 0 at the left edge, `length` at the right. */
export interface Axis {
  readonly length: Micros;
  readonly widthPx: number;
}

/** Pixels from the left edge; 0 for an empty axis. */
export const xOf = ({ length, widthPx }: Axis, time: number): number => (length === 0 ? 0 : (time / length) * widthPx);

/** The moment at a pixel, held to the axis. */
export function timeAt({ length, widthPx }: Axis, x: number): Micros {
  if (widthPx === 0) return ZERO;
  return Math.round(Math.max(0, Math.min(1, x / widthPx)) * length) as Micros;
}

const STEPS_S = [1, 2, 5, 10, 15, 30, 60, 120, 300, 600, 900];

/** Round moments for the scale under the axis, at least `roomPx` apart. */
export function scaleMoments(axis: Axis, roomPx: number): readonly Micros[] {
  const most = Math.max(1, Math.floor(axis.widthPx / roomPx));
  const stepS = STEPS_S.find((step) => axis.length / (step * 1e6) <= most) ?? 1800;
  const moments: Micros[] = [];
  for (let time = 0; time <= axis.length; time += stepS * 1e6) moments.push(time as Micros);
  return moments;
}
