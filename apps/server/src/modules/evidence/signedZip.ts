import { Zip, ZipPassThrough } from 'fflate';
import { createHash, type KeyObject } from 'node:crypto';
import type { Readable, Writable } from 'node:stream';
import { once } from 'node:events';
import { publicPem, signatureOf } from './signing.ts';

/** A file of a zip: its text, or where its bytes come from. */
export interface Kept {
  readonly path: string;
  readonly content: string | (() => Promise<Readable>);
}

/**
 * Writes files into a zip as they come, with the SHA-256 of each, and the signature over all of those:
 * docs/formats/evidence.md. No file is held whole.
 */
export async function writeSignedZip(out: Writable, files: AsyncIterable<Kept> | Iterable<Kept>, key: KeyObject) {
  let failure: Error | null = null;
  const zip = new Zip((error, chunk, last) => {
    if (error) failure = error;
    else out.write(chunk);
    if (last) out.end();
  });
  /** Whoever reads slowly is waited for; who reads no more ends it. */
  const drained = async () => {
    if (failure) throw failure;
    if (out.destroyed) throw new Error('nobody reads it any more');
    if (out.writableNeedDrain) await Promise.race([once(out, 'drain'), once(out, 'close')]);
  };
  const put = async (path: string, chunks: AsyncIterable<Uint8Array> | Iterable<Uint8Array>): Promise<string> => {
    const hash = createHash('sha256');
    const entry = new ZipPassThrough(path);
    zip.add(entry);
    for await (const chunk of chunks) {
      hash.update(chunk);
      entry.push(chunk);
      await drained();
    }
    entry.push(new Uint8Array(0), true);
    return hash.digest('hex');
  };
  let sums = '';
  for await (const { path, content } of files) {
    const chunks = typeof content === 'string' ? [Buffer.from(content)] : await content();
    sums += `${await put(path, chunks as AsyncIterable<Uint8Array> | Uint8Array[])}  ${path}\n`;
  }
  await put('SHA256SUMS', [Buffer.from(sums)]);
  await put('SHA256SUMS.sig', [signatureOf(key, sums)]);
  await put('key.pem', [Buffer.from(publicPem(key))]);
  zip.end();
}
