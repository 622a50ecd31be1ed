import { useCallback, useEffect, useRef, useState } from 'react';
import { isAway, type ActKey, Problem } from './client.ts';

/** How it stands with something that is sent: 0…1 of it is gone out; whether nothing moves, or the line is away. */
export interface Sending {
  readonly share: number;
  readonly line: 'moves' | 'stands' | 'away';
}
/** What a sender is given: the key by which the server knows the act again, and what it tells of its way. */
export interface SendingWay {
  readonly header: ActKey;
  readonly signal: AbortSignal;
  readonly onProgress: (share: number) => void;
  readonly onStands: (stands: boolean) => void;
}
const AGAIN_MS = [1000, 2000, 4000, 8000, 15_000] as const;

/**
 * Sends something that is done once, however often it is sent: where the line breaks it waits, and sends it again when
 * the line is back, until it arrives, is refused, or somebody stops it.
 */
export function useSending() {
  const [sending, setSending] = useState<Sending | null>(null);
  const [failure, setFailure] = useState<unknown>(null);
  const stop = useRef<AbortController | null>(null);
  // What is on its way goes on where its place on the screen is left; closing the page is asked about.
  useEffect(() => {
    if (!sending) return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [sending]);

  const send = useCallback(async <T>(work: (way: SendingWay) => Promise<T>): Promise<T | null> => {
    // One press is one act: another one while it goes on does nothing.
    if (stop.current) return null;
    const leaving = new AbortController();
    stop.current = leaving;
    const tell = (change: Partial<Sending>) =>
      !leaving.signal.aborted && setSending((before) => ({ share: 0, line: 'moves', ...before, ...change }));
    const header = { 'Idempotency-Key': crypto.randomUUID() };
    const way: SendingWay = {
      header,
      signal: leaving.signal,
      onProgress: (share) => tell({ share }),
      onStands: (stands) => tell({ line: stands ? 'stands' : 'moves' }),
    };
    setFailure(null);
    tell({ share: 0 });
    try {
      for (let tries = 0; ; tries += 1) {
        try {
          return await work(way);
        } catch (problem) {
          if (leaving.signal.aborted || !isAway(problem)) throw problem;
          tell({ share: 0, line: 'away' });
          await lineBack(AGAIN_MS[Math.min(tries, AGAIN_MS.length - 1)] ?? 0, leaving.signal);
          if (leaving.signal.aborted) throw problem;
          tell({ line: 'moves' });
        }
      }
    } catch (problem) {
      setFailure(leaving.signal.aborted ? STOPPED : problem);
      return null;
    } finally {
      stop.current = null;
      setSending(null);
    }
  }, []);
  return { send, sending, failure, cancel: () => stop.current?.abort() };
}
const STOPPED = new Problem(0, 'aborted', 'Stopped. Nothing was changed; what you chose is still here.');

/** Waits until the browser says that the line is back, or for a while; no longer than somebody wants. */
function lineBack(ms: number, signal: AbortSignal): Promise<void> {
  return new Promise((resolve) => {
    const done = () => {
      clearTimeout(timer);
      window.removeEventListener('online', done);
      signal.removeEventListener('abort', done);
      resolve();
    };
    const timer = setTimeout(done, ms);
    window.addEventListener('online', done);
    signal.addEventListener('abort', done);
  });
}
