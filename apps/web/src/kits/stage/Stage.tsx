import { PAGE_WIDTH } from '@oakbell/core/pages';
import type { Scene } from '@oakbell/core/scene';
import {
  useEffect,
  useImperativeHandle,
  useLayoutEffect,
  useRef,
  useState,
  type PointerEventHandler,
  type Ref,
} from 'react';
import type { Pictures } from './pictures.ts';
import { ScenePainter } from './scenePainter.ts';
import classes from './Stage.module.css';

export interface StageHandle {
  /** Paints this scene with the next frame. */
  show(scene: Scene): void;
  /** Where a pointer event is on the page, in page units. */
  placeOf(event: { readonly clientX: number; readonly clientY: number }): { readonly x: number; readonly y: number };
}
interface Props {
  readonly ref: Ref<StageHandle>;
  readonly pictures: Pictures;
  /** Height of the page that is up, in page units: the stage keeps its shape. */
  readonly pageHeight: number;
  /** What is on it, for those who do not see it. */
  readonly label: string;
  readonly cursor?: 'none' | 'default' | 'crosshair' | 'cell';
  readonly onPointerDown?: PointerEventHandler;
  readonly onPointerMove?: PointerEventHandler;
  readonly onPointerUp?: PointerEventHandler;
  readonly onPointerLeave?: PointerEventHandler;
}

/** The page as large as its place allows, painted from scenes. */
export function Stage({ ref, pictures, pageHeight, label, cursor = 'default', ...pointer }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const base = useRef<HTMLCanvasElement>(null);
  const top = useRef<HTMLCanvasElement>(null);
  const painter = useRef<ScenePainter | null>(null);
  const scene = useRef<Scene | null>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const asked = useRef(0);

  useLayoutEffect(() => {
    const place = frame.current!;
    const fit = () => {
      const scale = Math.min(place.clientWidth / PAGE_WIDTH, place.clientHeight / pageHeight);
      setSize({ width: Math.floor(PAGE_WIDTH * scale), height: Math.floor(pageHeight * scale) });
    };
    fit();
    const watch = new ResizeObserver(fit);
    watch.observe(place);
    return () => watch.disconnect();
  }, [pageHeight]);

  const request = useRef(() => undefined as void);
  useEffect(() => {
    painter.current ??= new ScenePainter(base.current!, top.current!);
    request.current = () => {
      if (asked.current) return;
      asked.current = requestAnimationFrame(() => {
        asked.current = 0;
        const widthPx = Math.round(size.width * Math.min(2, window.devicePixelRatio));
        if (scene.current && widthPx > 0) painter.current?.paint(scene.current, pictures, widthPx);
      });
    };
    request.current();
  }, [pictures, size]);
  useEffect(() => () => cancelAnimationFrame(asked.current), []);

  useImperativeHandle(ref, () => ({
    show(next) {
      scene.current = next;
      request.current();
    },
    placeOf({ clientX, clientY }) {
      const box = top.current!.getBoundingClientRect();
      const scale = PAGE_WIDTH / box.width;
      return { x: (clientX - box.left) * scale, y: (clientY - box.top) * scale };
    },
  }));

  return (
    <div ref={frame} className={classes.frame}>
      <div className={classes.page} style={size} role="img" aria-label={label}>
        <canvas ref={base} className={classes.layer} />
        <canvas ref={top} className={classes.layer} style={{ cursor }} data-stage {...pointer} />
      </div>
    </div>
  );
}
