import { present } from '@oakbell/core/present';
import type { Point, StraightEdge } from '@oakbell/core/ink';
import { FIRST_PENS, isStroke, type PointerPlace, type TrayPen } from '@oakbell/core/log';
import type { Page } from '@oakbell/core/pages';
import { stampStrokes, type Stamp } from '@oakbell/core/marking';
import { PAGE_WIDTH } from '@oakbell/core/pages';
import { plainScene, visibleAt, type VisibleStroke } from '@oakbell/core/scene';
import {
  useEffect,
  useImperativeHandle,
  useRef,
  useState,
  type CSSProperties,
  type PointerEvent,
  type ReactNode,
  type Ref,
} from 'react';
import { useKeys } from '../../../shared/ui/index.ts';
import { Stage, type Pictures, type StageFilms, type StageHandle } from '../../stage/index.ts';
import type { PracticePoint } from '../practice/index.ts';
import {
  CURSORS,
  frameStyle,
  InkHand,
  TextOnPage,
  typedText,
  withPredicted,
  type PenPoint,
  type Repaint,
  type Tool,
} from '../../ink/index.ts';
import classes from './Room.module.css';
import { type TakeRecorder, useInkVersion, useRecorderView } from '../capture/index.ts';

export interface InkStageHandle {
  /** Paints what moves, at once: for points that came from elsewhere. */
  live(): void;
  /** Paints everything with the next frame: for a new picture of a film. */
  show(): void;
  /** A pen that is no device of this machine does this to the page. */
  touch(point: PracticePoint): void;
  /** Puts marks or words down where the pen was last on this page, or else in its middle. */
  stamp(stamp: Stamp): void;
  write(text: string): void;
}
interface Props {
  readonly ref?: Ref<InkStageHandle>;
  readonly recorder: TakeRecorder;
  readonly page: Page;
  readonly pictures: Pictures;
  readonly tool: Tool;
  readonly edge: StraightEdge | null;
  /** Fingers and palms leave no ink. */
  readonly penOnly: boolean;
  readonly label: string;
  /** What a live window or a clip shows now. */
  readonly films?: () => StageFilms;
  readonly children?: ReactNode;
}

/** What is put down without a pen goes so far below what was put down before, in page units. */
const STAMP_STEP = 90;
/** Live painting that gives way to the voice: about seven times a second. */
const SPARED_MS = 140;
const LEAST_STAMP_WIDTH = 6;

/** The page while someone writes on it: what the hand does becomes events of the take. */
export function InkStage({ ref, recorder, page, pictures, tool, edge, penOnly, label, films, children }: Props) {
  const stage = useRef<StageHandle>(null);
  const pointer = useRef<PointerPlace | null>(null);
  const predicted = useRef<readonly PenPoint[]>([]);
  const view = useRecorderView(recorder);
  const inkVersion = useInkVersion(recorder);
  const hand = useRef<InkHand>(null);
  hand.current ??= new InkHand(recorder.ink);
  const [frame, setFrame] = useState<CSSProperties | null>(null);
  const [typing, setTyping] = useState<{ readonly x: number; readonly y: number } | null>(null);
  const top = view.tops.get(page.id) ?? 0;

  const isPaused = view.state.kind !== 'recording';
  /** Where the pen was last on this page; what is put down without it goes below what was put down before. */
  const penAt = useRef<Point | null>(null);
  useEffect(() => void (penAt.current = null), [page.id]);
  const putDown = (put: (at: Point) => void) => {
    if (!recorder.canWrite) return;
    const at = penAt.current ?? { x: PAGE_WIDTH / 2, y: top + page.height / 4 };
    put(at);
    penAt.current = { x: at.x, y: Math.min(at.y + STAMP_STEP, top + page.height - STAMP_STEP) };
    repaint('page');
  };

  const moving = (): readonly VisibleStroke[] => {
    const drawing = recorder.ink
      .drawingOn(page.id)
      .map((stroke) => ({ stroke: withPredicted(stroke, predicted.current), untilMs: Infinity }));
    const fading = recorder.ink.fadingOn(page.id).map((stroke) => visibleAt(stroke, recorder.now));
    return [...fading.filter((one) => one.opacity !== 0), ...drawing];
  };
  const live = useSpared(view.shed === 3, () => {
    stage.current?.live(moving(), pointer.current);
    setFrame(frameStyle(present(hand.current).frame, page.height, top));
  });
  const show = () => {
    const marks = recorder.ink.marksOn(page.id);
    stage.current?.show({
      ...plainScene(page),
      height: Math.max(page.height, view.heights.get(page.id) ?? 0),
      top,
      strokes: [
        ...marks.flatMap((mark) =>
          isStroke(mark) && mark.pen.kind !== 'fading' ? [{ stroke: mark, untilMs: Infinity }] : [],
        ),
        ...moving(),
      ],
      things: marks.flatMap((mark) => (isStroke(mark) ? [] : [mark.thing])),
      pointer: pointer.current,
    });
    setFrame(frameStyle(present(hand.current).frame, page.height, top));
  };
  const latestShow = useRef(show);
  useEffect(() => {
    latestShow.current = show;
  });
  useEffect(() => latestShow.current(), [inkVersion, view.page, view.heights, top, page, pictures]);
  useImperativeHandle(ref, () => ({
    live,
    show,
    touch: ({ kind, ...point }) => stage.current?.touch(kind, point),
    stamp: (stamp) => putDown((at) => stampOn(recorder, { page: page.id, tool, isPaused }, stampStrokes(stamp, at))),
    write: (text) =>
      putDown(({ x, y }) => {
        const width = Math.max(200, PAGE_WIDTH - x - 24);
        recorder.ink.addText(page.id, typedText(text, { x, y, width, colour: penOf(tool).colour }), recorder.now);
      }),
  }));
  useFading(recorder, page.id, live);
  useEffect(() => {
    pointer.current = null;
    if (tool.kind !== 'pointer') recorder.pointerGone();
    if (tool.kind !== 'select') present(hand.current).deselect();
    setTyping(null);
    setFrame(null);
  }, [tool, recorder, view.page]);

  const repaint = (what: Repaint) => {
    if (what === 'page') {
      show();
      recorder.inkChanged();
    } else if (what === 'live') live();
  };
  const pointOf = (event: globalThis.PointerEvent): PenPoint => {
    const pressure = event.pointerType === 'pen' ? event.pressure : 0.5;
    const { x, y } = present(stage.current).placeOf(event);
    return { x, y: y + top, pressure, at: recorder.timeOf(event) };
  };
  const samples = (event: PointerEvent): readonly PenPoint[] => {
    const merged = event.nativeEvent.getCoalescedEvents?.() ?? [];
    return (merged.length > 0 ? merged : [event.nativeEvent]).map(pointOf);
  };
  const isRefused = (event: PointerEvent) => !recorder.canWrite || (penOnly && event.pointerType === 'touch');

  const onDown = (event: PointerEvent) => {
    if (isRefused(event) || event.button > 0) return;
    const point = pointOf(event.nativeEvent);
    penAt.current = point;
    if (tool.kind === 'text') {
      event.preventDefault();
      return setTyping({ x: point.x, y: point.y });
    }
    if (event.nativeEvent.isTrusted) event.currentTarget.setPointerCapture(event.pointerId);
    const place = { page: page.id, tool, edge, paused: isPaused };
    repaint(present(hand.current).down(place, point, event.shiftKey));
  };
  const onMove = (event: PointerEvent) => {
    if (isRefused(event)) return;
    const points = samples(event);
    penAt.current = points.at(-1) ?? null;
    if (tool.kind === 'pointer') {
      for (const point of points) recorder.pointerAt(point.x, point.y, point.at);
      const last = present(points.at(-1));
      pointer.current = { x: last.x * 10, y: last.y * 10 };
      return live();
    }
    predicted.current =
      tool.kind === 'pen' && !edge ? (event.nativeEvent.getPredictedEvents?.() ?? []).map(pointOf) : [];
    repaint(present(hand.current).move(page.id, points, event.shiftKey));
  };
  const onUp = () => {
    predicted.current = [];
    repaint(present(hand.current).up(page.id, recorder.now));
  };
  const onLeave = () => {
    if (tool.kind !== 'pointer') return;
    pointer.current = null;
    recorder.pointerGone();
    live();
  };
  const remove = () => (present(hand.current).removeSelected(recorder.now) ? repaint('page') : false);
  const nudge = (x: number, y: number) => () =>
    present(hand.current).nudge({ x, y }, recorder.now) ? repaint('page') : false;
  useKeys(
    tool.kind === 'select'
      ? {
          Delete: remove,
          'Shift+ArrowLeft': nudge(-10, 0),
          'Shift+ArrowRight': nudge(10, 0),
          'Shift+ArrowUp': nudge(0, -10),
          'Shift+ArrowDown': nudge(0, 10),
        }
      : {},
  );
  return (
    <Stage
      ref={stage}
      pictures={pictures}
      pageHeight={page.height}
      label={label}
      cursor={CURSORS[tool.kind]}
      {...(films ? { films } : {})}
      onPointerDown={onDown}
      onPointerMove={onMove}
      onPointerUp={onUp}
      onPointerCancel={onUp}
      onPointerLeave={onLeave}
      onWheel={(event) => recorder.scrollTo(page.id, top + event.deltaY, page.height)}
    >
      {frame && <div className={classes.selection} style={frame} />}
      {typing && tool.kind === 'text' && (
        <TextOnPage
          place={typing}
          view={{ top, height: page.height }}
          colour={tool.pen.colour}
          onDone={(thing) => {
            setTyping(null);
            if (!thing) return;
            recorder.ink.addText(page.id, thing, recorder.now);
            repaint('page');
          }}
        />
      )}
      {children}
    </Stage>
  );
}

/** What words and stamps are written with where the tool in hand is no pen. */
const penOf = (tool: Tool): TrayPen => ('pen' in tool ? tool.pen : present(FIRST_PENS[0]));

/** Puts strokes down whole, one after another. */
function stampOn(
  recorder: TakeRecorder,
  { page, tool, isPaused }: { readonly page: string; readonly tool: Tool; readonly isPaused: boolean },
  strokes: readonly (readonly Point[])[],
): void {
  const { colour, width } = penOf(tool);
  const pen = { colour, width: Math.max(width, LEAST_STAMP_WIDTH) };
  for (const stroke of strokes) {
    const points = stroke.map((point) => ({ ...point, pressure: 0.6, at: recorder.now }));
    recorder.ink.penDown({ page, pen, manner: isPaused ? { paused: true } : {} }, present(points[0]));
    recorder.ink.penMove(points.slice(1));
    recorder.ink.penUp();
  }
}

/** Paints at once; on a machine whose voice needs it, a few times a second, and the last time for sure. */
function useSpared(spared: boolean, paint: () => void): () => void {
  const latest = useRef(paint);
  const paintedAt = useRef(-Infinity);
  const later = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => {
    latest.current = paint;
  });
  useEffect(() => () => clearTimeout(later.current), []);
  const paintNow = (how: () => void) => {
    clearTimeout(later.current);
    later.current = undefined;
    paintedAt.current = performance.now();
    how();
  };
  return () => {
    const leftMs = spared ? paintedAt.current + SPARED_MS - performance.now() : 0;
    if (leftMs <= 0) paintNow(paint);
    else later.current ??= setTimeout(() => paintNow(latest.current), leftMs);
  };
}

/** Paints on while fading ink is going. */
function useFading(recorder: TakeRecorder, page: string, live: () => void): void {
  const latest = useRef(live);
  useEffect(() => {
    latest.current = live;
  });
  useEffect(() => {
    const timer = setInterval(() => {
      recorder.ink.forgetFading((stroke) => visibleAt(stroke, recorder.now).opacity === 0);
      const isFading = recorder.ink.fadingOn(page).length > 0;
      if (isFading || wasFading) latest.current();
      wasFading = isFading;
    }, 40);
    let wasFading = false;
    return () => clearInterval(timer);
  }, [recorder, page]);
}
