export type FilmContainer = 'webm' | 'mp4';

/** What a film file is by its first bytes; null for anything a browser does not record. */
export function filmContainer(bytes: Buffer): FilmContainer | null {
  if (bytes.length >= 4 && bytes.readUInt32BE(0) === 0x1a45dfa3) return 'webm';
  return bytes.length >= 8 && bytes.toString('latin1', 4, 8) === 'ftyp' ? 'mp4' : null;
}
