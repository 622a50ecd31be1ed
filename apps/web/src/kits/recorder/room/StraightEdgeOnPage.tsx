import { present } from '@oakbell/core/present';
import { Text } from '@mantine/core';
import type { StraightEdge } from '@oakbell/core/ink';
import { PAGE_WIDTH } from '@oakbell/core/pages';
import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import classes from './Room.module.css';

interface Props {
  readonly edge: StraightEdge;
  readonly view: { readonly top: number; readonly height: number };
  readonly onChange: (edge: StraightEdge) => void;
}
/** Turning holds to these steps, in degrees, unless Shift is held. */
const STEP = 15;
/** How long it is drawn, in page units. */
const LENGTH = 1100;

/** A straight edge lying on the page: moved by its body, turned by its end. It is never recorded; only ink along it is. */
export function StraightEdgeOnPage({ edge, view, onChange }: Props) {
  const doing = useRef<'move' | 'turn' | null>(null);
  const last = useRef({ x: 0, y: 0 });
  const unitsPerPixel = (element: Element) =>
    PAGE_WIDTH / present(element.closest('[data-page]')).getBoundingClientRect().width;

  const onDown = (kind: 'move' | 'turn') => (event: PointerEvent) => {
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    doing.current = kind;
    last.current = { x: event.clientX, y: event.clientY };
  };
  const onMove = (event: PointerEvent) => {
    if (doing.current === 'move') {
      const scale = unitsPerPixel(event.currentTarget);
      const centre = {
        x: edge.centre.x + (event.clientX - last.current.x) * scale,
        y: edge.centre.y + (event.clientY - last.current.y) * scale,
      };
      last.current = { x: event.clientX, y: event.clientY };
      onChange({ ...edge, centre });
    } else if (doing.current === 'turn') {
      const box = present(event.currentTarget.closest('[data-page]')).getBoundingClientRect();
      const scale = unitsPerPixel(event.currentTarget);
      const x = (event.clientX - box.left) * scale - edge.centre.x;
      const y = (event.clientY - box.top) * scale + view.top - edge.centre.y;
      const degrees = (Math.atan2(y, x) * 180) / Math.PI;
      onChange({ ...edge, degrees: event.shiftKey ? degrees : Math.round(degrees / STEP) * STEP });
    }
  };
  const onUp = () => (doing.current = null);
  const onKey = (event: KeyboardEvent) => {
    const turn = { ArrowLeft: -STEP, ArrowRight: STEP }[event.key];
    const shift = { ArrowUp: -10, ArrowDown: 10 }[event.key];
    if (turn === undefined && shift === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    if (turn !== undefined) onChange({ ...edge, degrees: edge.degrees + (event.shiftKey ? Math.sign(turn) : turn) });
    else onChange({ ...edge, centre: { ...edge.centre, y: edge.centre.y + present(shift) } });
  };
  return (
    <div className={classes.edgeLayer} data-page>
      <div
        className={classes.edge}
        role="slider"
        tabIndex={0}
        aria-label="Straight edge: drag to move, arrow keys to turn"
        aria-valuenow={Math.round(edge.degrees)}
        aria-valuemin={-360}
        aria-valuemax={360}
        aria-valuetext={`${Math.round(-edge.degrees)} degrees`}
        style={{
          left: `${(edge.centre.x / PAGE_WIDTH) * 100}%`,
          top: `${((edge.centre.y - view.top) / view.height) * 100}%`,
          width: `${(LENGTH / PAGE_WIDTH) * 100}%`,
          height: `${(edge.width / view.height) * 100}%`,
          transform: `translate(-50%, -50%) rotate(${edge.degrees}deg)`,
        }}
        onPointerDown={onDown('move')}
        onPointerMove={onMove}
        onPointerUp={onUp}
        onKeyDown={onKey}
      >
        <Text size="xs" className="ob-time">
          {Math.round(-edge.degrees)}°
        </Text>
        <span
          className={classes.edgeTurn}
          onPointerDown={onDown('turn')}
          onPointerMove={onMove}
          onPointerUp={onUp}
          title="Turn"
        />
      </div>
    </div>
  );
}
