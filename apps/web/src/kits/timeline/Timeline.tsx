import { timeText, type Micros, type TimeRange } from '@oakbell/core/clock';
import type { RangeSet } from '@oakbell/core/intervals';
import { useElementSize } from '@mantine/hooks';
import { useEffect, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { createPortal } from 'react-dom';
import { scaleMoments, timeAt, widthOf, xOf, type Axis } from './axis.ts';
import { drawGrain, drawWarmth } from './grain.ts';
import { LaneRow, type Lane } from './LaneRow.tsx';
import classes from './Timeline.module.css';
import { useZoom } from './useZoom.ts';
import { ZoomBar } from './ZoomBar.tsx';

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
  /** Louder than this counts as speech, 0…1 of full scale. */
  readonly threshold?: number | undefined;
  /** What lies in lanes below: takes, the camera, what is laid over. */
  readonly lanes?: readonly Lane[];
  /** One can look closer, with the wheel, two fingers, + and −; the buttons for it stand in this place. */
  readonly zoomPlace?: HTMLElement | null;
  readonly hall?: boolean;
  readonly label: string;
}

/** Nearer to each other than this, seams are drawn thin. */
const SEAM_PX = 22;
const STEP_US = 5_000_000;
const TRIM_STEP_US = 100_000;
/** What is kept is never shorter than this. */
const SHORTEST_US = 500_000;

/** The one time axis of the product: voice as grain, page turns as notches, ink as ticks. */
export function Timeline(props: Props) {
  const { length, peaks, turns, ink, seen, warmth, position, onSeek, trim, hall = false, label } = props;
  const { marked, onMark, seams = [], quiet = [], lanes = [], zoomPlace, threshold } = props;
  const markFrom = useRef<number | null>(null);
  const { ref: place, width } = useElementSize<HTMLDivElement>();
  const canvas = useRef<HTMLCanvasElement>(null);
  const zoom = useZoom({ whole: length, widthPx: width, position, on: zoomPlace !== undefined });
  const { from, length: across } = zoom.shown;
  const axis: Axis = { from, length: across, widthPx: width };

  useEffect(() => {
    if (!canvas.current || width === 0) return;
    drawGrain(canvas.current, {
      peaks: partOf(peaks, length, from, across),
      widthPx: width,
      threshold,
      inkX: ink
        .filter((time) => time >= from && time <= from + across)
        .map((time) => xOf({ from, length: across, widthPx: width }, time)),
    });
    if (warmth) drawWarmth(canvas.current, warmth, width);
  }, [peaks, ink, length, width, warmth, from, across, threshold]);

  const seekTo = (event: PointerEvent<HTMLDivElement>) => {
    if (!onSeek || (event.type === 'pointermove' && event.buttons !== 1) || zoom.isPinched()) return;
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
    const near = across < length ? across / 20 : STEP_US;
    const step = { ArrowLeft: -near, ArrowRight: near, Home: -length, End: length }[event.key];
    if (step === undefined || !onSeek) return;
    event.preventDefault();
    event.stopPropagation();
    onSeek(Math.max(0, Math.min(length, (position ?? 0) + step)) as Micros);
  };

  const inView = ({ at }: { readonly at: Micros }) => at >= from && at <= from + across;
  const [shownTurns, shownSeams] = [turns.filter(inView), seams.filter(inView)];
  /** A small picture is cut off where the next one begins, and at the end of the axis. */
  const roomAfter = (i: number) =>
    Math.max(4, (shownTurns[i + 1] ? xOf(axis, shownTurns[i + 1]!.at) : width) - xOf(axis, shownTurns[i]!.at) - 1);
  /** Where many seams stand close together they are lines: the voice must still be seen. */
  const isCrowded = (i: number) =>
    [shownSeams[i - 1], shownSeams[i + 1]].some(
      (other) => other && widthOf(axis, Math.abs(other.at - shownSeams[i]!.at)) < SEAM_PX,
    );
  return (
    <div className={classes.timeline} data-hall={hall || undefined} ref={zoom.place} {...zoom.touch}>
      {zoomPlace && createPortal(<ZoomBar zoom={zoom} whole={length} />, zoomPlace)}
      <div className={classes.notches} aria-hidden>
        {shownTurns.map((turn, i) => (
          <button
            key={i}
            type="button"
            tabIndex={-1}
            className={classes.notch}
            style={{ left: xOf(axis, turn.at), maxWidth: roomAfter(i) }}
            onClick={() => onSeek?.(turn.at)}
            title={`${turn.name}, ${timeText(turn.at)}`}
          >
            {turn.small ? <img src={turn.small} alt="" /> : <span className={classes.board} />}
          </button>
        ))}
      </div>
      <div ref={place} className={classes.grain} data-cut={across < length || undefined}>
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
              style={{ left: xOf(axis, range.start), width: widthOf(axis, range.end - range.start) }}
            />
          ))}
          {quiet.map((range) => (
            <span
              key={range.start}
              className={classes.quiet}
              style={{ left: xOf(axis, range.start), width: widthOf(axis, range.end - range.start) }}
            />
          ))}
          {marked && (
            <span
              className={classes.marked}
              style={{ left: xOf(axis, marked.start), width: Math.max(2, widthOf(axis, marked.end - marked.start)) }}
            />
          )}
          {turns.filter(inView).map((turn, i) => (
            <span key={i} className={classes.mark} style={{ left: xOf(axis, turn.at) }} />
          ))}
          {position !== undefined && inView({ at: position }) && (
            <span className={classes.playhead} style={{ left: xOf(axis, position) }} />
          )}
        </div>
        {shownSeams.map((seam, i) => (
          <Seam key={seam.at} {...seam} x={xOf(axis, seam.at)} isThin={isCrowded(i)} />
        ))}
        {trim && <TrimHandles axis={axis} whole={length} {...trim} />}
      </div>
      {lanes.map((lane) => (
        <LaneRow key={lane.name} lane={lane} from={from} length={across} widthPx={width} />
      ))}
      <div className={classes.scale} aria-hidden>
        {scaleMoments(axis, 64).map((time) => (
          <span key={time} className="ob-time" style={{ left: xOf(axis, time) }}>
            {scaleText(time, across)}
          </span>
        ))}
      </div>
    </div>
  );
}

/** Close up, the scale tells tenths and hundredths of a second. */
function scaleText(time: Micros, across: Micros): string {
  if (across > 20e6) return timeText(time);
  if (across > 2e6) return timeText(time, { tenths: true });
  return `${timeText(time)}.${String(Math.floor((time % 1e6) / 1e4)).padStart(2, '0')}`;
}

/** The peaks of what is in view. */
function partOf(peaks: Uint8Array, whole: Micros, from: Micros, across: Micros): Uint8Array {
  if (across >= whole) return peaks;
  const each = whole / peaks.length;
  return peaks.subarray(Math.floor(from / each), Math.ceil((from + across) / each));
}

/** A thin line where two parts meet; where something was left out it is a button that brings it back. */
function Seam({ x, label, onOpen, isThin }: SeamMark & { readonly x: number; readonly isThin: boolean }) {
  return onOpen ? (
    <button
      type="button"
      className={classes.seam}
      data-thin={isThin || undefined}
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

function TrimHandles({
  axis,
  whole,
  kept,
  onChange,
}: { readonly axis: Axis; readonly whole: Micros } & NonNullable<Props['trim']>) {
  const move = (end: 'start' | 'end', time: number) => {
    const next =
      end === 'start'
        ? { ...kept, start: Math.max(0, Math.min(time, kept.end - SHORTEST_US)) as Micros }
        : { ...kept, end: Math.min(whole, Math.max(time, kept.start + SHORTEST_US)) as Micros };
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
      <span className={classes.cut} style={{ left: 0, width: Math.max(0, xOf(axis, kept.start)) }} />
      <span className={classes.cut} style={{ left: Math.min(axis.widthPx, xOf(axis, kept.end)), right: 0 }} />
      {isInView('start') && handle('start')}
      {isInView('end') && handle('end')}
    </>
  );
}
