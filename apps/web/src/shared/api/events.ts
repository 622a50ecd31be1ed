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
  // One tab after another holds the line: the next one takes it when this one is closed.
  void navigator.locks
    .request(`${SHARED}-${personId}`, { signal: leaving.signal }, () => holdLine(tell, leaving.signal))
    .catch(() => undefined);
  return () => {
    leaving.abort();
    others.close();
  };
}

/** Holds the line until it is to be let go. What was missed while it was away is asked for anew. */
function holdLine(tell: (word: Word) => void, leaving: AbortSignal): Promise<void> {
  return new Promise((resolve) => {
    let source: EventSource | null = null;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let wasAway = false;
    const open = () => {
      source = new EventSource(ADDRESS);
      source.addEventListener('open', () => {
        if (wasAway) tell('everything');
        wasAway = false;
      });
      source.addEventListener('changed', ({ data }: MessageEvent<string>) =>
        tell({ change: JSON.parse(data) as Change }),
      );
      source.addEventListener('error', () => {
        wasAway = true;
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
