export { InkHand, type Repaint } from './inkHand.ts';
export { LiveInk, type PenPoint } from './liveInk.ts';
export { SHAPES, type Tool, type ToolKind, type Tray, keepTray, keptTray } from './pens.ts';
