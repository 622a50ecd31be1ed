import { present } from '@oakbell/core/present';
import type { Tool, Tray } from '../../kits/ink/index.ts';
import type { KeyLine, Keys } from '../../shared/ui/index.ts';

/** The keys of a sheet in words. */
export const SHEET_KEYS: readonly KeyLine[] = [
  ['Tab', 'Next field, text or picture'],
  ['1 to 6', 'Pens'],
  ['H', 'Highlighter'],
  ['T', 'Type, and place what is there'],
  ['N', 'A new text on this page; Escape is done'],
  ['Enter, arrows, Delete', 'On a text: change, move, take away'],
  ['M', 'Select and move; Delete takes away'],
  ['X, Z', 'Eraser: whole strokes, only what it touches'],
  ['Shift while drawing', 'Straight, in steps of 15°'],
  ['Ctrl+Z, Ctrl+Shift+Z', 'Undo, redo'],
  ['→ or Page down', 'Next page'],
  ['← or Page up', 'Page before'],
];

interface Acts {
  readonly tray: Tray;
  readonly tool: Tool;
  readonly choose: (tool: Tool) => void;
  readonly turn: (by: number) => void;
  readonly undo: (how: 'undo' | 'redo') => void;
  readonly type: () => void;
}

/** The keys of a sheet that can be written on. */
export function sheetKeys({ tray, tool, choose, turn, undo, type }: Acts): Keys {
  const inHand = 'pen' in tool ? tool.pen : present(tray.pens[0]);
  return {
    ArrowRight: () => turn(1),
    PageDown: () => turn(1),
    ArrowLeft: () => turn(-1),
    PageUp: () => turn(-1),
    h: () => choose({ kind: 'pen', pen: tray.highlighter }),
    t: () => choose({ kind: 'text', pen: inHand }),
    n: type,
    m: () => choose({ kind: 'select' }),
    x: () => choose({ kind: 'eraser' }),
    z: () => choose({ kind: 'rubber' }),
    'Ctrl+z': () => undo('undo'),
    'Ctrl+Shift+z': () => undo('redo'),
    ...Object.fromEntries(tray.pens.map((pen, i) => [String(i + 1), () => choose({ kind: 'pen', pen })])),
  };
}
