import { PAGE_WIDTH, type Rect } from '@oakbell/core/pages';
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import classes from './Stage.module.css';

interface Props {
  /** Page units of the view. */
  readonly rect: Rect;
  /** Page units: the height of the view. */
  readonly viewHeight: number;
  /** What it frames, for those who do not see it. */
  readonly label: string;
  /** Width over height that it keeps; free when left out. */
  readonly shape?: number;
  readonly onChange: (rect: Rect) => void;
}
/** An arrow moves so far, in page units. */
const STEP = 10;
const LEAST = 24;

/** A frame on the stage: moved by dragging it, resized by its corner; arrows move it, with Shift they resize it. */
export function FrameOnPage({ rect, viewHeight, label, shape, onChange }: Props) {
  const [moving, setMoving] = useState<Rect | null>(null);
  const start = useRef<{ readonly x: number; readonly y: number; readonly resizes: boolean } | null>(null);
  const box = useRef<HTMLDivElement>(null);
  const now = moving ?? rect;
  const within = (wanted: Rect): Rect => {
    const width = Math.max(LEAST, Math.min(PAGE_WIDTH, wanted.width));
    const height = shape ? width / shape : Math.max(LEAST, Math.min(viewHeight, wanted.height));
    return {
      x: Math.round(Math.max(0, Math.min(PAGE_WIDTH - width, wanted.x))),
      y: Math.round(Math.max(0, Math.min(viewHeight - height, wanted.y))),
      width: Math.round(width),
      height: Math.round(height),
    };
  };
  const changed = (resizes: boolean, dx: number, dy: number): Rect =>
    within(
      resizes
        ? { ...rect, width: rect.width + dx, height: rect.height + dy }
        : { ...rect, x: rect.x + dx, y: rect.y + dy },
    );
  const down = (resizes: boolean) => (event: PointerEvent) => {
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    start.current = { x: event.clientX, y: event.clientY, resizes };
  };
  const move = (event: PointerEvent) => {
    const from = start.current;
    if (!from) return;
    event.stopPropagation();
    const scale = PAGE_WIDTH / (box.current?.parentElement?.clientWidth ?? PAGE_WIDTH);
    setMoving(changed(from.resizes, (event.clientX - from.x) * scale, (event.clientY - from.y) * scale));
  };
  const up = (event: PointerEvent) => {
    event.stopPropagation();
    if (moving) onChange(moving);
    start.current = null;
    setMoving(null);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowLeft: [-STEP, 0], ArrowRight: [STEP, 0], ArrowUp: [0, -STEP], ArrowDown: [0, STEP] }[event.key];
    if (!by) return;
    event.preventDefault();
    event.stopPropagation();
    onChange(changed(event.shiftKey, by[0]!, by[1]!));
  };
  const percent = (part: number, of: number) => `${(part / of) * 100}%`;
  return (
    <div
      ref={box}
      className={classes.onPage}
      role="group"
      tabIndex={0}
      aria-label={`${label}. Arrows move it, with Shift they resize it`}
      style={{
        left: percent(now.x, PAGE_WIDTH),
        top: percent(now.y, viewHeight),
        width: percent(now.width, PAGE_WIDTH),
        height: percent(now.height, viewHeight),
      }}
      onPointerDown={down(false)}
      onPointerMove={move}
      onPointerUp={up}
      onPointerCancel={up}
      onKeyDown={onKeyDown}
    >
      <span className={classes.corner} onPointerDown={down(true)} />
    </div>
  );
}
