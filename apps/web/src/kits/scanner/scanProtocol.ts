import type { Corners } from '@oakbell/core/scan';

/** To the worker: look for a sheet, or take what is there. The picture is handed over. */
export interface ScanOrder {
  readonly kind: 'look' | 'take';
  readonly picture: ImageBitmap;
}
/** From the worker: where the sheet is, in pixels of the picture; or the sheet, laid flat and made readable. */
export type ScanReport =
  | { readonly kind: 'looked'; readonly corners: Corners | null }
  /** `isWhole`: no sheet was found, so the picture is as it was taken. Nothing where it could not be read. */
  | { readonly kind: 'taken'; readonly blob: Blob | null; readonly isWhole: boolean };
