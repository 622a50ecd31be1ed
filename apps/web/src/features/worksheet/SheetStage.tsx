import { present } from '@oakbell/core/present';
import { isStroke } from '@oakbell/core/log';
import { picturesOf, type Page } from '@oakbell/core/pages';
import { plainScene, type VisibleStroke } from '@oakbell/core/scene';
import { useEffect, useRef, useState, useSyncExternalStore, type CSSProperties, type PointerEvent } from 'react';
import {
  CURSORS,
  frameStyle,
  TextOnPage,
  withPredicted,
  type PenPoint,
  type Repaint,
  type Tool,
} from '../../kits/ink/index.ts';
import { Stage, usePictures, type StageHandle } from '../../kits/stage/index.ts';
import { useKeys } from '../../shared/ui/index.ts';
import { Fields } from './Fields.tsx';
import type { OpenSheet } from './openSheet.ts';
import { Placed } from './Placed.tsx';
import classes from './Sheet.module.css';

interface Props {
  readonly open: OpenSheet;
  readonly page: Page;
  readonly name: string;
  readonly tool: Tool;
  readonly mayWrite: boolean;
  /** Digests of the pictures that were put on the sheet. */
  readonly pictures: readonly string[];
  readonly pictureAddress: (digest: string) => string;
  /** Fingers move the page and leave no ink: a pen writes here, or it is to be moved now. */
  readonly pansByFinger: boolean;
  readonly onPen: () => void;
  /** Where something is being typed, in page units. */
  readonly typing: PlaceOnPage | null;
  readonly onTyping: (place: PlaceOnPage | null) => void;
  /** What had the focus was taken away. */
  readonly onGone: () => void;
}
export interface PlaceOnPage {
  readonly x: number;
  readonly y: number;
}

/** One page while a learner writes on it. */
export function SheetStage(props: Props) {
  const { open, page, name, tool, mayWrite, pictures: own, pictureAddress, pansByFinger, typing, onTyping } = props;
  const { ink, hand } = open;
  const stage = useRef<StageHandle>(null);
  const predicted = useRef<readonly PenPoint[]>([]);
  const version = useSyncExternalStore(open.subscribe, open.version);
  const pictures = usePictures([...picturesOf(page), ...own], pictureAddress);
  const [frame, setFrame] = useState<CSSProperties | null>(null);
  /** The text that was typed last: whoever works with keys goes on from there. */
  const [typed, setTyped] = useState<string | null>(null);

  const moving = (): readonly VisibleStroke[] =>
    ink.drawingOn(page.id).map((stroke) => ({ stroke: withPredicted(stroke, predicted.current), untilMs: Infinity }));
  const live = () => {
    stage.current?.live(moving(), null);
    setFrame(frameStyle(hand.frame, page.height, 0));
  };
  const show = () => {
    const marks = ink.marksOn(page.id);
    stage.current?.show({
      ...plainScene(page),
      strokes: [...marks.filter(isStroke).map((stroke) => ({ stroke, untilMs: Infinity })), ...moving()],
      // What is typed into fields stands in them.
      things: marks.flatMap((mark) =>
        isStroke(mark) || ('field' in mark.thing && mark.thing.field) ? [] : [mark.thing],
      ),
    });
    setFrame(frameStyle(hand.frame, page.height, 0));
  };
  const latest = useRef(show);
  useEffect(() => {
    latest.current = show;
  });
  useEffect(() => latest.current(), [version, page, pictures]);
  useEffect(() => {
    if (tool.kind !== 'select') hand.deselect();
    setFrame(null);
  }, [tool, hand, page]);

  const repaint = (what: Repaint) => {
    if (what === 'page') open.changed();
    else if (what === 'live') live();
  };
  const pointOf = (event: globalThis.PointerEvent): PenPoint => ({
    ...present(stage.current).placeOf(event),
    pressure: event.pointerType === 'pen' ? event.pressure : 0.5,
    at: open.timeOf(event.timeStamp),
  });
  const isRefused = (event: PointerEvent) => !mayWrite || (pansByFinger && event.pointerType === 'touch');
  const onDown = (event: PointerEvent) => {
    if (event.pointerType === 'pen') props.onPen();
    if (isRefused(event) || event.button > 0) return;
    const point = pointOf(event.nativeEvent);
    if (tool.kind === 'text') {
      event.preventDefault();
      return onTyping({ x: Math.round(point.x), y: Math.round(point.y) });
    }
    if (event.nativeEvent.isTrusted) event.currentTarget.setPointerCapture(event.pointerId);
    repaint(hand.down({ page: page.id, tool, edge: null, paused: false }, point, event.shiftKey));
  };
  const onMove = (event: PointerEvent) => {
    if (isRefused(event)) return;
    const merged = event.nativeEvent.getCoalescedEvents?.() ?? [];
    predicted.current = tool.kind === 'pen' ? (event.nativeEvent.getPredictedEvents?.() ?? []).map(pointOf) : [];
    repaint(hand.move(page.id, (merged.length > 0 ? merged : [event.nativeEvent]).map(pointOf), event.shiftKey));
  };
  const onUp = () => {
    predicted.current = [];
    repaint(hand.up(page.id, open.now));
  };
  const nudge = (x: number, y: number) => () => (hand.nudge({ x, y }, open.now) ? repaint('page') : false);
  useKeys(
    tool.kind === 'select' && mayWrite
      ? {
          Delete: () => (hand.removeSelected(open.now) ? repaint('page') : false),
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
      label={name}
      cursor={mayWrite ? CURSORS[tool.kind] : 'default'}
      onPointerDown={onDown}
      onPointerMove={onMove}
      onPointerUp={onUp}
      onPointerCancel={onUp}
    >
      {frame && <Selection style={frame} />}
      <Fields open={open} page={page} mayWrite={mayWrite} inHand={tool.kind === 'text'} />
      {tool.kind === 'text' && mayWrite && <Placed open={open} page={page} newest={typed} onGone={props.onGone} />}
      {typing && tool.kind === 'text' && (
        <TextOnPage
          place={typing}
          view={{ top: 0, height: page.height }}
          colour={tool.pen.colour}
          onDone={(thing) => {
            onTyping(null);
            setTyped(thing ? ink.addText(page.id, thing, open.now) : null);
            open.changed();
          }}
        />
      )}
    </Stage>
  );
}

const Selection = ({ style }: { readonly style: CSSProperties }) => <div className={classes.selection} style={style} />;
