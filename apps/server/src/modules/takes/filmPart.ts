/*
 * A part of a film as the recording browser sends it (docs/formats/film-part.md): four bytes with the length of a
 * JSON header, the header, then the next bytes of the film's own file.
 */
export interface FilmPart {
  /** Which film of the take: the `run` of its `film` event in the log. */
  readonly run: number;
  readonly bytes: Buffer;
}

const MOST_RUNS = 10_000;

/** Reads a part; null where the bytes are no part. */
export function readFilmPart(bytes: Buffer): FilmPart | null {
  if (bytes.length < 4) return null;
  const headerEnd = 4 + bytes.readUInt32LE(0);
  if (headerEnd >= bytes.length || headerEnd > 1000) return null;
  try {
    const { run } = JSON.parse(bytes.subarray(4, headerEnd).toString('utf8')) as { run?: unknown };
    if (typeof run !== 'number' || !Number.isInteger(run) || run < 0 || run > MOST_RUNS) return null;
    return { run, bytes: bytes.subarray(headerEnd) };
  } catch {
    return null;
  }
}

/** Writes a part: `read(write(part)) = part`. */
export function writeFilmPart({ run, bytes }: FilmPart): Buffer {
  const header = Buffer.from(JSON.stringify({ run }));
  const head = Buffer.alloc(4);
  head.writeUInt32LE(header.length);
  return Buffer.concat([head, header, bytes]);
}

export type FilmContainer = 'webm' | 'mp4';

/** What a film file is by its first bytes; null for anything a browser does not record. */
export function filmContainer(bytes: Buffer): FilmContainer | null {
  if (bytes.length >= 4 && bytes.readUInt32BE(0) === 0x1a45dfa3) return 'webm';
  return bytes.length >= 8 && bytes.toString('latin1', 4, 8) === 'ftyp' ? 'mp4' : null;
}
