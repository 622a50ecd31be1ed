import { useCallback, useEffect, useRef, useState, useSyncExternalStore } from 'react';
import type { Mark } from '@oakbell/core/log';
import type { RecorderView } from './recorderView.ts';
import { isPractice, PRACTICE_VOICE } from '../practice/index.ts';
import { TakeRecorder } from './takeRecorder.ts';
import type { MicrophoneFault } from '../sound/index.ts';
import { browserShelf } from '../../../shared/api/index.ts';

const REMEMBERED = 'oakbell.microphone';

export interface RecorderPlan {
  readonly lessonId: string;
  readonly firstPage: string;
  readonly earlierInk: (page: string) => readonly Mark[];
  readonly earlierHeight: (page: string) => number | null;
  readonly takeOver: boolean;
  /** Rises with each new take: a new recorder is made then. */
  readonly round: number;
}
type Held = { readonly recorder: TakeRecorder } | { readonly fault: MicrophoneFault } | null;

/** A recorder that listens as soon as the microphone may be used; null while asking. */
export function useRecorder(plan: RecorderPlan): {
  readonly held: Held;
  readonly retry: () => void;
  /** With the practice voice instead of a microphone. */
  readonly practise: () => void;
} {
  const [held, setHeld] = useState<Held>(null);
  const [tries, setTries] = useState({ practice: false });
  const setup = useRef(plan);
  useEffect(() => {
    setup.current = plan;
  });
  useEffect(() => {
    let left = false;
    let mine: TakeRecorder | null = null;
    void TakeRecorder.listen(setup.current, tries.practice ? PRACTICE_VOICE.id : browserShelf.read(REMEMBERED)).then(
      (made) => {
        if (typeof made === 'string') return left || setHeld({ fault: made });
        mine = made;
        if (left) return made.close();
        setHeld({ recorder: made });
      },
    );
    return () => {
      left = true;
      setHeld(null);
      mine?.close();
    };
  }, [plan.lessonId, plan.round, plan.takeOver, tries]);
  return {
    held,
    retry: useCallback(() => setTries({ practice: false }), []),
    practise: useCallback(() => setTries({ practice: true }), []),
  };
}

export const useRecorderView = (recorder: TakeRecorder): RecorderView =>
  useSyncExternalStore(recorder.subscribe, recorder.getView);

/** Rises whenever ink or pages change; who does not show them is not told. */
export const useInkVersion = (recorder: TakeRecorder): number =>
  useSyncExternalStore(recorder.subscribeInk, recorder.getInk);

/** The next time it is opened by itself; the practice voice never is. */
export const rememberMicrophone = (id: string): void => {
  if (!isPractice(id)) browserShelf.write(REMEMBERED, id);
};
