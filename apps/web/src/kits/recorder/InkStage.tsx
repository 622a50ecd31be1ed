import type { Page } from '@oakbell/core/pages';
import type { PointerPlace, Stroke } from '@oakbell/core/log';
import { useEffect, useRef, type PointerEvent } from 'react';
import { Stage, type Pictures, type StageHandle } from '../stage/index.ts';
import type { PenPoint } from './liveInk.ts';
import type { Tool } from './pens.ts';
import type { TakeRecorder } from './takeRecorder.ts';
import { useRecorderView } from './useRecorder.ts';

interface Props {
  readonly recorder: TakeRecorder;
  readonly page: Page;
  readonly pictures: Pictures;
  readonly tool: Tool;
  readonly label: string;
}
/** The stroke with a last sample that is never reached. */
function withTail(stroke: Stroke): Stroke {
  const [x, y, pressure] = stroke.points.slice(-4);
  return { ...stroke, points: [...stroke.points, x ?? 0, y ?? 0, pressure ?? 0, 2e9] };
}

const CURSORS = { pen: 'crosshair', pointer: 'none', eraser: 'cell' } as const;

/** The page while someone writes on it: pen, pointer and eraser become events of the take. */
export function InkStage({ recorder, page, pictures, tool, label }: Props) {
  const stage = useRef<StageHandle>(null);
  const pointer = useRef<PointerPlace | null>(null);
  const view = useRecorderView(recorder);

  const writing = useRef(false);

  const show = () => {
    const strokes = recorder.ink.strokesOn(page.id);
    const settled = writing.current ? strokes.slice(0, -1) : strokes;
    const visible = settled.map((stroke) => ({ stroke, untilMs: Infinity }));
    // The stroke under the pen grows: just short of its end it does not count as settled, and is painted anew.
    const live = writing.current ? strokes.slice(-1).map((stroke) => ({ stroke: withTail(stroke), untilMs: 1e9 })) : [];
    stage.current?.show({ page, strokes: [...visible, ...live], pointer: pointer.current });
  };
  useEffect(show);
  useEffect(() => {
    pointer.current = null;
    if (tool.kind !== 'pointer') recorder.pointerGone();
  }, [tool, recorder, view.page]);

  const pointOf = (event: globalThis.PointerEvent): PenPoint => {
    const pressure = event.pointerType === 'mouse' ? 0.5 : event.pressure;
    return { ...stage.current!.placeOf(event), pressure, at: recorder.timeOf(event) };
  };
  const samples = (event: PointerEvent): readonly PenPoint[] => {
    const merged = event.nativeEvent.getCoalescedEvents?.() ?? [];
    return (merged.length > 0 ? merged : [event.nativeEvent]).map(pointOf);
  };

  const onDown = (event: PointerEvent) => {
    if (!recorder.canWrite || event.button > 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const point = pointOf(event.nativeEvent);
    if (tool.kind === 'pen') {
      writing.current = true;
      recorder.ink.penDown(page.id, { colour: tool.pen.colour, width: tool.pen.width }, point);
    } else if (tool.kind === 'eraser') recorder.ink.erase(page.id, point);
    show();
  };
  const onMove = (event: PointerEvent) => {
    if (!recorder.canWrite) return;
    if (tool.kind === 'pointer') {
      for (const point of samples(event)) {
        recorder.pointerAt(point.x, point.y, point.at);
        pointer.current = { x: point.x * 10, y: point.y * 10 };
      }
    } else if (writing.current) recorder.ink.penMove(samples(event));
    else if (tool.kind === 'eraser' && event.buttons === 1)
      for (const point of samples(event)) recorder.ink.erase(page.id, point);
    else return;
    show();
  };
  const onUp = () => {
    if (writing.current) recorder.ink.penUp();
    writing.current = false;
    recorder.inkChanged();
  };
  const onLeave = () => {
    pointer.current = null;
    recorder.pointerGone();
    show();
  };
  return (
    <Stage
      ref={stage}
      pictures={pictures}
      pageHeight={page.height}
      label={label}
      cursor={CURSORS[tool.kind]}
      onPointerDown={onDown}
      onPointerMove={onMove}
      onPointerUp={onUp}
      onPointerLeave={onLeave}
    />
  );
}
