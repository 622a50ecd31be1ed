import type { Backdrop, BackdropKind } from '@oakbell/core/pages';

const axis = (from: number, to: number, step: number, label: string) => ({ from, to, step, label });

export interface BackdropOffer {
  readonly kind: Exclude<BackdropKind, 'picture'>;
  readonly name: string;
  readonly first: Backdrop;
}
/** The boards that are offered, as they are at first. */
export const BACKDROPS: readonly BackdropOffer[] = [
  { kind: 'squared', name: 'Squared', first: { kind: 'squared' } },
  { kind: 'ruled', name: 'Ruled', first: { kind: 'ruled' } },
  { kind: 'dotted', name: 'Dotted', first: { kind: 'dotted' } },
  { kind: 'blank', name: 'Blank', first: { kind: 'blank' } },
  { kind: 'columns', name: 'Two columns', first: { kind: 'columns' } },
  {
    kind: 'axes',
    name: 'Graph axes',
    first: { kind: 'axes', x: axis(-8, 8, 1, 'x'), y: axis(-4, 4, 1, 'y'), origin: [0, 0], grid: true },
  },
  { kind: 'number-line', name: 'Number line', first: { kind: 'number-line', x: axis(-10, 10, 1, '') } },
];
