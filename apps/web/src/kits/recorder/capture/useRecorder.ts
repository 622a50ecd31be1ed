import { useCallback, useEffect, useRef, useState, useSyncExternalStore } from 'react';
import type { Mark } from '@oakbell/core/log';
import type { RecorderView } from './recorderView.ts';
import { isPractice, PRACTICE_VOICE } from '../practice/index.ts';
import { TakeRecorder, type Before } from './takeRecorder.ts';
import type { MicrophoneFault } from '../sound/index.ts';
import { browserShelf } from '../../../shared/api/index.ts';

const REMEMBERED = 'oakbell.microphone';

export interface RecorderPlan {
  readonly lessonId: string;
  readonly firstPage: string;
  readonly earlierInk: (page: string) => readonly Mark[];
  readonly earlierHeight: (page: string) => number | null;
  readonly takeOver: boolean;
  /** What is written before anything is recorded: the recorder is there at once, and the microphone when it comes. */
  readonly before?: Before;
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
    const device = tries.practice ? PRACTICE_VOICE.id : rememberedMicrophone();
    if (setup.current.before) {
      mine = new TakeRecorder(setup.current);
      setHeld({ recorder: mine });
      const opened = mine;
      // The page comes first: it can be written on at once, and the microphone is open a moment later.
      const idle = whenIdle(() => void opened.attach(device));
      return () => {
        idle();
        opened.close();
      };
    }
    void TakeRecorder.listen(setup.current, device).then((made) => {
      if (typeof made === 'string') return left || setHeld({ fault: made });
      mine = made;
      if (left) return made.close();
      setHeld({ recorder: made });
    });
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

/** The microphone that is opened by itself; whichever the browser takes when null. */
export const rememberedMicrophone = (): string | null => browserShelf.read(REMEMBERED);
/** The next time it is opened by itself; the practice voice never is. */
export const rememberMicrophone = (id: string): void => {
  if (!isPractice(id)) browserShelf.write(REMEMBERED, id);
};

/** Calls once the browser has nothing better to do, within half a second; what it gives takes that back. */
function whenIdle(work: () => void): () => void {
  if (typeof requestIdleCallback !== 'function') {
    const timer = setTimeout(work);
    return () => clearTimeout(timer);
  }
  const idle = requestIdleCallback(work, { timeout: 500 });
  return () => cancelIdleCallback(idle);
}
