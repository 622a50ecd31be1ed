import type { Request, Response } from 'express';
import { pipeline } from 'node:stream/promises';
import { Problem } from '../http/index.ts';
import type { ByteRange, Storage } from './storage.ts';

/** The range a `Range` header asks for, within `size` bytes; null for none; 'bad' when it cannot be met. */
export function parseRange(header: string | undefined, size: number): ByteRange | null | 'bad' {
  if (!header) return null;
  const match = /^bytes=(\d*)-(\d*)$/.exec(header);
  if (!match || (match[1] === '' && match[2] === '')) return null;
  const [first, last] = [match[1]!, match[2]!];
  const start = first === '' ? Math.max(0, size - Number(last)) : Number(first);
  const end = first === '' || last === '' ? size - 1 : Math.min(size - 1, Number(last));
  return start > end || start >= size ? 'bad' : { start, end };
}

interface Sent {
  readonly key: string;
  readonly type: string;
  /** For how long the browser may keep it; not at all when left out. */
  readonly seconds?: number;
  readonly encoding?: 'gzip';
}

/** Sends a stored file, or the range asked for; the browser keeps it for itself only. */
export async function sendFile(storage: Storage, request: Request, response: Response, sent: Sent): Promise<void> {
  const size = await storage.size(sent.key);
  if (size === null) throw new Problem(404, 'not-found', 'There is no such file for you.');
  const range = parseRange(request.headers.range, size);
  response.setHeader('Accept-Ranges', 'bytes');
  response.setHeader('Content-Type', sent.type);
  response.setHeader(
    'Cache-Control',
    sent.seconds ? `private, max-age=${sent.seconds}, immutable` : 'private, no-store',
  );
  if (sent.encoding) response.setHeader('Content-Encoding', sent.encoding);
  if (range === 'bad') {
    response.setHeader('Content-Range', `bytes */${size}`);
    response.status(416).end();
    return;
  }
  response.status(range ? 206 : 200);
  if (range) response.setHeader('Content-Range', `bytes ${range.start}-${range.end}/${size}`);
  response.setHeader('Content-Length', range ? range.end - range.start + 1 : size);
  const source = await storage.stream(sent.key, range ?? undefined);
  await pipeline(source, response).catch(() => source.destroy());
}
