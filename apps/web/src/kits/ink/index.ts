export { InkHand, type Repaint } from './inkHand.ts';
export { CURSORS, frameStyle, withPredicted } from './onStage.ts';
export { Nib, PenButtons, ShapeMenu } from './PenParts.tsx';
export { SIZE as LETTERS, TextOnPage, typedText } from './TextOnPage.tsx';
export { LiveInk, type PenPoint } from './liveInk.ts';
export { SHAPES, type Tool, type ToolKind, type Tray, keepTray, keptTray } from './pens.ts';
