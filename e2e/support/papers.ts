import { PDFDocument, StandardFonts } from 'pdf-lib';

/** A PDF whose pages say which they are. */
export async function slides(pages: number): Promise<Buffer> {
  const document = await PDFDocument.create();
  const font = await document.embedFont(StandardFonts.Helvetica);
  for (let i = 1; i <= pages; i += 1) {
    document.addPage([960, 540]).drawText(`Slide ${i} of the tide lesson`, { x: 80, y: 300, size: 48, font });
  }
  return Buffer.from(await document.save());
}
