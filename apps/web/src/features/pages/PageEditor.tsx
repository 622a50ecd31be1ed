import { present } from '@oakbell/core/present';
import { Text } from '@mantine/core';
import { PAGE_WIDTH, picturesOf, thingAt, type Page, type Rect, type Thing } from '@oakbell/core/pages';
import { plainScene, textHeight, textLines } from '@oakbell/core/scene';
import { useEffect, useRef, useState, type PointerEvent } from 'react';
import { Stage, usePictures, type StageHandle } from '../../kits/stage/index.ts';
import { corePage, pictureOf, type Lesson, type LessonPage } from '../../shared/api/index.ts';
import { useKeys } from '../../shared/ui/index.ts';
import {
  changed,
  historyOf,
  keepsShape,
  layered,
  onTopOf,
  resized,
  stepBack,
  stepForward,
  without,
  withThing,
  type Handle,
} from './thingEdits.ts';
import { ThingTools, type NewThing } from './ThingTools.tsx';
import classes from './Pages.module.css';
import type { PageActs } from './usePageActs.ts';

interface Props {
  readonly lesson: Lesson;
  readonly page: LessonPage;
  readonly name: string;
  readonly acts: PageActs;
}
const HANDLES: readonly Handle[] = [
  { x: -1, y: -1 },
  { x: 0, y: -1 },
  { x: 1, y: -1 },
  { x: 1, y: 0 },
  { x: 1, y: 1 },
  { x: 0, y: 1 },
  { x: -1, y: 1 },
  { x: -1, y: 0 },
];
const NUDGE = 10;
type Drag = { readonly from: { x: number; y: number }; readonly rect: Rect; readonly handle: Handle | null };

/** The page large, with what is placed on it: pick a thing, move it, size it, take it back. */
export function PageEditor({ lesson, page, name, acts }: Props) {
  const core = corePage(page);
  const [history, setHistory] = useState(() => historyOf(core.things ?? []));
  const [chosen, setChosen] = useState<string | null>(null);
  const [drag, setDrag] = useState<Drag | null>(null);
  const [draft, setDraft] = useState<readonly Thing[] | null>(null);
  const stage = useRef<StageHandle>(null);
  const shown: Page = { ...core, things: draft ?? history.now };
  const pictures = usePictures(picturesOf(shown), pictureOf(lesson.id));
  const thing = present(shown.things).find((one) => one.id === chosen) ?? null;

  // Somebody else changed the page: theirs is shown, and what can be taken back stays one's own.
  const [followed, setFollowed] = useState(core.things);
  if (followed !== core.things && !acts.setThings.isPending) {
    setFollowed(core.things);
    setHistory(onTopOf(core.things ?? [], history, newId));
  }

  useEffect(() => stage.current?.show(plainScene(shown)));
  const save = (next: typeof history) => {
    setHistory(next);
    setDraft(null);
    acts.setThings.mutate({ page: page.id, things: next.now, was: history.now });
  };
  const set = (things: readonly Thing[]) => save(changed(history, things));
  const change = (part: Partial<Thing>) => {
    if (thing) set(withThing(history.now, thing.id, fitted({ ...thing, ...part } as Thing)));
  };
  const add = (made: NewThing) => {
    const id = newId();
    // Below what is there, so that nothing new hides what was placed before.
    const foot = Math.max(40, ...history.now.map((one) => one.y + one.height + 24));
    const y = foot + made.height < core.height ? foot : made.y;
    set([...history.now, fitted({ id, ...made, y } as Thing)]);
    setChosen(id);
  };
  const remove = () => {
    if (!thing) return false as const;
    set(without(history.now, thing.id));
    setChosen(null);
  };
  const nudge = (x: number, y: number) => () => (thing ? change({ x: thing.x + x, y: thing.y + y }) : (false as const));
  useKeys({
    Delete: remove,
    Backspace: remove,
    Escape: () => setChosen(null),
    ArrowLeft: nudge(-NUDGE, 0),
    ArrowRight: nudge(NUDGE, 0),
    ArrowUp: nudge(0, -NUDGE),
    ArrowDown: nudge(0, NUDGE),
    'Ctrl+z': () => save(stepBack(history)),
    'Ctrl+Shift+z': () => save(stepForward(history)),
  });

  const onDown = (event: PointerEvent, handle: Handle | null = null) => {
    const place = present(stage.current).placeOf(event);
    const hit = handle ? thing : thingAt(history.now, place);
    setChosen(hit?.id ?? null);
    if (!hit) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    setDrag({ from: place, rect: hit, handle });
  };
  const onMove = (event: PointerEvent) => {
    if (!drag || !chosen) return;
    const place = present(stage.current).placeOf(event);
    const by = { x: Math.round(place.x - drag.from.x), y: Math.round(place.y - drag.from.y) };
    const rect = drag.handle
      ? resized(drag.rect, drag.handle, by, thing ? keepsShape(thing) !== event.shiftKey : false)
      : { ...drag.rect, x: drag.rect.x + by.x, y: drag.rect.y + by.y };
    const { x, y, width, height } = rect;
    setDraft(
      withThing(history.now, chosen, { x, y, width, height }).map((one) => (one.id === chosen ? fitted(one) : one)),
    );
  };
  const onUp = () => {
    setDrag(null);
    if (draft) set(draft);
  };
  return (
    <div className={classes.editor}>
      <ThingTools
        lesson={lesson}
        page={page}
        acts={acts}
        thing={thing}
        onAdd={add}
        onChange={change}
        onRemove={() => void remove()}
        onLayer={(by) => thing && set(layered(history.now, thing.id, by))}
        onUndo={history.before.length > 0 ? () => save(stepBack(history)) : null}
        onRedo={history.after.length > 0 ? () => save(stepForward(history)) : null}
      />
      <div className={classes.hall}>
        <Stage
          ref={stage}
          pictures={pictures}
          pageHeight={core.height}
          label={`${name}${history.now.length > 0 ? `, with ${history.now.length} things placed on it` : ''}`}
          onPointerDown={onDown}
          onPointerMove={onMove}
          onPointerUp={onUp}
        >
          {thing && (
            <div className={classes.frame} style={shares(thing, core.height)}>
              {HANDLES.map((handle) => (
                <span
                  key={`${handle.x}${handle.y}`}
                  className={classes.handle}
                  style={{ left: `${(handle.x + 1) * 50}%`, top: `${(handle.y + 1) * 50}%` }}
                  onPointerDown={(event) => onDown(event, handle)}
                  onPointerMove={onMove}
                  onPointerUp={onUp}
                />
              ))}
            </div>
          )}
        </Stage>
      </div>
      {history.now.length > 0 && (
        <div className={classes.thingList} role="group" aria-label="Things on this page">
          <Text size="sm">On this page:</Text>
          {history.now.map((one) => (
            <button
              key={one.id}
              type="button"
              className={classes.thingName}
              aria-pressed={one.id === chosen}
              onClick={() => setChosen(one.id)}
            >
              {nameOf(one)}
            </button>
          ))}
        </div>
      )}
    </div>
  );
}

const newId = () => crypto.randomUUID().slice(0, 8);

const NAMES = {
  text: 'Text',
  picture: 'Picture',
  formula: 'Formula',
  line: 'Line',
  arrow: 'Arrow',
  box: 'Box',
  ellipse: 'Ellipse',
  field: 'Field',
  ink: 'Ink',
} as const;

/** What a thing says; nothing where it has no words. */
function wordsOn(thing: Thing): string {
  if (thing.kind === 'text') return thing.text;
  if (thing.kind === 'field') return thing.label;
  return thing.kind === 'formula' ? thing.source : '';
}

function nameOf(thing: Thing): string {
  const words = wordsOn(thing);
  return words === ''
    ? NAMES[thing.kind]
    : `${NAMES[thing.kind]}: ${words.slice(0, 24)}${words.length > 24 ? '…' : ''}`;
}

const shares = ({ x, y, width, height }: Rect, pageHeight: number) => ({
  left: `${(x / PAGE_WIDTH) * 100}%`,
  top: `${(y / pageHeight) * 100}%`,
  width: `${(width / PAGE_WIDTH) * 100}%`,
  height: `${(height / pageHeight) * 100}%`,
});

/** Text is as high as its lines. */
function fitted(thing: Thing): Thing {
  if (thing.kind !== 'text') return thing;
  const surface = present(document.createElement('canvas').getContext('2d'));
  return { ...thing, height: textHeight(thing.size, textLines(surface, thing).length) };
}
