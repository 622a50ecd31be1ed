import { useEffect } from 'react';
import type { TakeRecorder } from '../capture/index.ts';

/** Ends recording at the limit; the room has said so since four fifths of it. */
export function useLimit(recorder: TakeRecorder, limitMs: number | undefined): void {
  useEffect(() => {
    if (limitMs === undefined) return;
    const timer = setInterval(() => {
      if (recorder.length / 1000 >= limitMs) void recorder.stop();
    }, 200);
    return () => clearInterval(timer);
  }, [recorder, limitMs]);
}
