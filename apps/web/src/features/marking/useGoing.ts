import { useEffect, useRef, useState } from 'react';
import { notice, wordsOf } from '../../shared/ui/index.ts';
import type { Row } from './deskKey.ts';
import type { Going } from './useFinishing.ts';

/** A hand-in that could not be handed back after its teacher had gone on. */
export interface Failed {
  readonly row: Row;
  readonly how: Going['how'];
  readonly failure: unknown;
}

/** What is said of one that could not go. */
export const NOT_DONE: Readonly<Record<Going['how'], string>> = { back: 'Not handed back', ready: 'Not ready yet' };

/**
 * Hand-ins that are on their way back while the next one is marked already, and those of them that could not go: they are
 * told of until they are opened again, also to whoever has left the desk meanwhile. Nobody closes the page over what is on
 * its way.
 */
export function useGoing(onDone: (row: Row, going: Going) => void) {
  const [going, setGoing] = useState<ReadonlySet<string>>(new Set());
  const [failed, setFailed] = useState<readonly Failed[]>([]);
  const isHere = useRef(true);
  useEffect(() => {
    isHere.current = true;
    return () => void (isHere.current = false);
  }, []);
  const forget = (id: string) => setFailed((before) => before.filter(({ row }) => row.submissionId !== id));
  const follow = (row: Row, one: Going) => {
    const id = row.submissionId;
    forget(id);
    setGoing((before) => new Set(before).add(id));
    void one.sent
      .then(
        () => onDone(row, one),
        (failure: unknown) => {
          if (isHere.current) setFailed((before) => [...before, { row, how: one.how, failure }]);
          else notice({ message: `${NOT_DONE[one.how]}: ${row.learnerName}. ${wordsOf(failure)}`, autoClose: false });
        },
      )
      .finally(() => setGoing((before) => new Set([...before].filter((other) => other !== id))));
  };
  const isGoing = going.size > 0;
  useEffect(() => {
    if (!isGoing) return;
    const warn = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, [isGoing]);
  return { going, failed, follow, forget };
}
