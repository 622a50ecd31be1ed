import { present } from '@oakbell/core/present';
import { micros, timeText, type Micros, type TimeRange } from '@oakbell/core/clock';
import { timeAt, xOf, type Axis } from './axis.ts';
import classes from './Timeline.module.css';

const TRIM_STEP_US = 100_000;
/** What is kept is never shorter than this. */
const SHORTEST_US = 500_000;

export interface Trim {
  readonly kept: TimeRange;
  readonly onChange: (kept: TimeRange) => void;
}

/** Both ends of what is kept, to be dragged or moved with the arrows; what is left out is hatched. */
export function TrimHandles({ axis, whole, kept, onChange }: { readonly axis: Axis; readonly whole: Micros } & Trim) {
  const move = (end: 'start' | 'end', time: number) => {
    const next =
      end === 'start'
        ? { ...kept, start: micros(Math.max(0, Math.min(time, kept.end - SHORTEST_US))) }
        : { ...kept, end: micros(Math.min(whole, Math.max(time, kept.start + SHORTEST_US))) };
    onChange(next);
  };
  const isInView = (end: 'start' | 'end') => xOf(axis, kept[end]) >= 0 && xOf(axis, kept[end]) <= axis.widthPx;
  const handle = (end: 'start' | 'end') => (
    <span
      className={classes.handle}
      data-end={end}
      style={{ left: xOf(axis, kept[end]) }}
      role="slider"
      tabIndex={0}
      aria-label={end === 'start' ? 'Where the lesson starts' : 'Where the lesson ends'}
      aria-valuemin={0}
      aria-valuemax={Math.round(whole / 1e6)}
      aria-valuenow={Math.round(kept[end] / 1e6)}
      aria-valuetext={timeText(kept[end], { tenths: true })}
      onPointerDown={(event) => {
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
      }}
      onPointerMove={(event) => {
        event.stopPropagation();
        if (event.buttons !== 1) return;
        move(
          end,
          timeAt(axis, event.clientX - present(event.currentTarget.parentElement).getBoundingClientRect().left),
        );
      }}
      onKeyDown={(event) => {
        const step = { ArrowLeft: -TRIM_STEP_US, ArrowRight: TRIM_STEP_US }[event.key];
        if (step === undefined) return;
        event.preventDefault();
        event.stopPropagation();
        move(end, kept[end] + step * (event.shiftKey ? 10 : 1));
      }}
    />
  );
  return (
    <>
      <span className={classes.cut} style={{ left: 0, width: Math.max(0, xOf(axis, kept.start)) }} />
      <span className={classes.cut} style={{ left: Math.min(axis.widthPx, xOf(axis, kept.end)), right: 0 }} />
      {isInView('start') && handle('start')}
      {isInView('end') && handle('end')}
    </>
  );
}
