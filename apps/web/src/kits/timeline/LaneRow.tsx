import { present } from '@oakbell/core/present';
import { micros, timeText, type TimeRange } from '@oakbell/core/clock';
import { memo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { widthOf, xOf, type Axis } from './axis.ts';
import { narrowTogether } from './crowd.ts';
import classes from './Timeline.module.css';

/** Something that lies over a stretch of the lesson. */
export interface LaneBar extends TimeRange {
  readonly id: string;
  readonly label: string;
  /** Drawn otherwise: not only by colour. */
  readonly look?: 'plain' | 'striped' | 'dotted';
  readonly selected?: boolean;
  readonly onSelect?: () => void;
  /** Moved or drawn out, by hand or with the arrows. */
  readonly onChange?: (range: TimeRange) => void;
}
export interface Lane {
  readonly name: string;
  readonly bars: readonly LaneBar[];
}

/** In a narrower bar no word can be read: its label is told and not drawn. */
const WORD_PX = 36;
const STEP_US = 100_000;
/** A bar is never shorter than this. */
const SHORTEST_US = 100_000;
type Grip = 'start' | 'end' | 'all';

interface RowProps extends Required<Axis> {
  readonly lane: Lane;
  readonly onLook: ((range: TimeRange) => void) | undefined;
}

function Row({ lane, from, length, widthPx, onLook }: RowProps) {
  const axis: Axis = { from, length, widthPx };
  const inView = lane.bars.filter(({ start, end }) => end >= from && start <= from + length);
  const bars = narrowTogether(inView, axis).map((group) => groupBar(group, onLook));
  return (
    <div className={classes.lane} role="group" aria-label={lane.name} data-name={lane.name}>
      <span className={classes.laneName} aria-hidden>
        {lane.name}
      </span>
      {bars.map((bar, i) => (
        <Bar key={`${bar.id} ${i}`} bar={bar} axis={axis} />
      ))}
    </div>
  );
}

/** Parts that are too narrow to be told apart, as one that brings them close. */
function groupBar(group: readonly LaneBar[], onLook: RowProps['onLook']): LaneBar {
  const [first, last] = [group[0]!, present(group.at(-1))];
  if (group.length === 1) return first;
  const range = { start: first.start, end: last.end };
  return {
    id: first.id,
    ...range,
    label: `${group.length} parts`,
    selected: group.some((bar) => bar.selected),
    ...(onLook ? { onSelect: () => onLook(range) } : {}),
  };
}

/** One lane under the voice: drawn again only when it or the view changes, not with every move of the playhead. */
export const LaneRow = memo(Row);

function Bar({ bar, axis }: { readonly bar: LaneBar; readonly axis: Axis }) {
  const { label, look = 'plain', selected = false, onSelect, onChange } = bar;
  const [dragged, setDragged] = useState<TimeRange | null>(null);
  const from = useRef<{ readonly x: number; readonly grip: Grip } | null>(null);
  const range = dragged ?? bar;
  const left = Math.max(-4, xOf(axis, range.start));
  const right = Math.min(axis.widthPx + 4, xOf(axis, range.end));
  if (right < 0 || left > axis.widthPx) return null;
  const changed = (grip: Grip, by: number): TimeRange => {
    const { start, end } = bar;
    if (grip === 'start') return { start: micros(Math.max(0, Math.min(start + by, end - SHORTEST_US))), end };
    if (grip === 'end') return { start, end: micros(Math.max(end + by, start + SHORTEST_US)) };
    const shift = Math.max(-start, by);
    return { start: micros(start + shift), end: micros(end + shift) };
  };
  const down = (event: PointerEvent<HTMLElement>) => {
    onSelect?.();
    if (!onChange) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const box = event.currentTarget.getBoundingClientRect();
    const edge = Math.min(10, box.width / 3);
    const grip = event.clientX < box.left + edge ? 'start' : event.clientX > box.right - edge ? 'end' : 'all';
    from.current = { x: event.clientX, grip };
  };
  const move = (event: PointerEvent) => {
    if (!from.current || axis.widthPx === 0) return;
    const by = Math.round(((event.clientX - from.current.x) / axis.widthPx) * axis.length);
    setDragged(changed(from.current.grip, by));
  };
  const up = () => {
    from.current = null;
    if (dragged && (dragged.start !== bar.start || dragged.end !== bar.end)) onChange?.(dragged);
    setDragged(null);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const step = { ArrowLeft: -STEP_US, ArrowRight: STEP_US }[event.key];
    if (step === undefined || !onChange) return;
    event.preventDefault();
    event.stopPropagation();
    onChange(changed(event.altKey ? 'start' : event.shiftKey ? 'end' : 'all', step));
  };
  const told = `${label}, ${timeText(bar.start, { tenths: true })} to ${timeText(bar.end, { tenths: true })}`;
  const style = { left, width: Math.max(4, Math.min(right - left, widthOf(axis, range.end - range.start) + 8)) };
  if (!onSelect)
    return (
      <span className={classes.bar} data-look={look} style={style} title={told}>
        {style.width >= WORD_PX && label}
      </span>
    );
  return (
    <button
      type="button"
      className={classes.bar}
      data-look={look}
      data-selected={selected || undefined}
      data-movable={onChange ? true : undefined}
      style={style}
      aria-pressed={selected}
      aria-label={told}
      title={onChange ? `${told}. Arrows move it; with Shift its end, with Alt its start` : told}
      onPointerDown={down}
      onPointerMove={move}
      onPointerUp={up}
      onPointerCancel={up}
      onClick={onSelect}
      onKeyDown={onKeyDown}
    >
      {style.width >= WORD_PX && <span>{label}</span>}
    </button>
  );
}
