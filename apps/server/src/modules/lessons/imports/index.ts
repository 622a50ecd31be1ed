export * from './imports.service.ts';
export * from './fileChecks.service.ts';
export * from './upload.ts';
export { storeCovered, storePlaced, storeRawPicture, type PlacedPicture, type StoredPicture } from './pictures.ts';
export { ensureFits } from './textPages.ts';
export type { Share } from './pdf.ts';
export { posterOf, checkMedia } from './media.ts';
