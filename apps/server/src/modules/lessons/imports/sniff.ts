/** What an uploaded file really is, by its first bytes; its name counts for nothing. */
export type Sniffed = 'pdf' | 'png' | 'jpeg' | 'webp' | 'svg' | 'zip' | 'old-office' | 'media' | 'empty' | 'other';

const starts = (bytes: Uint8Array, text: string, at = 0): boolean =>
  [...text].every((letter, i) => bytes[at + i] === letter.charCodeAt(0));

/** MP4 and MOV, WebM, Ogg, WAV, FLAC, MP3, AAC. */
function isMedia(bytes: Uint8Array): boolean {
  const isFrame = bytes[0] === 0xff && ((bytes[1] ?? 0) & 0xe0) === 0xe0;
  return (
    starts(bytes, 'ftyp', 4) ||
    starts(bytes, '\x1a\x45\xdf\xa3') ||
    starts(bytes, 'OggS') ||
    (starts(bytes, 'RIFF') && starts(bytes, 'WAVE', 8)) ||
    starts(bytes, 'fLaC') ||
    starts(bytes, 'ID3') ||
    isFrame
  );
}

export function sniff(bytes: Uint8Array): Sniffed {
  if (bytes.length === 0) return 'empty';
  if (Buffer.from(bytes.subarray(0, 1024)).includes('%PDF-')) return 'pdf';
  if (starts(bytes, '\x89PNG\r\n\x1a\n')) return 'png';
  if (bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff) return 'jpeg';
  if (starts(bytes, 'RIFF') && starts(bytes, 'WEBP', 8)) return 'webp';
  if (isMedia(bytes)) return 'media';
  if (starts(bytes, 'PK\x03\x04')) return 'zip';
  if (starts(bytes, '\xd0\xcf\x11\xe0\xa1\xb1\x1a\xe1')) return 'old-office';
  if (
    /^\s*(<\?xml[^>]*>\s*)?(<!--[\s\S]*?-->\s*|<!DOCTYPE svg[^>]*>\s*)*<svg[\s>]/i.test(
      Buffer.from(bytes).toString('utf8'),
    )
  )
    return 'svg';
  return 'other';
}

/** Files are shown with their pages in this order: by name as people count, so that 2 comes before 10. */
export const byName = (a: { originalname: string }, b: { originalname: string }): number =>
  a.originalname.localeCompare(b.originalname, 'en', { numeric: true });
