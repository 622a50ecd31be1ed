import { browserShelf, ownName } from '../../shared/api/index.ts';
import type { Shape } from '@oakbell/core/ink';
import { FIRST_FADING, FIRST_HIGHLIGHTER, FIRST_PENS, readPens, type TrayPen } from '@oakbell/core/log';

/** What the hand does on the page. */
export type Tool =
  | { readonly kind: 'pen'; readonly pen: TrayPen }
  | { readonly kind: 'shape'; readonly shape: Shape; readonly pen: TrayPen }
  | { readonly kind: 'pointer' }
  | { readonly kind: 'eraser' }
  | { readonly kind: 'rubber' }
  | { readonly kind: 'select' }
  | { readonly kind: 'text'; readonly pen: TrayPen };
export type ToolKind = Tool['kind'];

export const SHAPES: readonly { readonly shape: Shape; readonly name: string }[] = [
  { shape: 'line', name: 'Line' },
  { shape: 'arrow', name: 'Arrow' },
  { shape: 'box', name: 'Box' },
  { shape: 'ellipse', name: 'Ellipse' },
];

/** The tray as it was left: six pens, the highlighter and the fading ink. */
export interface Tray {
  readonly pens: readonly TrayPen[];
  readonly highlighter: TrayPen;
  readonly fading: TrayPen;
}
const placeOf = () => ownName('tray');

/** The tray of this browser; the first one where nothing, or nothing usable, is kept. */
export function keptTray(): Tray {
  const first = { pens: FIRST_PENS, highlighter: FIRST_HIGHLIGHTER, fading: FIRST_FADING };
  const kept = browserShelf.readJson(placeOf()) as Record<string, unknown> | null;
  const { pens, highlighter, fading } = kept ?? {};
  return {
    pens: readPens(pens) ?? first.pens,
    highlighter: readPens([highlighter])?.[0] ?? first.highlighter,
    fading: readPens([fading])?.[0] ?? first.fading,
  };
}
export const keepTray = (tray: Tray): boolean => browserShelf.write(placeOf(), JSON.stringify(tray));
