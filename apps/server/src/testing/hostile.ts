import { strToU8, zipSync } from 'fflate';
import { randomBytes } from 'node:crypto';
import { PDFDocument } from 'pdf-lib';
import { bombPptx, lockedPdf, nestedSvg, odpOf, pdfOf, pictureOf } from './files.ts';

const svg = (inside: string) =>
  Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="160" height="90">${inside}</svg>`);
/** A sound whose header claims so many bytes of samples. */
export const wav = (claimed: number, bytes: number) => {
  const head = Buffer.alloc(44);
  head.write('RIFF', 0);
  head.writeUInt32LE(claimed, 4);
  head.write('WAVEfmt ', 8);
  head.writeUInt32LE(16, 16);
  head.writeUInt16LE(1, 20);
  head.writeUInt16LE(1, 22);
  head.writeUInt32LE(48_000, 24);
  head.writeUInt32LE(96_000, 28);
  head.writeUInt16LE(2, 32);
  head.writeUInt16LE(16, 34);
  head.write('data', 36);
  head.writeUInt32LE(claimed, 40);
  return Buffer.concat([head, Buffer.alloc(bytes)]);
};
/** A PDF whose pages are three points wide and five thousand high. */
export async function narrowPdf(pages: number): Promise<Buffer> {
  const document = await PDFDocument.create();
  for (let i = 0; i < pages; i += 1) document.addPage([3, 5000]);
  return Buffer.from(await document.save());
}

/** Each kind of upload with what was made to break it. `ok` is taken in and does no harm. */
const MADE: readonly (readonly [what: string, name: string, bytes: () => Promise<Buffer> | Buffer, code: string])[] = [
  ['nothing', 'a.pdf', () => Buffer.alloc(0), 'file-empty'],
  ['noise', 'a.pdf', () => randomBytes(200_000), 'wrong-kind-of-file'],
  ['a PDF of thousands of pages', 'a.pdf', () => pdfOf(3000), 'too-many-pages'],
  ['a PDF of narrow, high pages', 'a.pdf', () => narrowPdf(10), 'page-too-tall'],
  ['a PDF with a password', 'a.pdf', lockedPdf, 'pdf-encrypted'],
  ['half a PDF', 'a.pdf', async () => (await pdfOf(3)).subarray(0, 300), 'pdf-broken'],
  [
    'a PDF that refers to itself',
    'a.pdf',
    () =>
      Buffer.from(
        '%PDF-1.4\n1 0 obj<</Type/Catalog/Pages 2 0 R>>endobj\n2 0 obj<</Type/Pages/Kids[2 0 R]/Count 1>>endobj\ntrailer<</Root 1 0 R/Size 3>>\n%%EOF',
      ),
    'ok',
  ],
  ['a picture of 20,000 pixels', 'a.png', () => pictureOf(20_000, 20), 'picture-too-large'],
  ['a picture of 100 million pixels', 'a.png', () => pictureOf(11_000, 9_500), 'picture-too-large'],
  ['half a picture', 'a.png', async () => (await pictureOf(50, 50)).subarray(0, 40), 'picture-broken'],
  [
    'a picture whose header lies',
    'a.png',
    async () => {
      const png = await pictureOf(50, 50);
      png.writeUInt32BE(9000, 16);
      return png;
    },
    'picture-broken',
  ],
  [
    'comments before a drawing, without an end',
    'a.svg',
    () => Buffer.from(`${'<!---->'.repeat(500)}<!--`),
    'wrong-kind-of-file',
  ],
  ['forty comments and no drawing', 'a.svg', () => Buffer.from(`${'<!-- -->\n'.repeat(40)}<x`), 'wrong-kind-of-file'],
  [
    'a drawing with an entity that swells',
    'a.svg',
    () => Buffer.from('<!DOCTYPE svg [<!ENTITY a "aaaa">]><svg xmlns="http://www.w3.org/2000/svg">&a;</svg>'),
    'wrong-kind-of-file',
  ],
  ['a drawing with entities behind a comment', 'a.svg', () => svg('<!ENTITY a "aaaa">'), 'picture-broken'],
  [
    'a drawing of 50,000 elements',
    'a.svg',
    () => svg('<rect width="1" height="1"/>'.repeat(50_000)),
    'drawing-too-large',
  ],
  ['a drawing a thousand deep', 'a.svg', () => nestedSvg(1000), 'drawing-too-large'],
  [
    'a drawing with unclosed addresses in its style',
    'a.svg',
    () => svg(`<style>${'url('.repeat(100_000)}</style>`),
    'ok',
  ],
  [
    'a drawing that reaches outside',
    'a.svg',
    () => svg('<image href="file:///etc/passwd"/><image href="http://127.0.0.1:1/"/><use href="http://x/#a"/>'),
    'ok',
  ],
  ['slides that swell to gigabytes', 'a.pptx', () => bombPptx(600), 'slides-too-large'],
  ['slides of which the sizes lie', 'a.pptx', () => bombPptx(60, { lie: true }), 'slides-broken'],
  [
    'slides of six thousand parts',
    'a.pptx',
    () =>
      Buffer.from(
        zipSync(
          Object.fromEntries([
            ['ppt/presentation.xml', strToU8('<p/>')],
            ...Array.from({ length: 6000 }, (_, i) => [`p${i}`, strToU8('')]),
          ]),
        ),
      ),
    'slides-too-large',
  ],
  [
    'slides with entities',
    'a.odp',
    () =>
      Buffer.from(
        zipSync({
          mimetype: strToU8('application/vnd.oasis.opendocument.presentation'),
          'content.xml': strToU8('<!DOCTYPE x [<!ENTITY a "aaaa">]><x>&a;</x>'),
        }),
      ),
    'slides-broken',
  ],
  ['half of some slides', 'a.odp', () => odpOf([{ title: 'a' }]).subarray(0, 200), 'slides-broken'],
  ['a zip of something else', 'a.pptx', () => Buffer.from(zipSync({ 'a.txt': strToU8('a') })), 'not-slides'],
  ['a sound whose header claims hours', 'a.wav', () => wav(0xfffffff0, 2000), 'ok'],
  [
    'half a film',
    'a.mp4',
    () => Buffer.concat([Buffer.from([0, 0, 0, 24]), Buffer.from('ftypisom'), randomBytes(5000)]),
    'clip-broken',
  ],
  [
    'a playlist named as a film',
    'a.mp4',
    () => Buffer.from('#EXTM3U\n#EXT-X-TARGETDURATION:1\n#EXTINF:1,\nfile:///etc/passwd\n'),
    'wrong-kind-of-file',
  ],
];

/** The same, each made when it is first asked for, and once. */
export const HOSTILE: typeof MADE = MADE.map(([what, name, make, code]) => {
  let made: Promise<Buffer> | null = null;
  return [what, name, () => (made ??= Promise.resolve(make())), code];
});
