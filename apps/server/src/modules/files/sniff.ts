import { fileTypeFromBuffer } from 'file-type';

/** What an uploaded file really is, by its first bytes; its name counts for nothing. */
export type Sniffed =
  'pdf' | 'png' | 'jpeg' | 'webp' | 'heic' | 'svg' | 'zip' | 'old-office' | 'media' | 'empty' | 'other';

/** So many first bytes are looked at. */
export const SNIFFED_BYTES = 4100;

const KINDS: Readonly<Record<string, Sniffed>> = {
  'application/pdf': 'pdf',
  'image/png': 'png',
  'image/apng': 'png',
  'image/jpeg': 'jpeg',
  'image/webp': 'webp',
  'image/heic': 'heic',
  'image/heic-sequence': 'heic',
  'image/heif': 'heic',
  'image/heif-sequence': 'heic',
  'image/avif': 'heic',
  'application/zip': 'zip',
  'application/x-cfb': 'old-office',
};
const OFFICE = /^application\/vnd\.(?:openxmlformats-officedocument|oasis\.opendocument)\./;

/** @param bytes the first bytes of a file; more than SNIFFED_BYTES are not looked at */
export async function sniff(bytes: Uint8Array): Promise<Sniffed> {
  if (bytes.length === 0) return 'empty';
  const first = bytes.subarray(0, SNIFFED_BYTES);
  // A PDF may stand behind some stray bytes.
  if (Buffer.from(first.subarray(0, 1024)).includes('%PDF-')) return 'pdf';
  const mime = (await fileTypeFromBuffer(first).catch(() => undefined))?.mime;
  if (mime !== undefined) {
    if (/^(?:audio|video)\//.test(mime) || mime === 'application/ogg') return 'media';
    if (OFFICE.test(mime)) return 'zip';
    if (KINDS[mime]) return KINDS[mime];
  }
  if (Buffer.from(first.subarray(0, 4)).equals(ZIP)) return 'zip';
  return isSvg(Buffer.from(first).toString('utf8')) ? 'svg' : 'other';
}
const ZIP = Buffer.from('PK\x03\x04', 'latin1');

/** Whether a text begins as a drawing does, behind its declaration, comments and document type: read once, forwards. */
function isSvg(text: string): boolean {
  let at = text.charCodeAt(0) === 0xfeff ? 1 : 0;
  for (;;) {
    while (at < text.length && text.charCodeAt(at) <= 32) at += 1;
    const close = text.startsWith('<!--', at)
      ? '-->'
      : text.startsWith('<?', at)
        ? '?>'
        : text.slice(at, at + 9).toUpperCase() === '<!DOCTYPE'
          ? '>'
          : null;
    if (close === null) break;
    const end = text.indexOf(close, at);
    if (end < 0) return false;
    at = end + close.length;
  }
  return /^<svg[\s>/]/i.test(text.slice(at, at + 5));
}

/** Files are shown with their pages in this order: by name as people count, so that 2 comes before 10. */
export const byName = (a: { originalname: string }, b: { originalname: string }): number =>
  a.originalname.localeCompare(b.originalname, 'en', { numeric: true });
