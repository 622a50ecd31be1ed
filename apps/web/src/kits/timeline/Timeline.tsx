import { micros, timeText, ZERO, type Micros, type TimeRange } from '@oakbell/core/clock';
import type { RangeSet } from '@oakbell/core/intervals';
import { useElementSize } from '@mantine/hooks';
import { useEffect, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { createPortal } from 'react-dom';
import { scaleMoments, timeAt, widthOf, xOf, type Axis } from './axis.ts';
import { drawGrain, drawWarmth } from './grain.ts';
import { LaneRow, type Lane } from './LaneRow.tsx';
import { Notches, TurnLines, type PageTurn } from './Notches.tsx';
import { Pins, type Pin } from './Pins.tsx';
import { Seams, type SeamMark } from './Seams.tsx';
import { Stretches } from './Stretches.tsx';
import classes from './Timeline.module.css';
import { TrimHandles, type Trim } from './TrimHandles.tsx';
import { useZoom } from './useZoom.ts';
import { ZoomBar } from './ZoomBar.tsx';

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
  /** Where it stands at this very moment: what is drawn may come a little later. */
  readonly exactly?: () => Micros;
  readonly onSeek?: (time: Micros) => void;
  /** The pointer begins to be moved along the axis, and is let go. */
  readonly onDrag?: (on: boolean) => void;
  /** Both ends of what is kept, with handles to drag. */
  readonly trim?: Trim;
  /** A stretch that is marked, and how one is: by dragging with Shift. */
  readonly marked?: TimeRange | null;
  readonly onMark?: (marked: TimeRange) => void;
  readonly seams?: readonly SeamMark[];
  /** Moments of which somebody said something. */
  readonly pins?: readonly Pin[];
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

const STEP_US = 5_000_000;
/** A finger that goes farther along than this means the axis, and not the page that it might scroll. */
const FINGER_PX = 8;
/** The same list in every drawing, so that what has none is not drawn anew. */
const NONE: readonly never[] = [];

/** The one time axis of the product: voice as grain, page turns as notches, ink as ticks. */
export function Timeline(props: Props) {
  const { length, peaks, turns, ink, seen = NONE, warmth, position, onSeek, trim, hall = false, label } = props;
  const {
    marked,
    onMark,
    seams = NONE,
    pins = NONE,
    quiet = NONE,
    lanes = NONE,
    zoomPlace,
    threshold,
    onDrag,
    exactly,
  } = props;
  const markFrom = useRef<number | null>(null);
  const { ref: place, width } = useElementSize<HTMLDivElement>();
  const canvas = useRef<HTMLCanvasElement>(null);
  const zoom = useZoom({ whole: length, widthPx: width, position, on: zoomPlace !== undefined });
  const { from, length: across } = zoom.shown;
  const shownAxis = { from, length: across, widthPx: width } as const;
  const axis: Axis = shownAxis;

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

  const timeOf = (event: PointerEvent<HTMLDivElement>): Micros =>
    timeAt(axis, event.clientX - event.currentTarget.getBoundingClientRect().left);
  const seekTo = (event: PointerEvent<HTMLDivElement>) => {
    const time = timeOf(event);
    const from = markFrom.current;
    if (from !== null && time !== from)
      onMark?.({ start: micros(Math.min(from, time)), end: micros(Math.max(from, time)) });
    onSeek?.(time);
  };
  /** `touched`: a finger is down, and may yet be scrolling the page. */
  const held = useRef<'touched' | 'dragged' | null>(null);
  const touchedAt = useRef(0);
  const hold = (event: PointerEvent<HTMLDivElement>) => {
    held.current = 'dragged';
    event.currentTarget.setPointerCapture(event.pointerId);
    onDrag?.(true);
    seekTo(event);
  };
  const letGo = () => {
    if (held.current === 'dragged') onDrag?.(false);
    held.current = null;
  };
  const onDown = (event: PointerEvent<HTMLDivElement>) => {
    if (!onSeek || event.button !== 0 || zoom.isPinched()) return;
    markFrom.current = event.shiftKey && onMark ? timeOf(event) : null;
    touchedAt.current = event.clientX;
    if (event.pointerType !== 'touch') return hold(event);
    held.current = 'touched';
  };
  const onMove = (event: PointerEvent<HTMLDivElement>) => {
    if (zoom.isPinched()) return;
    if (held.current === 'dragged') seekTo(event);
    else if (held.current === 'touched' && Math.abs(event.clientX - touchedAt.current) > FINGER_PX) hold(event);
  };
  const onUp = (event: PointerEvent<HTMLDivElement>) => {
    if (held.current === 'touched') seekTo(event);
    letGo();
  };
  const onKey = (event: KeyboardEvent) => {
    const near = across < length ? across / 20 : STEP_US;
    const step = { ArrowLeft: -near, ArrowRight: near, Home: -length, End: length }[event.key];
    if (step === undefined || !onSeek) return;
    event.preventDefault();
    event.stopPropagation();
    onSeek(micros(Math.max(0, Math.min(length, (exactly?.() ?? position ?? 0) + step))));
  };

  return (
    <div className={classes.timeline} data-hall={hall || undefined} ref={zoom.place} {...zoom.touch}>
      {zoomPlace && createPortal(<ZoomBar zoom={zoom} whole={length} />, zoomPlace)}
      <Notches turns={turns} onSeek={onSeek} {...shownAxis} />
      <div ref={place} className={classes.grain} data-cut={across < length || undefined}>
        <div
          className={classes.seek}
          role={onSeek ? 'slider' : 'img'}
          tabIndex={onSeek ? 0 : undefined}
          aria-label={label}
          aria-valuemin={onSeek ? 0 : undefined}
          aria-valuemax={onSeek ? Math.round(length / 1e6) : undefined}
          aria-valuenow={onSeek ? Math.round((position ?? 0) / 1e6) : undefined}
          aria-valuetext={onSeek ? `${timeText(position ?? ZERO)} of ${timeText(length)}` : undefined}
          onPointerDown={onDown}
          onPointerMove={onMove}
          onPointerUp={onUp}
          onPointerCancel={letGo}
          onKeyDown={onKey}
        >
          <canvas ref={canvas} className={classes.canvas} aria-hidden />
          <Stretches stretches={seen} look={classes.seen} {...shownAxis} />
          <Stretches stretches={quiet} look={classes.quiet} {...shownAxis} />
          {marked && (
            <span
              className={classes.marked}
              style={{ left: xOf(axis, marked.start), width: Math.max(2, widthOf(axis, marked.end - marked.start)) }}
            />
          )}
          <TurnLines turns={turns} {...shownAxis} />
          <Pins pins={pins} {...shownAxis} />
          {position !== undefined && position >= from && position <= from + across && (
            <span className={classes.playhead} style={{ left: xOf(axis, position) }} />
          )}
        </div>
        <Seams seams={seams} onLook={zoom.lookAt} {...shownAxis} />
        {trim && <TrimHandles axis={axis} whole={length} {...trim} />}
      </div>
      {lanes.map((lane) => (
        <LaneRow key={lane.name} lane={lane} onLook={zoom.lookAt} {...shownAxis} />
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
