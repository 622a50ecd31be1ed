/** Looks for sheets in what a camera shows, and makes pages of them: a phone takes a while for either. */
import { findSheet, greyOf, flatten, readable, type Corners, type Rgba } from '@oakbell/core/scan';
import type { ScanOrder, ScanReport } from './scanProtocol.ts';

/** The picture that is looked at while the camera is held has its longer side brought to so many pixels. */
const LOOKED_AT = 480;

self.onmessage = ({ data: { kind, picture } }: MessageEvent<ScanOrder>) => {
  if (kind === 'look') answer({ kind: 'looked', corners: sheetIn(picture) });
  else void taken(picture).then(answer, () => answer({ kind: 'taken', blob: null, isWhole: true }));
};

const answer = (report: ScanReport): void => self.postMessage(report);

/** The corners of the sheet, in pixels of the picture. */
function sheetIn(picture: ImageBitmap): Corners | null {
  const scale = Math.min(1, LOOKED_AT / Math.max(picture.width, picture.height));
  const found = findSheet(greyOf(pixelsOf(picture, scale)));
  picture.close();
  if (!found) return null;
  const up = ({ x, y }: Corners[0]): Corners[0] => ({ x: x / scale, y: y / scale });
  return [up(found[0]), up(found[1]), up(found[2]), up(found[3])];
}

async function taken(picture: ImageBitmap): Promise<ScanReport> {
  const whole = pixelsOf(picture, 1);
  picture.close();
  const corners = findSheet(greyOf(whole));
  const page = corners ? readable(flatten(whole, corners)) : whole;
  return { kind: 'taken', blob: await jpegOf(page), isWhole: corners === null };
}

function pixelsOf(picture: ImageBitmap, scale: number): Rgba {
  const [width, height] = [Math.round(picture.width * scale), Math.round(picture.height * scale)];
  const context = contextOf(width, height);
  context.drawImage(picture, 0, 0, width, height);
  return { width, height, pixels: context.getImageData(0, 0, width, height).data };
}

function jpegOf({ width, height, pixels }: Rgba): Promise<Blob> {
  const context = contextOf(width, height);
  context.putImageData(new ImageData(new Uint8ClampedArray(pixels), width, height), 0, 0);
  return context.canvas.convertToBlob({ type: 'image/jpeg', quality: 0.88 });
}

function contextOf(width: number, height: number): OffscreenCanvasRenderingContext2D {
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('no canvas');
  return context;
}
