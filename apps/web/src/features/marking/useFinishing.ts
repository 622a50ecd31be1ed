import { useMutation } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { call, client } from '../../shared/api/index.ts';
import type { Row } from './deskKey.ts';
import type { Marks } from './useMarks.ts';

/** Handed back at once, or kept until it is handed back with others. */
export type Done = 'back' | 'ready';

/** How it is to go, and whether whoever needs captions gets what was spoken without. */
export interface Asked {
  readonly how: Done;
  readonly withoutCaptions?: boolean;
}
/** A hand-in on its way: what is done with it, and how that is taken back. */
export interface Going {
  readonly how: Done;
  readonly sent: Promise<void>;
  readonly undo: () => Promise<unknown>;
}

interface Plan {
  readonly row: Row;
  readonly marks: Marks;
  /** Something is being spoken on it now, or is not safe yet. */
  readonly running: boolean;
  /** Its teacher stays until it is answered: something may still be asked of them. */
  readonly stays: boolean;
  /** Ends when what was written and said is part of the feedback. @throws Problem where it is not */
  readonly settled: () => Promise<void>;
  /** Called as soon as it is on its way; what becomes of it is followed there. */
  readonly onGoing: (going: Going) => void;
}

/** The end of marking one hand-in: it may be asked for while something is recorded, and is done once that is safe. */
export function useFinishing({ row, marks, running, stays, settled, onGoing }: Plan) {
  const send = ({ how, withoutCaptions = false }: Asked) => {
    const plan = { withoutCaptions, settled };
    return how === 'back' ? marks.handBack(plan) : marks.setReady(true, plan);
  };
  const undo = (how: Done) => () =>
    how === 'back'
      ? call(client.DELETE('/api/marking/hand-ins/{id}/hand-back', { params: { path: { id: row.submissionId } } }))
      : marks.setReady(false, { settled: async () => undefined });
  const finish = useMutation({
    mutationFn: send,
    onSuccess: (_, { how }) => onGoing({ how, sent: Promise.resolve(), undo: undo(how) }),
  });
  const { mutate, isPending, error } = finish;
  const [wanted, setWanted] = useState<Asked | null>(null);
  useEffect(() => {
    if (wanted && !running) mutate(wanted, { onSettled: () => setWanted(null) });
  }, [wanted, running, mutate]);
  /** @param stop ends what is being recorded */
  const ask = (asked: Asked, stop?: () => void) => {
    if (isPending || wanted) return;
    if (running) {
      stop?.();
      setWanted(asked);
    } else if (stays) mutate(asked);
    else onGoing({ how: asked.how, sent: send(asked), undo: undo(asked.how) });
  };
  const isBusy = isPending || wanted !== null;
  return { ask, asked: finish.variables, isBusy, isWaiting: wanted !== null && running, error };
}
export type Finishing = ReturnType<typeof useFinishing>;
