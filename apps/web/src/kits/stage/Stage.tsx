import { present } from '@oakbell/core/present';
import { PAGE_WIDTH } from '@oakbell/core/pages';
import type { Films, Scene, VisibleStroke } from '@oakbell/core/scene';
import {
  useEffect,
  useImperativeHandle,
  useLayoutEffect,
  useRef,
  useState,
  type PointerEventHandler,
  type ReactNode,
  type Ref,
  type WheelEventHandler,
} from 'react';
import { loadPageFont } from './pageFont.ts';
import type { Pictures } from './pictures.ts';
import { ScenePainter } from './scenePainter.ts';
import classes from './Stage.module.css';

/** No real pointer has this number. */
const PRACTICE_POINTER = 9_000_001;

/** The films of a moment, as the browser can paint them. */
export type StageFilms = Films<CanvasImageSource & object>;
export interface StageHandle {
  /** Paints this scene with the next frame. */
  show(scene: Scene): void;
  /** Paints what moves over the last scene, at once. */
  live(strokes: readonly VisibleStroke[], pointer: Scene['pointer']): void;
  /** Where a pointer event is on the page, in page units of the view. */
  placeOf(event: { readonly clientX: number; readonly clientY: number }): { readonly x: number; readonly y: number };
  /** A pen that is no device of this machine does this at a place in page units of the view. */
  touch(kind: string, point: { readonly x: number; readonly y: number; readonly pressure: number }): void;
}
interface Props {
  readonly ref: Ref<StageHandle>;
  readonly pictures: Pictures;
  /** Height of what is in view of the page, in page units: the stage keeps its shape. */
  readonly pageHeight: number;
  /** What is on it, for those who do not see it. */
  readonly label: string;
  readonly cursor?: string;
  /** The pictures of films at this moment: of the camera, and of what the page shows. */
  readonly films?: () => StageFilms;
  /** Lies over the page; sizes are shares of it. */
  readonly children?: ReactNode;
  readonly onPointerDown?: PointerEventHandler;
  readonly onPointerMove?: PointerEventHandler;
  readonly onPointerUp?: PointerEventHandler;
  readonly onPointerCancel?: PointerEventHandler;
  readonly onPointerLeave?: PointerEventHandler;
  readonly onWheel?: WheelEventHandler;
}

/** The page as large as its place allows, painted from scenes. */
export function Stage({ ref, pictures, pageHeight, label, cursor = 'default', films, children, ...pointer }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const page = useRef<HTMLCanvasElement>(null);
  const ink = useRef<HTMLCanvasElement>(null);
  const top = useRef<HTMLCanvasElement>(null);
  const painter = useRef<ScenePainter | null>(null);
  const scene = useRef<Scene | null>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [font, setFont] = useState(false);
  const asked = useRef(0);

  useLayoutEffect(() => {
    const place = present(frame.current);
    const fit = () => {
      const scale = Math.min(place.clientWidth / PAGE_WIDTH, place.clientHeight / pageHeight);
      setSize({ width: Math.floor(PAGE_WIDTH * scale), height: Math.floor(pageHeight * scale) });
    };
    fit();
    const watch = new ResizeObserver(fit);
    watch.observe(place);
    return () => watch.disconnect();
  }, [pageHeight]);
  useEffect(() => void loadPageFont().then(() => setFont(true)), []);

  // A frame that was asked for earlier paints with what is there when it comes, not with what was there then.
  const latest = useRef({ pictures, size, films });
  const request = useRef(() => {
    if (asked.current) return;
    asked.current = requestAnimationFrame(() => {
      asked.current = 0;
      const now = latest.current;
      const widthPx = Math.round(now.size.width * Math.min(2, window.devicePixelRatio));
      if (scene.current && widthPx > 0) painter.current?.paint(scene.current, now.pictures, widthPx, now.films?.());
    });
  });
  useEffect(() => {
    latest.current = { pictures, size, films };
    painter.current = new ScenePainter({
      page: present(page.current),
      ink: present(ink.current),
      top: present(top.current),
    });
    request.current();
  }, [pictures, size, films, font]);
  useEffect(() => () => cancelAnimationFrame(asked.current), []);

  useImperativeHandle(ref, () => ({
    show(next) {
      scene.current = next;
      request.current();
    },
    live(strokes, place) {
      // A scene that is still waiting for its frame must not be painted over.
      if (!asked.current) painter.current?.live(strokes, place, films?.());
    },
    placeOf({ clientX, clientY }) {
      const box = present(top.current).getBoundingClientRect();
      const scale = PAGE_WIDTH / box.width;
      return { x: (clientX - box.left) * scale, y: (clientY - box.top) * scale };
    },
    touch(kind, { x, y, pressure }) {
      const place = present(top.current);
      const box = place.getBoundingClientRect();
      const scale = box.width / PAGE_WIDTH;
      const at = { clientX: box.left + x * scale, clientY: box.top + y * scale };
      const pen = { pointerId: PRACTICE_POINTER, pointerType: 'pen', isPrimary: true, button: 0, pressure };
      place.dispatchEvent(new PointerEvent(kind, { bubbles: true, cancelable: true, ...at, ...pen }));
    },
  }));

  return (
    <div ref={frame} className={classes.frame}>
      <div className={classes.page} style={size}>
        <canvas ref={page} className={classes.layer} data-layer="page" />
        <canvas ref={ink} className={classes.layer} data-layer="ink" />
        <canvas
          ref={top}
          className={classes.layer}
          style={{ cursor }}
          data-stage
          role="img"
          aria-label={label}
          {...pointer}
        />
        {children}
      </div>
    </div>
  );
}
