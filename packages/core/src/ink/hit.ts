import type { Point } from './outline.ts';

/**
 * Whether a stroke passes within `reach` page units of `place`.
 * @param points groups of four: x, y in tenths of a unit, pressure, ms
 */
export function strokeHit(points: readonly number[], place: Point, reach: number): boolean {
  for (let i = 0; i + 3 < points.length; i += 4) {
    const a = { x: points[i]! / 10, y: points[i + 1]! / 10 };
    const next = i + 7 < points.length ? { x: points[i + 4]! / 10, y: points[i + 5]! / 10 } : a;
    if (distanceToSegment(place, a, next) <= reach) return true;
  }
  return false;
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
