import { useEffect, useState } from 'react';
import type { TakeRecorder } from '../capture/index.ts';

/** Ends recording at the limit, which the room has spoken of since four fifths of it; says whether that has happened. */
export function useLimit(recorder: TakeRecorder, limitMs: number | undefined): boolean {
  const [isOver, setOver] = useState(false);
  useEffect(() => {
    if (limitMs === undefined) return;
    const timer = setInterval(() => {
      if (recorder.length / 1000 < limitMs) return;
      setOver(true);
      void recorder.stop();
    }, 200);
    return () => clearInterval(timer);
  }, [recorder, limitMs]);
  return isOver;
}
