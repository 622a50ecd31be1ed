import type { Stamp } from '@oakbell/core/marking';
import type { Framing } from '@oakbell/core/log';
import type { KeyLine, Keys } from '../../../shared/ui/index.ts';
import type { Tool, Tray } from '../../ink/index.ts';

/** The keys of the room in words. */
export const ROOM_KEYS: readonly KeyLine[] = [
  ['R', 'Record, pause, go on'],
  ['Enter', 'Stop'],
  ['Backspace', 'Say that again: from the last pause in speech'],
  ['→ or Page down', 'Next page'],
  ['← or Page up', 'Page before'],
  ['B', 'Add a board'],
  ['Ctrl+↓, Ctrl+↑', 'Further down a board (it grows), up again'],
  ['1 to 6', 'Pens'],
  ['H, F', 'Highlighter, fading ink'],
  ['P', 'Pointer'],
  ['L', 'Straight edge'],
  ['Shift while drawing', 'Straight, in steps of 15°'],
  ['T', 'Text'],
  ['M', 'Select and move; Delete takes away'],
  ['X, Z', 'Eraser: whole strokes, only what it touches'],
  ['7, 8, 9', 'Page alone, page with inset, presenter alone (with a camera)'],
  ['Ctrl+Z, Ctrl+Shift+Z', 'Undo, redo'],
];

/** The keys of what is put down whole, in words. */
export const STAMP_KEYS: readonly KeyLine[] = [
  ['K, J, U, W', 'Tick, cross, question mark, wavy line: where the pen is'],
  ['+, -, 0', 'Nearer, further, the whole page'],
  ['Q', 'A quarter turn to the right'],
];

/** The keys of what is put down whole, and of how a page is looked at. */
export const stampKeys = (
  stamp: (which: Stamp) => void,
  nearer: (by: 1 | 0 | -1) => void,
  quarterTurn: () => void,
): Keys => ({
  k: () => stamp('tick'),
  j: () => stamp('cross'),
  u: () => stamp('query'),
  w: () => stamp('wave'),
  '+': () => nearer(1),
  '-': () => nearer(-1),
  0: () => nearer(0),
  q: quarterTurn,
});

interface Acts {
  readonly tray: Tray;
  readonly tool: Tool;
  readonly onTool: (tool: Tool) => void;
  readonly press: () => void;
  readonly stop: () => void;
  readonly sayAgain: () => void | false;
  readonly turn: (by: number) => void;
  readonly addBoard: () => void;
  readonly scroll: (by: 1 | -1) => void;
  readonly straightEdge: () => void;
  readonly frame: (framing: Framing) => void;
  readonly undo: (how: 'undo' | 'redo') => void;
}

/** The keys of the room while it is open. */
export function roomKeys({ tray, tool, onTool, ...acts }: Acts): Keys {
  const inHand = 'pen' in tool ? tool.pen : tray.pens[0]!;
  return {
    r: acts.press,
    Enter: acts.stop,
    Backspace: acts.sayAgain,
    ArrowRight: () => acts.turn(1),
    PageDown: () => acts.turn(1),
    ArrowLeft: () => acts.turn(-1),
    PageUp: () => acts.turn(-1),
    'Ctrl+ArrowDown': () => acts.scroll(1),
    'Ctrl+ArrowUp': () => acts.scroll(-1),
    b: acts.addBoard,
    h: () => onTool({ kind: 'pen', pen: tray.highlighter }),
    f: () => onTool({ kind: 'pen', pen: tray.fading }),
    p: () => onTool({ kind: 'pointer' }),
    l: acts.straightEdge,
    t: () => onTool({ kind: 'text', pen: inHand }),
    m: () => onTool({ kind: 'select' }),
    x: () => onTool({ kind: 'eraser' }),
    z: () => onTool({ kind: 'rubber' }),
    7: () => acts.frame('page'),
    8: () => acts.frame('inset'),
    9: () => acts.frame('presenter'),
    'Ctrl+z': () => acts.undo('undo'),
    'Ctrl+Shift+z': () => acts.undo('redo'),
    ...Object.fromEntries(tray.pens.map((pen, i) => [String(i + 1), () => onTool({ kind: 'pen', pen })])),
  };
}
