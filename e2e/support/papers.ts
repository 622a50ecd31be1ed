import { randomBytes } from 'node:crypto';
import { PDFDocument, StandardFonts } from 'pdf-lib';
import sharp from 'sharp';

/** A PDF whose pages say which they are. */
export async function slides(pages: number): Promise<Buffer> {
  const document = await PDFDocument.create();
  const font = await document.embedFont(StandardFonts.Helvetica);
  for (let i = 1; i <= pages; i += 1) {
    document.addPage([960, 540]).drawText(`Slide ${i} of the tide lesson`, { x: 80, y: 300, size: 48, font });
  }
  return Buffer.from(await document.save());
}

/** A picture of noise: nothing makes it smaller, so that it takes its time on a slow line. */
export const noise = (width: number, height: number): Promise<Buffer> =>
  sharp(randomBytes(width * height * 3), { raw: { width, height, channels: 3 } })
    .png({ compressionLevel: 0 })
    .toBuffer();
