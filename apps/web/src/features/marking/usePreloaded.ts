import { picturesOf } from '@oakbell/core/pages';
import { useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { lookAhead } from '../../kits/stage/index.ts';
import { corePage, lessonQuery, pictureOf } from '../../shared/api/index.ts';
import type { Row } from './deskKey.ts';
import { inkQuery } from './useMarkInk.ts';

/** The pictures of so many pages are fetched ahead. */
const PAGES_AHEAD = 6;

type Ahead = Pick<Row, 'submissionId' | 'times' | 'feedbackLessonId' | 'firstPicture'>;

/** Fetches what a hand-in is opened with: its first page, what is written on it, its other pages. */
async function preload(queries: QueryClient, row: Ahead, signal: AbortSignal): Promise<void> {
  const { feedbackLessonId: lessonId, firstPicture } = row;
  if (lessonId === null) return;
  const addressOf = pictureOf(lessonId);
  const first = firstPicture === null ? undefined : lookAhead(addressOf(firstPicture), signal);
  void queries.prefetchQuery({ ...inkQuery(row), staleTime: Infinity });
  const { pages } = await queries.ensureQueryData(lessonQuery(lessonId));
  await first;
  for (const page of pages.slice(0, PAGES_AHEAD).map(corePage))
    for (const digest of picturesOf(page))
      if (!signal.aborted && digest !== firstPicture) await fetch(addressOf(digest), { signal });
}
// It is asked for again when its turn comes, and what is wrong is said then.
const unsaid = () => undefined;

/** Has the hand-in that comes next ready while this one is marked. */
export function usePreloaded(next: Row | null): void {
  const queries = useQueryClient();
  const row = useRef(next);
  useEffect(() => {
    row.current = next;
  });
  const name = next && `${next.submissionId} ${next.times} ${next.firstPicture}`;
  useEffect(() => {
    if (name === null || !row.current) return;
    const leaving = new AbortController();
    preload(queries, row.current, leaving.signal).catch(unsaid);
    return () => leaving.abort();
  }, [queries, name]);
}

/** What somebody points at, or comes to with keys, is likely opened next. */
export function useNear(): (row: Row) => void {
  const queries = useQueryClient();
  const last = useRef(new AbortController());
  useEffect(() => () => last.current.abort(), []);
  return (row) => {
    last.current.abort();
    last.current = new AbortController();
    preload(queries, row, last.current.signal).catch(unsaid);
  };
}
