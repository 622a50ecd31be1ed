import { standingInk } from '@oakbell/core/marking';
import type { TakeEvent } from '@oakbell/core/log';
import { partText, readParts } from '@oakbell/core/worksheets';
import { useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Before } from '../../kits/recorder/index.ts';
import {
  browserShelf,
  call,
  client,
  inTurn,
  isAway,
  once,
  ownName,
  Problem,
  type Api,
} from '../../shared/api/index.ts';

/** Nothing was written for so long: it is saved. Ms. */
const REST_MS = 800;
const AGAIN_MS = 4000;

type Row = Pick<Api['QueueRowDto'], 'submissionId' | 'times'>;
/** What stands on the pages, and the revision that it was written over. */
interface Ink {
  readonly log: string;
  readonly revision: number;
}

/** How what is written on a hand-in is asked for: also ahead of its turn. */
export const inkQuery = ({ submissionId: id, times }: Row) => ({
  queryKey: ['mark-ink', id, times] as const,
  queryFn: () => call(client.GET('/api/marking/hand-ins/{id}/ink', { params: { path: { id } } })),
  // Somebody else may write on it while nobody here has it open.
  gcTime: 30_000,
});

/** What this page saved, by hand-in: what is opened again goes on from there. */
const made = new Map<string, Ink>();

/**
 * What is written on a hand-in before anything is said: there when it is opened, kept in this browser with each stroke,
 * and saved at the school as it is written. `before` is null while it is fetched; `save` ends when all is saved, or tells
 * why it cannot be now.
 */
export function useMarkInk(row: Row) {
  const fetched = useQuery({ ...inkQuery(row), refetchOnWindowFocus: false, staleTime: Infinity });
  const [failure, setFailure] = useState<unknown>(null);
  const [before, setBefore] = useState<Before | null>(null);
  const [hasInk, setHasInk] = useState(false);
  const { submissionId, times } = row;
  const [name] = useState(() => ownName(`ink.${submissionId}.${times}`));
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const now = useRef<Ink & { readonly saved: string }>({ log: '', revision: 0, saved: '' });

  const save = useCallback((): Promise<unknown> => {
    clearTimeout(timer.current);
    return inTurn(`ink ${submissionId}`, async () => {
      const { log, saved, revision } = now.current;
      if (log === saved) return null;
      const params = { path: { id: submissionId } };
      try {
        const kept = await once((header) =>
          call(
            client.PUT('/api/marking/hand-ins/{id}/ink', {
              params: { ...params, header },
              body: { log, times, revision },
            }),
          ),
        );
        now.current = { ...now.current, saved: log, revision: kept.revision };
        made.set(submissionId, { log, revision: kept.revision });
        if (now.current.log === log) browserShelf.remove(name);
        setFailure(null);
        return null;
      } catch (problem) {
        // It stays on the page and in this browser; where the server is away it is sent again.
        if (isAway(problem)) timer.current = setTimeout(() => void save(), AGAIN_MS);
        else {
          setFailure(problem);
          // It is told, and is not brought back over what is there now when this is opened again.
          if (problem instanceof Problem && problem.status === 409) browserShelf.remove(name);
        }
        return problem;
      }
    });
  }, [submissionId, times, name]);

  const onChange = useCallback(
    (events: readonly TakeEvent[]) => {
      const log = partText(standingInk(events));
      now.current = { ...now.current, log };
      setHasInk(log !== '');
      browserShelf.write(name, JSON.stringify({ log, revision: now.current.revision } satisfies Ink));
      clearTimeout(timer.current);
      timer.current = setTimeout(() => void save(), REST_MS);
    },
    [save, name],
  );
  const { data } = fetched;
  const loaded = useRef(false);
  useEffect(() => {
    // Once it is open, what is written here is what counts: an answer that comes later takes nothing away.
    if (!data || loaded.current) return;
    loaded.current = true;
    const own = made.get(submissionId);
    const there = own && own.revision > data.revision ? own : data;
    const kept = keptIn(name);
    // What was kept is saved over what was seen when it was written, and over nothing else.
    now.current = { ...(kept ?? there), saved: there.log };
    setHasInk(now.current.log !== '');
    setBefore({ events: () => readParts([now.current.log]), onChange });
    if (kept) void save();
  }, [data, submissionId, name, onChange, save]);
  // Who goes away leaves nothing behind that was written.
  useEffect(() => () => void save(), [save]);
  return { fetched, before, failure, save, hasInk };
}

const keptIn = (name: string): Ink | null => browserShelf.readJson(name) as Ink | null;
