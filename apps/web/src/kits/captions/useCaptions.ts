import { captionRows, MOST_TYPED, type CaptionRow } from '@oakbell/core/captions';
import { micros } from '@oakbell/core/clock';
import type { EditList } from '@oakbell/core/edits';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import {
  browserShelf,
  call,
  client,
  inTurn,
  isAway,
  learn,
  once,
  ownName,
  Problem,
  type Api,
  type Lesson,
} from '../../shared/api/index.ts';

/** Nothing was typed for so long: it is saved. Ms. */
const REST_MS = 800;
const AGAIN_MS = 4000;

/** What is typed and not saved yet, by the name of its line; null takes a line away. */
type Drafts = Readonly<Record<string, string | null>>;

export const captionsKey = (lessonId: string) => ['captions', lessonId] as const;
export const lineName = ({ takeId, start }: { readonly takeId: string; readonly start: number }): string =>
  `${takeId} ${start}`;

/** How what is said in a lesson is asked for. Its takes never change; what is typed may. */
const captionsQuery = (lesson: Pick<Lesson, 'id' | 'revision'>) => ({
  queryKey: [...captionsKey(lesson.id), lesson.revision],
  queryFn: () => call(client.GET('/api/lessons/{id}/captions', { params: { path: { id: lesson.id } } })),
});

/** All that is heard in a lesson: what was typed, and what still is to be. Undefined while it is fetched. */
export function useCaptionRows(lesson: Lesson) {
  const fetched = useQuery(captionsQuery(lesson));
  const { data } = fetched;
  const rows = useMemo(() => data && rowsOf(lesson.edits, data), [data, lesson.edits]);
  return { fetched, rows };
}

type Told = Awaited<ReturnType<ReturnType<typeof captionsQuery>['queryFn']>>;
function rowsOf(edits: EditList, { lines, stretches }: Told): readonly CaptionRow[] {
  const timed = <One extends { start: number; end: number }>(one: One) => ({
    ...one,
    start: micros(one.start),
    end: micros(one.end),
  });
  const all = stretches.map(timed);
  return captionRows(edits, lines.map(timed), (takeId) => all.filter((one) => one.takeId === takeId));
}

/** Lines after some of them were typed or taken away. */
function withLines(lines: Told['lines'], typed: readonly Api['TypedLineDto'][]): Told['lines'] {
  const names = new Set(typed.map(lineName));
  const added = typed.flatMap(({ takeId, start, end, text }) => (text === null ? [] : { takeId, start, end, text }));
  return [...lines.filter((line) => !names.has(lineName(line))), ...added];
}

/** One row, as it is typed now. */
export interface TypedRow extends CaptionRow {
  readonly name: string;
  /** Null where nobody has said what is said there. */
  readonly text: string | null;
}

/**
 * What is said in a lesson while it is typed: saved as it is typed, kept in this browser until it is, and never over
 * what somebody else typed meanwhile. `save` ends when all is saved, or cannot be now.
 */
export function useTyping(lesson: Lesson) {
  const { fetched, rows } = useCaptionRows(lesson);
  const queries = useQueryClient();
  const place = ownName(`captions.${lesson.id}`);
  const [drafts, setDrafts] = useState<Drafts>(() => keptIn(place));
  const [failure, setFailure] = useState<unknown>(null);
  const [state, setState] = useState<'saved' | 'typing' | 'away'>('saved');
  const { queryKey: key } = captionsQuery(lesson);
  const { edits } = lesson;
  const now = useRef({ drafts, key, edits, timer: undefined as ReturnType<typeof setTimeout> | undefined });
  useEffect(() => {
    Object.assign(now.current, { key, edits });
  });

  const keep = useCallback(
    (next: Drafts) => {
      now.current.drafts = next;
      setDrafts(next);
      if (Object.keys(next).length === 0) browserShelf.remove(place);
      else browserShelf.write(place, JSON.stringify(next));
    },
    [place],
  );
  const { id } = lesson;
  const save = useCallback((): Promise<void> => {
    clearTimeout(now.current.timer);
    return inTurn(`captions ${id}`, async () => {
      const sent = now.current.drafts;
      const { key, edits } = now.current;
      const told = queries.getQueryData<Told>(key);
      const lines = (told ? rowsOf(edits, told) : []).flatMap((row) => {
        const text = sent[lineName(row.line)];
        if (text === undefined) return [];
        const { takeId, start, end } = row.line;
        return [{ takeId, start, end, text: text?.trim() ?? null, was: row.isTyped ? row.line.text : null }];
      });
      const changed = lines.filter(({ text, was }) => text !== was).slice(0, MOST_TYPED);
      try {
        if (changed.length > 0)
          await once((header) =>
            call(
              client.PUT('/api/lessons/{id}/captions', { params: { path: { id }, header }, body: { lines: changed } }),
            ),
          );
        learn<Told>(queries, key, (before) => before && { ...before, lines: withLines(before.lines, changed) });
        const unsaved = new Set(
          lines.filter((line) => line.text !== line.was && !changed.includes(line)).map(lineName),
        );
        const left = Object.entries(now.current.drafts).filter(
          ([name, text]) => sent[name] !== text || unsaved.has(name),
        );
        keep(Object.fromEntries(left));
        if (unsaved.size > 0) now.current.timer = setTimeout(() => void save());
        setFailure(null);
        setState(left.length === 0 ? 'saved' : 'typing');
      } catch (problem) {
        if (isAway(problem)) {
          setState('away');
          now.current.timer = setTimeout(() => void save(), AGAIN_MS);
          return;
        }
        setFailure(problem);
        // What somebody else typed there is fetched: it is seen beside what is typed here, and saving again goes over it.
        if (problem instanceof Problem && problem.status === 409)
          await queries.invalidateQueries({ queryKey: captionsKey(id) });
      }
    });
  }, [id, keep, queries]);
  /** Types a line; null takes away that it was typed at all. */
  const type = useCallback(
    (name: string, text: string | null) => {
      keep({ ...now.current.drafts, [name]: text });
      setState('typing');
      clearTimeout(now.current.timer);
      now.current.timer = setTimeout(() => void save(), REST_MS);
    },
    [keep, save],
  );
  const isThere = rows !== undefined;
  useEffect(() => {
    // What was typed here before and never saved goes now.
    if (isThere && Object.keys(now.current.drafts).length > 0) void save();
  }, [isThere, save]);
  // Who goes away leaves nothing behind that was typed.
  useEffect(() => () => void save(), [save]);
  const typed = useMemo(
    () =>
      rows?.map((row): TypedRow => {
        const name = lineName(row.line);
        const draft = drafts[name];
        return { ...row, name, text: draft === undefined ? (row.isTyped ? row.line.text : null) : draft };
      }),
    [rows, drafts],
  );
  return { fetched, rows: typed, type, save, state, failure };
}

const keptIn = (place: string): Drafts => (browserShelf.readJson(place) as Drafts | null) ?? {};
