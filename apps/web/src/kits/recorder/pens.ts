import type { Pen } from '@oakbell/core/log';

export interface TrayPen extends Pen {
  readonly name: string;
  readonly key: string;
}
/** The pens of the tray. Ink belongs to the lesson: its colours stay what they were when it was written. */
export const PENS: readonly TrayPen[] = [
  { name: 'Dark pen', key: '1', colour: '#26221b', width: 5 },
  { name: 'Red pen', key: '2', colour: '#b23a22', width: 5 },
];
export type Tool =
  { readonly kind: 'pen'; readonly pen: TrayPen } | { readonly kind: 'pointer' } | { readonly kind: 'eraser' };
