/*
 * Films in parts as docs/formats/film-part.md describes them, and how they lie in the browser's own storage: one
 * file, each part behind four bytes with its length, so that a torn end costs the last part only.
 */
import { readFilmPart } from '@oakbell/core/formats';

/** A part as it is stored. */
export function framed(part: Uint8Array): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(4 + part.length);
  new DataView(bytes.buffer).setUint32(0, part.length, true);
  bytes.set(part, 4);
  return bytes;
}

/** The parts of a stored file that are whole, in order; none of their bytes is read yet. */
export async function storedParts(file: Blob): Promise<readonly Blob[]> {
  const parts: Blob[] = [];
  for (let at = 0; at + 4 <= file.size;) {
    const end = at + 4 + (await lengthAt(file, at));
    if (end > file.size) break;
    parts.push(file.slice(at + 4, end));
    at = end;
  }
  return parts;
}

/** The films in these parts, each as a file that plays. */
export async function filmsIn(parts: readonly Blob[]): Promise<ReadonlyMap<number, Blob>> {
  const pieces = new Map<number, Blob[]>();
  for (const part of parts) {
    // The header is read; the film itself stays where it lies.
    const end = 4 + (await lengthAt(part, 0));
    const read = readFilmPart(new Uint8Array(await part.slice(0, end + 1).arrayBuffer()));
    if (typeof read === 'string') continue;
    pieces.set(read.run, [...(pieces.get(read.run) ?? []), part.slice(end)]);
  }
  return new Map([...pieces].map(([run, bytes]) => [run, new Blob(bytes)]));
}

async function lengthAt(file: Blob, at: number): Promise<number> {
  return new DataView(await file.slice(at, at + 4).arrayBuffer()).getUint32(0, true);
}
