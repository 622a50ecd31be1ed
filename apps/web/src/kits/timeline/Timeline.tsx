import { timeText, type Micros, type TimeRange } from '@oakbell/core/clock';
import type { RangeSet } from '@oakbell/core/intervals';
import { useElementSize } from '@mantine/hooks';
import { useEffect, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { scaleMoments, timeAt, xOf, type Axis } from './axis.ts';
import { drawGrain, drawWarmth } from './grain.ts';
import classes from './Timeline.module.css';

export interface PageTurn {
  readonly at: Micros;
  /** What to call the page: `Page 3`. */
  readonly name: string;
  /** Address of its small picture, where it has one. */
  readonly small: string | null;
}
/** A place where two parts meet; with `onOpen` it can be opened. */
export interface SeamMark {
  readonly at: Micros;
  readonly label: string;
  readonly onOpen?: () => void;
}
interface Props {
  readonly length: Micros;
  /** Sizes of the voice, 0…255, evenly spread over the whole length. */
  readonly peaks: Uint8Array;
  readonly turns: readonly PageTurn[];
  readonly ink: readonly Micros[];
  readonly seen?: RangeSet;
  /** Plays per learner in equal parts of the whole. */
  readonly warmth?: readonly number[];
  readonly position?: Micros;
  readonly onSeek?: (time: Micros) => void;
  /** Both ends of what is kept, with handles to drag. */
  readonly trim?: { readonly kept: TimeRange; readonly onChange: (kept: TimeRange) => void };
  /** A stretch that is marked, and how one is: by dragging with Shift. */
  readonly marked?: TimeRange | null;
  readonly onMark?: (marked: TimeRange) => void;
  readonly seams?: readonly SeamMark[];
  /** Stretches in which nothing is said. */
  readonly quiet?: RangeSet;
  readonly hall?: boolean;
  readonly label: string;
}

const STEP_US = 5_000_000;
const TRIM_STEP_US = 100_000;
/** What is kept is never shorter than this. */
const SHORTEST_US = 500_000;

/** The one time axis of the product: voice as grain, page turns as notches, ink as ticks. */
export function Timeline(props: Props) {
  const { length, peaks, turns, ink, seen, warmth, position, onSeek, trim, hall = false, label } = props;
  const { marked, onMark, seams = [], quiet = [] } = props;
  const markFrom = useRef<number | null>(null);
  const { ref: place, width } = useElementSize<HTMLDivElement>();
  const canvas = useRef<HTMLCanvasElement>(null);
  const axis: Axis = { length, widthPx: width };

  useEffect(() => {
    if (!canvas.current || width === 0) return;
    drawGrain(canvas.current, {
      peaks,
      widthPx: width,
      inkX: ink.map((time) => xOf({ length, widthPx: width }, time)),
    });
    if (warmth) drawWarmth(canvas.current, warmth, width);
  }, [peaks, ink, length, width, warmth]);

  const seekTo = (event: PointerEvent<HTMLDivElement>) => {
    if (!onSeek || (event.type === 'pointermove' && event.buttons !== 1)) return;
    const time = timeAt(axis, event.clientX - event.currentTarget.getBoundingClientRect().left);
    if (event.type === 'pointerdown') {
      event.currentTarget.setPointerCapture(event.pointerId);
      markFrom.current = event.shiftKey && onMark ? time : null;
    }
    const from = markFrom.current;
    if (from !== null && time !== from)
      onMark?.({ start: Math.min(from, time) as Micros, end: Math.max(from, time) as Micros });
    onSeek(time);
  };
  const onKey = (event: KeyboardEvent) => {
    const step = { ArrowLeft: -STEP_US, ArrowRight: STEP_US, Home: -length, End: length }[event.key];
    if (step === undefined || !onSeek) return;
    event.preventDefault();
    event.stopPropagation();
    onSeek(Math.max(0, Math.min(length, (position ?? 0) + step)) as Micros);
  };

  return (
    <div className={classes.timeline} data-hall={hall || undefined}>
      <div className={classes.notches} aria-hidden>
        {turns.map((turn, i) => (
          <button
            key={i}
            type="button"
            tabIndex={-1}
            className={classes.notch}
            style={{ left: xOf(axis, turn.at) }}
            onClick={() => onSeek?.(turn.at)}
            title={`${turn.name}, ${timeText(turn.at)}`}
          >
            {turn.small ? <img src={turn.small} alt="" /> : <span className={classes.board} />}
          </button>
        ))}
      </div>
      <div ref={place} className={classes.grain}>
        <div
          className={classes.seek}
          role={onSeek ? 'slider' : 'img'}
          tabIndex={onSeek ? 0 : undefined}
          aria-label={label}
          aria-valuemin={onSeek ? 0 : undefined}
          aria-valuemax={onSeek ? Math.round(length / 1e6) : undefined}
          aria-valuenow={onSeek ? Math.round((position ?? 0) / 1e6) : undefined}
          aria-valuetext={onSeek ? `${timeText(position ?? (0 as Micros))} of ${timeText(length)}` : undefined}
          onPointerDown={seekTo}
          onPointerMove={seekTo}
          onKeyDown={onKey}
        >
          <canvas ref={canvas} className={classes.canvas} aria-hidden />
          {seen?.map((range) => (
            <span
              key={range.start}
              className={classes.seen}
              style={{ left: xOf(axis, range.start), width: xOf(axis, range.end - range.start) }}
            />
          ))}
          {quiet.map((range) => (
            <span
              key={range.start}
              className={classes.quiet}
              style={{ left: xOf(axis, range.start), width: xOf(axis, range.end - range.start) }}
            />
          ))}
          {marked && (
            <span
              className={classes.marked}
              style={{ left: xOf(axis, marked.start), width: Math.max(2, xOf(axis, marked.end - marked.start)) }}
            />
          )}
          {turns.map((turn, i) => (
            <span key={i} className={classes.mark} style={{ left: xOf(axis, turn.at) }} />
          ))}
          {position !== undefined && <span className={classes.playhead} style={{ left: xOf(axis, position) }} />}
        </div>
        {seams.map((seam) => (
          <Seam key={seam.at} {...seam} x={xOf(axis, seam.at)} />
        ))}
        {trim && <TrimHandles axis={axis} {...trim} />}
      </div>
      <div className={classes.scale} aria-hidden>
        {scaleMoments(axis, 64).map((time) => (
          <span key={time} className="ob-time" style={{ left: xOf(axis, time) }}>
            {timeText(time)}
          </span>
        ))}
      </div>
    </div>
  );
}

/** A thin line where two parts meet; where something was left out it is a button that brings it back. */
function Seam({ x, label, onOpen }: SeamMark & { readonly x: number }) {
  return onOpen ? (
    <button
      type="button"
      className={classes.seam}
      style={{ left: x }}
      aria-label={label}
      title={label}
      onClick={onOpen}
    >
      <span aria-hidden />
    </button>
  ) : (
    <span className={classes.joint} style={{ left: x }} title={label} />
  );
}

function TrimHandles({ axis, kept, onChange }: { readonly axis: Axis } & NonNullable<Props['trim']>) {
  const move = (end: 'start' | 'end', time: number) => {
    const next =
      end === 'start'
        ? { ...kept, start: Math.max(0, Math.min(time, kept.end - SHORTEST_US)) as Micros }
        : { ...kept, end: Math.min(axis.length, Math.max(time, kept.start + SHORTEST_US)) as Micros };
    onChange(next);
  };
  const handle = (end: 'start' | 'end') => (
    <span
      className={classes.handle}
      data-end={end}
      style={{ left: xOf(axis, kept[end]) }}
      role="slider"
      tabIndex={0}
      aria-label={end === 'start' ? 'Where the lesson starts' : 'Where the lesson ends'}
      aria-valuemin={0}
      aria-valuemax={Math.round(axis.length / 1e6)}
      aria-valuenow={Math.round(kept[end] / 1e6)}
      aria-valuetext={timeText(kept[end], { tenths: true })}
      onPointerDown={(event) => {
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
      }}
      onPointerMove={(event) => {
        event.stopPropagation();
        if (event.buttons !== 1) return;
        move(end, timeAt(axis, event.clientX - event.currentTarget.parentElement!.getBoundingClientRect().left));
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
      <span className={classes.cut} style={{ left: 0, width: xOf(axis, kept.start) }} />
      <span className={classes.cut} style={{ left: xOf(axis, kept.end), right: 0 }} />
      {handle('start')}
      {handle('end')}
    </>
  );
}
