/*
 * Films in parts as docs/formats/film-part.md describes them, and how they lie in the browser's own storage: one
 * file, each part behind four bytes with its length, so that a torn end costs the last part only.
 */

/** A part: length of the header (4 bytes), header (JSON), then the next bytes of the film's file. */
export function filmPart(run: number, bytes: Uint8Array): Uint8Array<ArrayBuffer> {
  const head = new TextEncoder().encode(JSON.stringify({ run }));
  const part = new Uint8Array(4 + head.length + bytes.length);
  new DataView(part.buffer).setUint32(0, head.length, true);
  part.set(head, 4);
  part.set(bytes, 4 + head.length);
  return part;
}

/** A part as it is stored. */
export function framed(part: Uint8Array): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(4 + part.length);
  new DataView(bytes.buffer).setUint32(0, part.length, true);
  bytes.set(part, 4);
  return bytes;
}

/** The parts that are whole, in order. */
export function storedParts(bytes: Uint8Array<ArrayBuffer>): readonly Uint8Array<ArrayBuffer>[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const parts: Uint8Array<ArrayBuffer>[] = [];
  for (let at = 0; at + 4 <= bytes.length;) {
    const end = at + 4 + view.getUint32(at, true);
    if (end > bytes.length) break;
    parts.push(bytes.slice(at + 4, end));
    at = end;
  }
  return parts;
}

/** The films in these parts, each as a file that plays. */
export function filmsIn(parts: readonly Uint8Array<ArrayBuffer>[]): ReadonlyMap<number, Blob> {
  const pieces = new Map<number, Uint8Array<ArrayBuffer>[]>();
  for (const part of parts) {
    const end = 4 + new DataView(part.buffer, part.byteOffset).getUint32(0, true);
    const { run } = JSON.parse(new TextDecoder().decode(part.subarray(4, end))) as { run: number };
    pieces.set(run, [...(pieces.get(run) ?? []), part.subarray(end)]);
  }
  return new Map([...pieces].map(([run, bytes]) => [run, new Blob(bytes)]));
}
