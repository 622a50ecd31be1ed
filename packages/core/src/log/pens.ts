import type { Pen, PenKind } from './events.ts';

/** A pen of the tray: it has a name, since colour alone tells nothing to some. */
export interface TrayPen extends Pen {
  readonly name: string;
  readonly kind: PenKind;
}

/** The tray has six places. Ink belongs to the lesson: its colours stay what they were when it was written. */
export const FIRST_PENS: readonly TrayPen[] = [
  { name: 'Dark', colour: '#26221b', width: 5, kind: 'pen' },
  { name: 'Red', colour: '#b23a22', width: 5, kind: 'pen' },
  { name: 'Blue', colour: '#2c5f8a', width: 5, kind: 'pen' },
  { name: 'Green', colour: '#2f6b57', width: 5, kind: 'pen' },
  { name: 'Orange', colour: '#c07a1d', width: 5, kind: 'pen' },
  { name: 'Broad', colour: '#26221b', width: 12, kind: 'pen' },
];
export const FIRST_HIGHLIGHTER: TrayPen = { name: 'Highlighter', colour: '#f2c230', width: 34, kind: 'highlighter' };
export const FIRST_FADING: TrayPen = { name: 'Fading ink', colour: '#b23a22', width: 7, kind: 'fading' };

/** Pens from JSON: one to six, only their known fields; null where one of them cannot be. */
export function readPens(value: unknown): readonly TrayPen[] | null {
  if (!Array.isArray(value) || value.length === 0 || value.length > FIRST_PENS.length) return null;
  const pens: TrayPen[] = [];
  for (const item of value as unknown[]) {
    const { name, colour, width, kind = 'pen' } = (item ?? {}) as Record<string, unknown>;
    if (typeof name !== 'string' || name.trim() === '' || name.length > 30) return null;
    if (typeof colour !== 'string' || !/^#[0-9a-f]{6}$/i.test(colour)) return null;
    if (typeof width !== 'number' || !(width >= 1 && width <= 60)) return null;
    if (kind !== 'pen' && kind !== 'highlighter' && kind !== 'fading') return null;
    pens.push({ name, colour, width, kind });
  }
  return pens;
}
