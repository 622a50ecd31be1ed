import { PDFDocument } from 'pdf-lib';
import sharp from 'sharp';

/** A PDF of so many plain pages. */
export async function pdfOf(pages: number): Promise<Buffer> {
  const document = await PDFDocument.create();
  for (let i = 0; i < pages; i += 1) {
    const page = document.addPage([320, 180]);
    page.drawLine({ start: { x: 10, y: 10 }, end: { x: 10 + (i % 300), y: 170 }, thickness: 3 });
  }
  return Buffer.from(await document.save());
}

/** A PDF that asks for a password nobody knows: the standard security handler with keys that fit no password. */
export function lockedPdf(): Buffer {
  const key = '00'.repeat(32);
  return Buffer.from(`%PDF-1.4
1 0 obj << /Type /Catalog /Pages 2 0 R >> endobj
2 0 obj << /Type /Pages /Kids [3 0 R] /Count 1 >> endobj
3 0 obj << /Type /Page /Parent 2 0 R /MediaBox [0 0 200 200] >> endobj
4 0 obj << /Filter /Standard /V 1 /R 2 /P -4 /O <${key}> /U <${key}> >> endobj
trailer << /Root 1 0 R /Encrypt 4 0 R /ID [<00> <00>] /Size 5 >>
%%EOF
`);
}

/** A picture of one colour. */
export const pictureOf = (width: number, height: number): Promise<Buffer> =>
  sharp({ create: { width, height, channels: 3, background: '#7a4f2b' }, limitInputPixels: false })
    .png()
    .toBuffer();
