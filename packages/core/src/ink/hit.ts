import type { Point } from './outline.ts';

/** A rectangle that holds all points of a stroke, in page units. */
export interface Bounds {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Groups of four: x, y in tenths of a unit, pressure, ms. */
type Points = readonly number[];

/** The bounds of a stroke widened by `margin` units; for no points an empty rectangle turned inside out. */
export function boundsOf(points: Points, margin = 0): Bounds {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i + 3 < points.length; i += 4) {
    const [x, y] = [points[i]! / 10, points[i + 1]! / 10];
    left = Math.min(left, x);
    right = Math.max(right, x);
    top = Math.min(top, y);
    bottom = Math.max(bottom, y);
  }
  return { left: left - margin, top: top - margin, right: right + margin, bottom: bottom + margin };
}

/** Whether two rectangles share a place; touching edges do. */
export const meets = (a: Bounds, b: Bounds): boolean =>
  a.left <= b.right && b.left <= a.right && a.top <= b.bottom && b.top <= a.bottom;

/** The smallest rectangle that holds both. */
export const around = (a: Bounds, b: Bounds): Bounds => ({
  left: Math.min(a.left, b.left),
  top: Math.min(a.top, b.top),
  right: Math.max(a.right, b.right),
  bottom: Math.max(a.bottom, b.bottom),
});

/** Whether a stroke passes within `reach` page units of `place`. */
export function strokeHit(points: Points, place: Point, reach: number): boolean {
  for (let i = 0; i + 3 < points.length; i += 4) {
    const a = { x: points[i]! / 10, y: points[i + 1]! / 10 };
    const next = i + 7 < points.length ? { x: points[i + 4]! / 10, y: points[i + 5]! / 10 } : a;
    if (distanceToSegment(place, a, next) <= reach) return true;
  }
  return false;
}

/** Points of a stroke, from `from` (in) to `to` (out), counted in points. */
export interface PointRange {
  readonly from: number;
  readonly to: number;
}

/**
 * What is left of a stroke when everything within `reach` page units of `place` is rubbed out, in order.
 * Null when nothing is rubbed out; empty when nothing is left.
 */
export function rubbedOut(points: Points, place: Point, reach: number): readonly PointRange[] | null {
  const count = Math.floor(points.length / 4);
  const left: PointRange[] = [];
  let from = -1;
  let touched = false;
  for (let i = 0; i < count; i += 1) {
    const away = Math.hypot(points[i * 4]! / 10 - place.x, points[i * 4 + 1]! / 10 - place.y) > reach;
    touched ||= !away;
    if (away && from < 0) from = i;
    if (!away && from >= 0) {
      left.push({ from, to: i });
      from = -1;
    }
  }
  if (!touched) return null;
  if (from >= 0) left.push({ from, to: count });
  // A single point that is left over is a speck, not a stroke.
  return left.filter((range) => range.to - range.from > 1);
}

/** Whether a stroke lies wholly within a rectangle. */
export function liesWithin(points: Points, box: Bounds): boolean {
  const own = boundsOf(points);
  return own.left >= box.left && own.right <= box.right && own.top >= box.top && own.bottom <= box.bottom;
}

/** The distance from `place` to the straight stretch from `a` to `b`. */
export function distanceToSegment(place: Point, a: Point, b: Point): number {
  const dx = b.x - a.x;
  const dy = b.y - a.y;
  const square = dx * dx + dy * dy;
  const share = square === 0 ? 0 : ((place.x - a.x) * dx + (place.y - a.y) * dy) / square;
  const held = Math.max(0, Math.min(1, share));
  return Math.hypot(place.x - a.x - held * dx, place.y - a.y - held * dy);
}
