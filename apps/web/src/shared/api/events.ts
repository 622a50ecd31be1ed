import { useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import type { Change } from '@oakbell/core/formats';
import { applyChange } from './changes.ts';

const ADDRESS = '/api/events';
/** All tabs of one browser share a line: a browser gives a server only a few. */
const SHARED = 'oakbell-events';
/** How long after a line that was refused another one is tried. */
const AGAIN_MS = 5000;

/** What the tab that holds the line tells the others. */
type Word = { readonly change: Change } | 'everything';

/** Keeps what is on screen fresh for as long as somebody is signed in. */
export function useServerEvents(personId: string | null): void {
  const queries = useQueryClient();
  useEffect(() => (personId === null ? undefined : listen(queries, personId)), [queries, personId]);
}

function listen(queries: QueryClient, personId: string): () => void {
  const leaving = new AbortController();
  const others = new BroadcastChannel(`${SHARED}-${personId}`);
  const hear = (word: Word) => {
    if (word === 'everything') void queries.invalidateQueries();
    else applyChange(queries, word.change);
  };
  others.onmessage = ({ data }: MessageEvent<Word>) => hear(data);
  const tell = (word: Word) => {
    hear(word);
    others.postMessage(word);
  };
  // One tab after another holds the line: the next one takes it when this one is closed, and asks what it missed then.
  const name = `${SHARED}-${personId}`;
  const everything = () => tell('everything');
  // What was answered before anybody listened, or was on its way, may have changed in between: nobody was told.
  const asked = () => void queries.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== 'session' });
  const hold = (missed: () => void) => holdLine(tell, leaving.signal, missed);
  void navigator.locks
    .request(name, { ifAvailable: true }, async (lock) => lock !== null && (await hold(asked), true))
    .then(async (held) => held || navigator.locks.request(name, { signal: leaving.signal }, () => hold(everything)))
    // Where a frame of another page may have no locks, it has a line of its own.
    .catch(() => (leaving.signal.aborted ? undefined : hold(asked)));
  return () => {
    leaving.abort();
    others.close();
  };
}

/** Holds the line until it is to be let go. `missed` asks for what was missed before it opens for the first time. */
function holdLine(tell: (word: Word) => void, leaving: AbortSignal, missed: () => void): Promise<void> {
  return new Promise((resolve) => {
    let source: EventSource | null = null;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let catchUp: (() => void) | null = missed;
    const open = () => {
      source = new EventSource(ADDRESS);
      source.addEventListener('open', () => {
        catchUp?.();
        catchUp = null;
      });
      source.addEventListener('changed', ({ data }: MessageEvent<string>) =>
        tell({ change: JSON.parse(data) as Change }),
      );
      source.addEventListener('error', () => {
        catchUp = () => tell('everything');
        // A line that broke comes back by itself; one that was refused does not.
        if (source?.readyState === EventSource.CLOSED) timer = setTimeout(open, AGAIN_MS);
      });
    };
    const end = () => {
      clearTimeout(timer);
      source?.close();
      resolve();
    };
    if (leaving.aborted) return end();
    leaving.addEventListener('abort', end);
    open();
  });
}
