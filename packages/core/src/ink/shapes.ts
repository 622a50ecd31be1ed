/*
 * Shapes are ink: a line, box, ellipse or arrow is a stroke whose points were worked out instead of written. So it can
 * be rubbed out, moved, taken back and exported like any other stroke, and it draws itself when it is played.
 */
import type { Point } from './outline.ts';

export type Shape = 'line' | 'box' | 'ellipse' | 'arrow';
/** Points lie no farther apart than this, in page units, so that a part can be rubbed out. */
const STEP = 8;
const ELLIPSE_CORNERS = 72;
const HEAD = 26;
/** Straight strokes are drawn at this pressure: the full width of the pen. */
const PRESSURE = 160;

/**
 * The corners of a shape dragged from one place to another, in page units.
 * A box and an ellipse fill the rectangle between the two places.
 */
export function shapeCorners(shape: Shape, from: Point, to: Point): readonly Point[] {
  switch (shape) {
    case 'line':
      return [from, to];
    case 'box':
      return [from, { x: to.x, y: from.y }, to, { x: from.x, y: to.y }, from];
    case 'ellipse': {
      const centre = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
      return Array.from({ length: ELLIPSE_CORNERS + 1 }, (_, i) => {
        const angle = (i / ELLIPSE_CORNERS) * Math.PI * 2 - Math.PI / 2;
        return {
          x: centre.x + (Math.cos(angle) * Math.abs(to.x - from.x)) / 2,
          y: centre.y + (Math.sin(angle) * Math.abs(to.y - from.y)) / 2,
        };
      });
    }
    case 'arrow': {
      const angle = Math.atan2(to.y - from.y, to.x - from.x);
      const side = (turn: number) => ({
        x: to.x - Math.cos(angle + turn) * HEAD,
        y: to.y - Math.sin(angle + turn) * HEAD,
      });
      return [from, to, side(0.45), to, side(-0.45)];
    }
  }
}

/**
 * The points of a stroke along straight lines from corner to corner, spread evenly over `lastsMs`.
 * @returns groups of four: x, y in tenths of a unit, pressure, ms; empty for no corners
 */
export function straightPoints(corners: readonly Point[], lastsMs: number): readonly number[] {
  const places: Point[] = corners.slice(0, 1);
  for (let i = 1; i < corners.length; i += 1) {
    const [a, b] = [corners[i - 1]!, corners[i]!];
    const count = Math.max(1, Math.ceil(Math.hypot(b.x - a.x, b.y - a.y) / STEP));
    for (let k = 1; k <= count; k += 1) {
      places.push({ x: a.x + ((b.x - a.x) * k) / count, y: a.y + ((b.y - a.y) * k) / count });
    }
  }
  const last = Math.max(1, places.length - 1);
  return places.flatMap(({ x, y }, i) => [
    Math.round(x * 10),
    Math.round(y * 10),
    PRESSURE,
    Math.round((lastsMs * i) / last),
  ]);
}

/** The place nearest to `to` that lies from `from` at a whole multiple of `stepDegrees`. */
export function snapAngle(from: Point, to: Point, stepDegrees = 15): Point {
  const step = (stepDegrees * Math.PI) / 180;
  const angle = Math.round(Math.atan2(to.y - from.y, to.x - from.x) / step) * step;
  const length = (to.x - from.x) * Math.cos(angle) + (to.y - from.y) * Math.sin(angle);
  return { x: from.x + Math.cos(angle) * length, y: from.y + Math.sin(angle) * length };
}

/** With equal sides: the square or circle that a box or ellipse is held to. */
export function evenSides(from: Point, to: Point): Point {
  const side = Math.max(Math.abs(to.x - from.x), Math.abs(to.y - from.y));
  return { x: from.x + Math.sign(to.x - from.x || 1) * side, y: from.y + Math.sign(to.y - from.y || 1) * side };
}

/** A straight edge that lies on the page: through `centre`, turned by `degrees`, `width` units broad. */
export interface StraightEdge {
  readonly centre: Point;
  readonly degrees: number;
  readonly width: number;
}

/** The place on the nearer long side of the straight edge, or null when it is farther away than `reach` units. */
export function alongEdge({ centre, degrees, width }: StraightEdge, place: Point, reach: number): Point | null {
  const angle = (degrees * Math.PI) / 180;
  const [dx, dy] = [Math.cos(angle), Math.sin(angle)];
  const along = (place.x - centre.x) * dx + (place.y - centre.y) * dy;
  const across = -(place.x - centre.x) * dy + (place.y - centre.y) * dx;
  const side = across < 0 ? -width / 2 : width / 2;
  if (Math.abs(across - side) > reach) return null;
  return { x: centre.x + along * dx - side * dy, y: centre.y + along * dy + side * dx };
}
