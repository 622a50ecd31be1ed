import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { strToU8, zipSync } from 'fflate';
import { crc32, deflateRawSync } from 'node:zlib';
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

/** A PDF with a line of text on each page. */
export async function pdfWith(lines: readonly string[]): Promise<Buffer> {
  const document = await PDFDocument.create();
  for (const line of lines) document.addPage([320, 180]).drawText(line, { x: 20, y: 100, size: 14 });
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

/** A photo of one colour as many phones take them: HEIC, 64 by 48 pixels. */
export const heicPhoto = (): Buffer => Buffer.from(HEIC.join(''), 'base64');
const HEIC = [
  'AAAAHGZ0eXBoZWljAAAAAG1pZjFoZWljbWlhZgAAAa1tZXRhAAAAAAAAACFoZGxyAAAAAAAAAABwaWN0AAAAAAAAAAAAAAAAAAAAAA5waXRtAA',
  'AAAAACAAAAEGlkYXQAAAAAAEAAMAAAADhpbG9jAQAAAERAAAIAAQAAAAAAAAHRAAEAAAAAAAAAGgACAAEAAAAAAAAAAQAAAAAAAAAIAAAAOGlp',
  'bmYAAAAAAAIAAAAVaW5mZQIAAAEAAQAAaHZjMQAAAAAVaW5mZQIAAAAAAgAAZ3JpZAAAAADYaXBycAAAALZpcGNvAAAAdmh2Y0MBA3AAAAAAAA',
  'AAAAAe8AD8/fj4AAAPAyAAAQAYQAEMAf//A3AAAAMAkAAAAwAAAwAeugJAIQABACpCAQEDcAAAAwCQAAADAAADAB6gIIEFlurkprm4EBAwIAAA',
  'AwAgAAADACEiAAEABkQBwXPAiQAAABRpc3BlAAAAAAAAAEAAAABAAAAAFGlzcGUAAAAAAAAAQAAAADAAAAAQcGl4aQAAAAADCAgIAAAAGmlwbW',
  'EAAAAAAAAAAgABAoECAAICA4QAAAAaaXJlZgAAAAAAAAAOZGltZwACAAEAAQAAACJtZGF0AAAAFigBrxmA70mlv//cOZ/0da/kK1pj5uA=',
];

/** A text of an office, of one line. */
export const docxOf = (line: string): Buffer =>
  Buffer.from(
    zipSync({
      '[Content_Types].xml': strToU8(
        '<?xml version="1.0"?><Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Override PartName="/word/document.xml" ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/></Types>',
      ),
      '_rels/.rels': strToU8(
        '<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="word/document.xml"/></Relationships>',
      ),
      'word/document.xml': strToU8(
        `<?xml version="1.0"?><w:document xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:body><w:p><w:r><w:t>${line}</w:t></w:r></w:p></w:body></w:document>`,
      ),
    }),
  );
/** A table of an office that is told by its type alone. */
export const odsOf = (): Buffer =>
  Buffer.from(
    zipSync({
      mimetype: [strToU8('application/vnd.oasis.opendocument.spreadsheet'), { level: 0 }],
      'content.xml': strToU8('<x/>'),
    }),
  );

const REL = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';

/** A small but real ODP with one slide for each title, and speaker notes for some. */
export function odpOf(slides: readonly { readonly title: string; readonly notes?: string }[]): Buffer {
  const page = ({ title, notes }: { title: string; notes?: string }, i: number) =>
    `<draw:page draw:name="s${i}"><draw:frame svg:x="2cm" svg:y="2cm" svg:width="20cm" svg:height="3cm"><draw:text-box><text:p>${title}</text:p></draw:text-box></draw:frame>${
      notes
        ? `<presentation:notes><draw:frame presentation:class="notes" svg:x="2cm" svg:y="15cm" svg:width="15cm" svg:height="8cm"><draw:text-box><text:p>${notes}</text:p></draw:text-box></draw:frame></presentation:notes>`
        : ''
    }</draw:page>`;
  const content = `<?xml version="1.0" encoding="UTF-8"?><office:document-content xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" xmlns:draw="urn:oasis:names:tc:opendocument:xmlns:drawing:1.0" xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0" xmlns:svg="urn:oasis:names:tc:opendocument:xmlns:svg-compatible:1.0" xmlns:presentation="urn:oasis:names:tc:opendocument:xmlns:presentation:1.0" office:version="1.2"><office:body><office:presentation>${slides.map(page).join('')}</office:presentation></office:body></office:document-content>`;
  const manifest = `<?xml version="1.0" encoding="UTF-8"?><manifest:manifest xmlns:manifest="urn:oasis:names:tc:opendocument:xmlns:manifest:1.0"><manifest:file-entry manifest:full-path="/" manifest:media-type="application/vnd.oasis.opendocument.presentation"/><manifest:file-entry manifest:full-path="content.xml" manifest:media-type="text/xml"/></manifest:manifest>`;
  return Buffer.from(
    zipSync({
      mimetype: [strToU8('application/vnd.oasis.opendocument.presentation'), { level: 0 }],
      'content.xml': strToU8(content),
      'META-INF/manifest.xml': strToU8(manifest),
    }),
  );
}

/** The parts of a PPTX that name its slides and their notes; not enough to be drawn. */
export function pptxOf(notes: readonly (string | null)[]): Buffer {
  const rels = (lines: readonly string[]) =>
    strToU8(
      `<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">${lines.join('')}</Relationships>`,
    );
  const files: Record<string, Uint8Array> = {
    '[Content_Types].xml': strToU8('<Types/>'),
    'ppt/presentation.xml': strToU8(
      `<p:presentation xmlns:p="p" xmlns:r="${REL}"><p:sldIdLst>${notes.map((_, i) => `<p:sldId id="${256 + i}" r:id="rId${i}"/>`).join('')}</p:sldIdLst></p:presentation>`,
    ),
    // The parts lie in another order than the slides are shown.
    'ppt/_rels/presentation.xml.rels': rels(
      notes.map(
        (_, i) => `<Relationship Id="rId${i}" Type="${REL}/slide" Target="slides/slide${notes.length - i}.xml"/>`,
      ),
    ),
  };
  notes.forEach((text, i) => {
    if (text === null) return;
    const number = notes.length - i;
    files[`ppt/slides/_rels/slide${number}.xml.rels`] = rels([
      `<Relationship Id="r1" Type="${REL}/notesSlide" Target="../notesSlides/notesSlide${number}.xml"/>`,
    ]);
    const body = text
      .split('\n')
      .map((line) => `<a:p><a:r><a:t>${line}</a:t></a:r></a:p>`)
      .join('');
    files[`ppt/notesSlides/notesSlide${number}.xml`] = strToU8(
      `<p:notes xmlns:p="p" xmlns:a="a"><p:cSld><p:spTree><p:sp><p:nvSpPr><p:nvPr><p:ph type="sldNum"/></p:nvPr></p:nvSpPr><p:txBody><a:p><a:r><a:t>${number}</a:t></a:r></a:p></p:txBody></p:sp><p:sp><p:nvSpPr><p:nvPr><p:ph type="body" idx="1"/></p:nvPr></p:nvSpPr><p:txBody>${body}</p:txBody></p:sp></p:spTree></p:cSld></p:notes>`,
    );
  });
  return Buffer.from(zipSync(files));
}

/** Entries of a zip that all hold the same, written as the standard has it: a library in the language takes a minute for so many zeros. */
function zipOfSame(names: readonly string[], bytes: Uint8Array): Buffer {
  const deflated = deflateRawSync(bytes, { level: 1 });
  const sum = crc32(bytes);
  /** What an entry says of itself, in front of it and in the directory: version, method, sum, sizes, length of its name. */
  const facts = (name: string) => {
    const head = Buffer.alloc(26);
    head.writeUInt16LE(20, 0);
    head.writeUInt16LE(8, 4);
    head.writeUInt32LE(sum, 10);
    head.writeUInt32LE(deflated.length, 14);
    head.writeUInt32LE(bytes.length, 18);
    head.writeUInt16LE(name.length, 22);
    return head;
  };
  const parts: Buffer[] = [];
  const directory: Buffer[] = [];
  let at = 0;
  for (const name of names) {
    const tail = Buffer.alloc(14);
    tail.writeUInt32LE(at, 10);
    directory.push(Buffer.from('PK\x01\x02\x14\x00', 'latin1'), facts(name), tail, Buffer.from(name));
    const entry = [Buffer.from('PK\x03\x04', 'latin1'), facts(name), Buffer.from(name), deflated];
    parts.push(...entry);
    at += entry.reduce((length, part) => length + part.length, 0);
  }
  const end = Buffer.alloc(22);
  end.write('PK\x05\x06', 'latin1');
  end.writeUInt16LE(names.length, 8);
  end.writeUInt16LE(names.length, 10);
  end.writeUInt32LE(Buffer.concat(directory).length, 12);
  end.writeUInt32LE(at, 16);
  return Buffer.concat([...parts, ...directory, end]);
}

/** A PPTX of some hundred kilobytes that would be so many times 60 megabytes, unpacked; with `lie` it says that it is small. */
export function bombPptx(megabytes: number, { lie = false } = {}): Buffer {
  const count = Math.ceil(megabytes / 60);
  const names = Array.from({ length: count }, (_, i) => (i === 0 ? 'ppt/presentation.xml' : `ppt/media/${i}.bin`));
  const zip = zipOfSame(lie ? names.slice(0, 1) : names, new Uint8Array(60 * 1024 * 1024));
  if (!lie) return zip;
  // The directory at the end, and the entry itself, claim a hundred bytes.
  for (const [mark, at] of [
    [0x04034b50, 22],
    [0x02014b50, 24],
  ] as const)
    for (let i = 0; i + 30 < zip.length; i += 1) if (zip.readUInt32LE(i) === mark) zip.writeUInt32LE(100, i + at);
  return zip;
}

/** A drawing in which groups stand so deep in one another. */
export const nestedSvg = (depth: number): Buffer =>
  Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg">${'<g>'.repeat(depth)}${'</g>'.repeat(depth)}</svg>`);

/** A lying photograph, 60 by 40, that tells the place where it was taken and that it is to be turned. */
export const withPlace = (format: 'jpeg' | 'png' | 'webp'): Promise<Buffer> =>
  sharp({ create: { width: 60, height: 40, channels: 3, background: '#7a4f2b' } })
    .withMetadata({ orientation: 6 })
    .withExif({ IFD0: { Make: 'Harbour' }, IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '54/1 10/1 0/1' } })
    .toFormat(format)
    .toBuffer();

/** A sound of so many seconds: a steady tone, as WAV. */
export const soundOf = (seconds: number): Buffer =>
  made('wav', ['-f', 'lavfi', '-i', `sine=frequency=440:duration=${seconds}`]);

/** A film of so many seconds: one colour, with a tone. */
export const filmOf = (seconds: number): Buffer =>
  made('mp4', [
    ...['-f', 'lavfi', '-i', `sine=frequency=440:duration=${seconds}`],
    ...['-f', 'lavfi', '-i', `color=c=red:s=320x240:r=25:d=${seconds}`, '-shortest', '-pix_fmt', 'yuv420p'],
  ]);

function made(ending: string, args: readonly string[]): Buffer {
  const folder = mkdtempSync(join(tmpdir(), 'oakbell-made-'));
  try {
    const path = join(folder, `made.${ending}`);
    execFileSync('ffmpeg', ['-loglevel', 'error', ...args, path]);
    return readFileSync(path);
  } finally {
    rmSync(folder, { recursive: true });
  }
}
