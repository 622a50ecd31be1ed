export { FilesModule } from './files.module.ts';
export { checkFile, isDrawing } from './checkFile.ts';
export { FileChecks, withStored, type CheckedFile } from './fileChecks.service.ts';
export { MOST_PAGES } from './limits.ts';
export { checkMedia, posterOf, storeClip } from './media.ts';
export { drawPages, pdfPages, pdfPicture, pdfPiece, pdfTexts, type RawPicture, type Share } from './pdf.ts';
export {
  checkPicture,
  drawSvg,
  openPicture,
  storeCovered,
  storeTurned,
  storePictureFile,
  storePlaced,
  storeRawPicture,
  storeSvg,
  type PlacedPicture,
  type StoredPicture,
} from './pictures.ts';
export { plainName } from './plainName.ts';
export { Placing, type LentFile } from './placing.service.ts';
export { withSlidesAsPdf } from './slides.ts';
export { cleanSvg } from './svg.ts';
export { ensureFits, textPictures } from './textPages.ts';
export { ReceivesFiles, withFiles, type UploadedFile } from './upload.ts';
export { claimVoices, Voices, type StoredVoice } from './voices.service.ts';
export { Zip, type ZipLimits } from './zip.ts';
