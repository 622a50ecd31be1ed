import { fromMillis, timeText } from '@oakbell/core/clock';
import { useEffect, useRef, useState } from 'react';
import classes from './Room.module.css';
import type { TakeRecorder } from '../capture/index.ts';

export type TimeState = 'fine' | 'near' | 'over';

/** From this share of the target on, the end is near. */
const NEAR = 0.8;

export function timeStateOf(lengthMs: number, targetMs: number | undefined): TimeState {
  if (targetMs === undefined || lengthMs < targetMs * NEAR) return 'fine';
  return lengthMs < targetMs ? 'near' : 'over';
}

interface Props {
  readonly recorder: TakeRecorder;
  readonly targetMs?: number;
  readonly limitMs?: number;
}

/** The length of the take several times a second, beside what was aimed at; what is near or over is said in words. */
export function RoomClock({ recorder, targetMs, limitMs }: Props) {
  const shown = useRef<HTMLSpanElement>(null);
  const [state, setState] = useState<TimeState>('fine');
  const aim = limitMs ?? targetMs;
  useEffect(() => {
    // The figures change ten times a second: written where they stand, without asking the whole room.
    const timer = setInterval(() => {
      const { length } = recorder;
      const text = timeText(length, { tenths: true });
      if (shown.current && shown.current.textContent !== text) shown.current.textContent = text;
      setState(timeStateOf(length / 1000, aim));
    }, 100);
    return () => clearInterval(timer);
  }, [recorder, aim]);
  return (
    <span className={classes.clockBox} data-time={state}>
      <span ref={shown} className={`ob-time ${classes.clock}`} role="timer" aria-label="Length of the take">
        0:00.0
      </span>
      {aim !== undefined && (
        <span className={classes.clockAim}>
          {state === 'over' ? (limitMs ? 'at the limit of ' : 'over ') : 'of '}
          <span className="ob-time">{timeText(fromMillis(aim))}</span>
          {state === 'near' ? ' · nearly there' : ''}
        </span>
      )}
    </span>
  );
}
