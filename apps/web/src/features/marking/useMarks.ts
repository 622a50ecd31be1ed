import { sameChoices } from '@oakbell/core/marking';
import { useCallback, useEffect, useRef, useState } from 'react';
import {
  browserShelf,
  call,
  client,
  inTurn,
  isAway,
  once,
  ownName,
  Problem,
  type ActKey,
  type Api,
} from '../../shared/api/index.ts';

/** What is typed and chosen: points as they are written, words, and how the lines of the rubric are filled. */
export interface MarkDraft {
  readonly points: string;
  readonly comment: string;
  /** Why the points are other than what the rubric comes to. */
  readonly reason: string;
  readonly rubric: Api['RubricMarksDto'] | null;
}
/** A draft in this browser, with the marks that were seen when it was typed. */
interface KeptDraft extends MarkDraft {
  readonly revision: number;
}
/** What somebody else gave for the same hand-in meanwhile. */
export type Others = Api['MarkingDto'] & { readonly by: string; readonly revision: number };
/** Whether it goes without captions to whoever needs them, and what has to end before it goes. */
interface Wanted extends Pick<Api['GivenMarksDto'], 'withoutCaptions'> {
  readonly settled: () => Promise<void>;
}
interface Finish extends Pick<Wanted, 'settled'> {
  readonly send: (body: Api['GivenMarksDto'], header: ActKey) => Promise<unknown>;
}
export type MarkState = 'saved' | 'typing' | 'saving' | 'away' | 'refused';
/** What is known at this moment, between two drawings. */
interface Now {
  draft: MarkDraft;
  revision: number;
  saved: MarkDraft;
  going: Promise<boolean> | null;
  /** It is being handed back, or kept as ready: all that is typed goes with that. */
  finishing: boolean;
  /** What was sent and not answered. */
  unanswered: { readonly body: Api['GivenMarksDto']; readonly draft: MarkDraft; readonly header: ActKey } | null;
}

/** Whose marks they are, and how they are saved: those of the desk, or those of a second marker. */
export interface MarkLine {
  readonly name: string;
  readonly save: (id: string, body: Api['GivenMarksDto'], header: ActKey) => Promise<Api['SavedMarksDto']>;
}
export const AT_DESK: MarkLine = {
  name: 'marks',
  save: (id, body, header) =>
    call(client.PUT('/api/marking/hand-ins/{id}', { params: { path: { id }, header }, body })),
};
export const AS_SECOND: MarkLine = {
  name: 'second-marks',
  save: (id, body, header) =>
    call(
      client.PUT('/api/marking/hand-ins/{id}/second', {
        params: { path: { id }, header },
        body: { ...body, done: false },
      }),
    ),
};
/** What is marked, and what was given for it so far. */
export type MarkedRow = Pick<Api['QueueRowDto'], 'submissionId' | 'times' | 'revision' | keyof Api['MarkingDto']>;

/** The revisions that this page made, by hand-in: a sheet that is opened again goes on from there. */
const made = new Map<string, number>();

/** Nothing was typed for so long: it is saved. Ms. */
const REST_MS = 800;
const AGAIN_MS = 4000;

/** The number that was written; null for none, and for what is no number of points. */
export function pointsIn(text: string, most: number): number | null | 'wrong' {
  const written = text.trim();
  if (written === '') return null;
  const points = Number(written.replace(',', '.'));
  return /^\d{1,4}(?:[.,]\d{1,2})?$/.test(written) && points <= most ? points : 'wrong';
}

/**
 * The marks of one hand-in while they are given: saved as they are typed, kept in this browser until they are, and never
 * over what somebody else gave, or for something else than what is looked at.
 */
export function useMarks(row: MarkedRow, most: number | null, onSaved: () => void, line: MarkLine = AT_DESK) {
  const [name] = useState(() => ownName(`${line.name}.${row.submissionId}.${row.times}`));
  const [times] = useState(row.times);
  const [kept] = useState(() => keptIn(name));
  const [draft, setDraft] = useState<MarkDraft>(kept ?? draftOf(row));
  // What was kept is saved now, over what was seen when it was typed and over nothing else.
  const [state, setState] = useState<MarkState>(kept ? 'typing' : 'saved');
  const [savedAt, setSavedAt] = useState<Date | null>(null);
  const [failure, setFailure] = useState<unknown>(null);
  const [others, setOthers] = useState<Others | null>(null);
  const now = useRef<Now>({
    draft,
    revision: kept?.revision ?? row.revision,
    saved: draftOf(row),
    going: null,
    unanswered: null,
    finishing: false,
  });
  const mine = `${line.name} ${row.submissionId}`;
  const told = useRef(onSaved);
  useEffect(() => {
    now.current.draft = draft;
    told.current = onSaved;
  });

  const given = useCallback((): Api['GivenMarksDto'] | null => {
    const points = most === null ? null : pointsIn(now.current.draft.points, most);
    if (points === 'wrong') return null;
    const revision = Math.max(now.current.revision, made.get(mine) ?? 0);
    const { comment, reason, rubric } = now.current.draft;
    return { points, comment, reason, rubric, times, revision };
  }, [most, times, mine]);

  /** Sends what is typed, or what was sent before and not answered: under its own key, so that it is done once. */
  const sendNext = useCallback(async (): Promise<void> => {
    const body = given();
    const fresh = body && { body, draft: now.current.draft, header: { 'Idempotency-Key': crypto.randomUUID() } };
    const sent = now.current.unanswered ?? fresh;
    if (!sent) return;
    now.current.unanswered = sent;
    const { revision } = await line.save(row.submissionId, sent.body, sent.header).catch((problem: unknown) => {
      if (!isAway(problem)) now.current.unanswered = null;
      throw problem;
    });
    made.set(mine, revision);
    Object.assign(now.current, { revision, saved: sent.draft, unanswered: null });
  }, [given, line, mine, row.submissionId]);

  /** Saves what is typed, after what is being saved; whether nothing is left to save. */
  const save = useCallback(async (): Promise<boolean> => {
    if (now.current.finishing) return false;
    await now.current.going;
    if (same(now.current.draft, now.current.saved) && !now.current.unanswered) return true;
    if (!given()) return false;
    const going = (async () => {
      setState('saving');
      try {
        // What was typed while it was sent goes after it.
        do await inTurn(mine, sendNext);
        while (given() && !same(now.current.draft, now.current.saved));
        setFailure(null);
        setSavedAt(new Date());
        const isAll = same(now.current.draft, now.current.saved);
        setState(isAll ? 'saved' : 'refused');
        if (isAll) browserShelf.remove(name);
        told.current();
        return isAll;
      } catch (problem) {
        setState(isAway(problem) ? 'away' : 'refused');
        setFailure(isAway(problem) ? null : problem);
        if (problem instanceof Problem && problem.code === 'marked-meanwhile') setOthers(othersIn(problem));
        return false;
      }
    })();
    now.current.going = going;
    return going.finally(() => (now.current.going = null));
  }, [given, name, sendNext, mine]);

  /** Changes what is typed, and leaves the rest as it is. */
  const write = (change: Partial<MarkDraft>) => {
    const next = { ...now.current.draft, ...change };
    now.current.draft = next;
    setDraft(next);
    setState('typing');
    browserShelf.write(name, JSON.stringify({ ...next, revision: now.current.revision } satisfies KeptDraft));
  };
  useEffect(() => {
    if (state !== 'typing' && state !== 'away') return;
    if (others) return;
    const timer = setTimeout(() => void save(), state === 'away' ? AGAIN_MS : REST_MS);
    return () => clearTimeout(timer);
  }, [state, draft, save, others]);
  // Who goes away leaves nothing behind that was typed.
  useEffect(() => () => void save(), [save]);

  /**
   * Sends what is typed together with what is to become of it, in one act, once what it stands on is settled. It goes on
   * where this hand-in is left meanwhile. @throws Problem
   */
  const finish = async ({ settled, send }: Finish): Promise<void> => {
    now.current.finishing = true;
    try {
      await settled();
      await sendWhole(send);
    } finally {
      now.current.finishing = false;
    }
  };
  const sendWhole = async (send: Finish['send']): Promise<void> => {
    await now.current.going;
    if (now.current.unanswered) await sendNext();
    const body = given();
    if (!body) throw new Problem(0, 'not-valid', `Points are a number from 0 to ${most}.`);
    await once((header) => send(body, header)).catch((problem: unknown) => {
      if (problem instanceof Problem && problem.code === 'marked-meanwhile') setOthers(othersIn(problem));
      throw problem;
    });
    made.set(mine, body.revision + 1);
    Object.assign(now.current, { saved: now.current.draft, revision: body.revision + 1 });
    browserShelf.remove(name);
  };
  const path = { id: row.submissionId };
  /** Hands back with what is typed. @throws Problem */
  const handBack = ({ settled, ...how }: Wanted) =>
    finish({
      settled,
      send: (body, header) =>
        call(
          client.POST('/api/marking/hand-ins/{id}/hand-back', { params: { path, header }, body: { ...body, ...how } }),
        ),
    });
  /** Says that it is done, and is handed back with others; or that it is not after all. @throws Problem */
  const setReady = (ready: boolean, { settled, ...how }: Wanted) =>
    finish({
      settled,
      send: (body, header) =>
        call(
          client.PUT('/api/marking/hand-ins/{id}/ready', {
            params: { path, header },
            body: { ...body, ...how, ready },
          }),
        ),
    });
  /** Says which of the two marks is to count. */
  const settle = (whose: 'mine' | 'theirs') => {
    if (!others) return;
    now.current.revision = others.revision;
    if (whose === 'theirs') {
      const theirs = draftOf(others);
      Object.assign(now.current, { draft: theirs, saved: theirs });
      setDraft(theirs);
      setState('saved');
      browserShelf.remove(name);
    } else setState('typing');
    setFailure(null);
    setOthers(null);
  };
  return { draft, write, state, savedAt, failure, others, settle, finish, handBack, setReady };
}
export type Marks = ReturnType<typeof useMarks>;

/** Marks as they are typed. */
export const draftOf = ({
  points,
  comment,
  reason = '',
  rubric = null,
}: Pick<Api['MarkingDto'], 'points' | 'comment'> & Partial<Api['MarkingDto']>): MarkDraft => ({
  points: points === null ? '' : String(points),
  comment,
  reason,
  rubric,
});
const same = (a: MarkDraft, b: MarkDraft): boolean =>
  a.points === b.points &&
  a.comment === b.comment &&
  a.reason === b.reason &&
  a.rubric?.versionId === b.rubric?.versionId &&
  sameChoices(a.rubric?.choices ?? [], b.rubric?.choices ?? []);

function keptIn(name: string): KeptDraft | null {
  const kept = browserShelf.readJson(name) as Partial<KeptDraft> | null;
  // What an earlier version of this page kept has neither reason nor rubric.
  return kept && { points: '', comment: '', reason: '', rubric: null, revision: 0, ...kept };
}

function othersIn({ extra }: Problem): Others {
  const {
    by = 'Somebody',
    points = null,
    comment = '',
    reason = '',
    rubric = null,
    revision = 0,
  } = extra as Partial<Others>;
  return { by, points, comment, reason, rubric, revision };
}
