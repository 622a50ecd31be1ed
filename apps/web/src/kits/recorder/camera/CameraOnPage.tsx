import { present } from '@oakbell/core/present';
import type { Inset } from '@oakbell/core/log';
import { PAGE_WIDTH } from '@oakbell/core/pages';
import { cameraCut, LEAST_INSET } from '@oakbell/core/scene';
import { useRef, useState, type CSSProperties, type KeyboardEvent, type PointerEvent } from 'react';
import type { FilmsView } from '../capture/index.ts';
import classes from './Camera.module.css';
import { LiveVideo } from './LiveVideo.tsx';

interface Props {
  readonly films: FilmsView;
  /** Page units: the height of the view. */
  readonly viewHeight: number;
  readonly onInset: (change: Partial<Inset>) => void;
}
/** An arrow moves the inset so far, in page units. */
const STEP = 20;
type Place = Pick<Inset, 'x' | 'y' | 'width' | 'height'>;

/** The camera picture where the framing has it: dragged and resized on the page, with the pointer or with keys. */
export function CameraOnPage({ films, viewHeight, onInset }: Props) {
  const { camera, framing, inset, hidden } = films;
  const [size, setSize] = useState({ width: 16, height: 9 });
  const [moving, setMoving] = useState<Place | null>(null);
  const start = useRef<{ readonly place: Place; readonly x: number; readonly y: number; resize: boolean } | null>(null);
  const box = useRef<HTMLDivElement>(null);
  if (!camera) return null;
  const isAlone = framing === 'presenter';
  const whole = { x: 0, y: 0, width: PAGE_WIDTH, height: viewHeight };
  const place = isAlone ? whole : (moving ?? inset);
  const within = (wanted: Place): Place => {
    const width = Math.max(LEAST_INSET, Math.min(PAGE_WIDTH, wanted.width));
    const height = (width * inset.height) / inset.width;
    return {
      width: Math.round(width),
      height: Math.round(height),
      x: Math.round(Math.max(0, Math.min(PAGE_WIDTH - width, wanted.x))),
      y: Math.round(Math.max(0, Math.min(viewHeight - height, wanted.y))),
    };
  };
  const down = (resize: boolean) => (event: PointerEvent) => {
    if (isAlone) return;
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    const { x, y, width, height } = inset;
    start.current = { place: { x, y, width, height }, x: event.clientX, y: event.clientY, resize };
  };
  const move = (event: PointerEvent) => {
    const from = start.current;
    if (!from) return;
    event.stopPropagation();
    const scale = PAGE_WIDTH / (present(box.current).parentElement?.clientWidth ?? PAGE_WIDTH);
    const [dx, dy] = [(event.clientX - from.x) * scale, (event.clientY - from.y) * scale];
    const { x, y, width } = from.place;
    setMoving(within(from.resize ? { ...from.place, width: width + dx } : { ...from.place, x: x + dx, y: y + dy }));
  };
  const up = () => {
    if (moving) onInset(moving);
    start.current = null;
    setMoving(null);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const by = (change: Partial<Place>) => within({ ...inset, ...change });
    const next: Readonly<Record<string, () => Place>> = {
      ArrowLeft: () => by({ x: inset.x - STEP }),
      ArrowRight: () => by({ x: inset.x + STEP }),
      ArrowUp: () => by({ y: inset.y - STEP }),
      ArrowDown: () => by({ y: inset.y + STEP }),
      '+': () => by({ width: inset.width + STEP }),
      '-': () => by({ width: inset.width - STEP }),
    };
    const wanted = next[event.key];
    if (!wanted || isAlone) return;
    event.preventDefault();
    event.stopPropagation();
    onInset(wanted());
  };
  const { width, height, left, top } = cameraCut(place, isAlone ? [0, 0, 1, 1] : inset.crop, size);
  const percent = (part: number, of: number) => `${(part / of) * 100}%`;
  const style: CSSProperties = {
    left: percent(place.x, PAGE_WIDTH),
    top: percent(place.y, viewHeight),
    width: percent(place.width, PAGE_WIDTH),
    height: percent(place.height, viewHeight),
    borderRadius: inset.round && !isAlone ? '50%' : 0,
  };
  return (
    <div
      ref={box}
      className={classes.onPage}
      data-framing={framing}
      data-moving={moving !== null}
      style={style}
      role="group"
      tabIndex={framing === 'inset' ? 0 : -1}
      aria-label="Camera picture. Arrows move it, plus and minus change its size."
      aria-hidden={framing === 'page'}
      onPointerDown={down(false)}
      onPointerMove={move}
      onPointerUp={up}
      onPointerCancel={up}
      onKeyDown={onKeyDown}
    >
      <div
        className={classes.picture}
        data-mirrored={!hidden && (inset.mirrored ?? false)}
        style={{ borderRadius: 'inherit' }}
      >
        {hidden ? (
          <p className={classes.hidden}>Recorded, not shown</p>
        ) : (
          <LiveVideo
            stream={camera}
            className={classes.video}
            onLoadedMetadata={(event) =>
              setSize({ width: event.currentTarget.videoWidth, height: event.currentTarget.videoHeight })
            }
            style={{
              width: percent(width, place.width),
              height: percent(height, place.height),
              left: percent(left, place.width),
              top: percent(top, place.height),
            }}
          />
        )}
      </div>
      {framing === 'inset' && (
        <span className={classes.handle} onPointerDown={down(true)} onPointerMove={move} onPointerUp={up} aria-hidden />
      )}
    </div>
  );
}
