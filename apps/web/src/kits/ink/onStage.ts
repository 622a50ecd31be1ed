import { PAGE_WIDTH } from '@oakbell/core/pages';
import type { CSSProperties } from 'react';
import type { PenPoint } from './liveInk.ts';
import type { ToolKind } from './pens.ts';

/** How the pointer looks with each tool. */
export const CURSORS: Readonly<Record<ToolKind, string>> = {
  pen: 'crosshair',
  shape: 'crosshair',
  pointer: 'none',
  eraser: 'cell',
  rubber: 'cell',
  select: 'default',
  text: 'text',
};

/** The stroke with the points the browser expects next: painted, never written. */
export function withPredicted<S extends { readonly points: readonly number[]; readonly form?: string }>(
  stroke: S,
  points: readonly PenPoint[],
): S {
  if (points.length === 0 || stroke.form) return stroke;
  const last = stroke.points[stroke.points.length - 1] ?? 0;
  const more = points.flatMap(({ x, y, pressure }) => [
    Math.round(x * 10),
    Math.round(y * 10),
    Math.round(pressure * 255),
    last,
  ]);
  return { ...stroke, points: [...stroke.points, ...more] };
}

/** A rectangle of the page as shares of the stage. */
export function frameStyle(
  box: { readonly left: number; readonly top: number; readonly right: number; readonly bottom: number } | null,
  height: number,
  scrolled: number,
): CSSProperties | null {
  if (!box) return null;
  return {
    left: `${(box.left / PAGE_WIDTH) * 100}%`,
    top: `${((box.top - scrolled) / height) * 100}%`,
    width: `${((box.right - box.left) / PAGE_WIDTH) * 100}%`,
    height: `${((box.bottom - box.top) / height) * 100}%`,
  };
}
