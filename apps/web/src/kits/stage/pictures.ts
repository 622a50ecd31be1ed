import { useEffect, useState } from 'react';

/** Decoded pictures by digest. */
export type Pictures = ReadonlyMap<string, ImageBitmap>;

/**
 * Loads pictures, the first of `wanted` first, and keeps them while this is on screen.
 * @param addressOf where the picture with a digest lies
 */
export function usePictures(wanted: readonly string[], addressOf: (digest: string) => string): Pictures {
  const [pictures, setPictures] = useState<Pictures>(() => aheadOf(wanted, addressOf));
  const key = wanted.join(' ');
  useEffect(() => {
    const leaving = new AbortController();
    const load = async () => {
      for (const digest of key === '' ? [] : key.split(' ')) {
        if (leaving.signal.aborted) return;
        const bitmap = ahead.get(addressOf(digest)) ?? (await fetchPicture(addressOf(digest), leaving.signal));
        if (bitmap && !leaving.signal.aborted)
          setPictures((before) => (before.has(digest) ? before : new Map(before).set(digest, bitmap)));
      }
    };
    void load();
    return () => leaving.abort();
    // The address of a picture never changes; only which pictures are wanted does.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  return pictures;
}

/** Pictures that are looked at next, ready to be drawn, by their addresses: so few, for they are large. */
const ahead = new Map<string, ImageBitmap>();
const MOST_AHEAD = 2;

function aheadOf(wanted: readonly string[], addressOf: (digest: string) => string): Pictures {
  const found = new Map<string, ImageBitmap>();
  for (const digest of wanted) {
    const bitmap = ahead.get(addressOf(digest));
    if (bitmap) found.set(digest, bitmap);
  }
  return found;
}

/** Makes a picture ready that is looked at next. What cannot be had is fetched when its turn comes. */
export async function lookAhead(address: string, signal: AbortSignal): Promise<void> {
  if (ahead.has(address)) return;
  const bitmap = await fetchPicture(address, signal);
  if (!bitmap || signal.aborted) return;
  for (const [oldest] of [...ahead].slice(0, Math.max(0, ahead.size + 1 - MOST_AHEAD))) ahead.delete(oldest);
  ahead.set(address, bitmap);
}

/** Tries again while the network is poor: a page without its picture is of no use. */
async function fetchPicture(url: string, signal: AbortSignal): Promise<ImageBitmap | null> {
  for (let wait = 500; !signal.aborted; wait = Math.min(8000, wait * 2)) {
    try {
      const response = await fetch(url, { signal });
      if (response.ok) return await createImageBitmap(await response.blob());
      if (response.status < 500) return null;
    } catch {
      if (signal.aborted) return null;
    }
    await new Promise((resolve) => setTimeout(resolve, wait));
  }
  return null;
}
