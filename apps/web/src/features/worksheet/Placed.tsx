import { isStroke, isWritten, type Mark, type PlacedPicture, type Stroke, type WrittenText } from '@oakbell/core/log';
import { PAGE_WIDTH, type Page, type PictureThing, type TextThing } from '@oakbell/core/pages';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { TextOnPage } from '../../kits/ink/index.ts';
import { FrameOnPage } from '../../kits/stage/index.ts';
import type { OpenSheet } from './openSheet.ts';
import classes from './Sheet.module.css';

type PlacedMark = Exclude<Mark, Stroke>;
/** An arrow moves so far, in page units. */
const STEP = 10;
const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-STEP, 0],
  ArrowRight: [STEP, 0],
  ArrowUp: [0, -STEP],
  ArrowDown: [0, STEP],
};

interface Props {
  readonly open: OpenSheet;
  readonly page: Page;
  /** What was put there last: whoever works with keys goes on from it. */
  readonly newest: string | null;
  /** What had the focus was taken away. */
  readonly onGone: () => void;
}

/** Texts and pictures on a page, to be changed, moved and taken away: by pressing, or one after another by Tab. */
export function Placed({ open, page, newest, onGone }: Props) {
  const [typing, setTyping] = useState<WrittenText | null>(null);
  // What was changed is another mark, in the place of the one before: the focus goes there.
  const goTo = useRef(newest);
  useLayoutEffect(() => void (goTo.current = newest), [newest]);
  const { ink } = open;
  const change = (mark: PlacedMark, thing: Parameters<typeof ink.change>[1]) => {
    goTo.current = ink.change(mark, thing, open.now);
    if (goTo.current === null) onGone();
    open.changed();
  };
  const row = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (goTo.current === null) return;
    const there = row.current?.querySelector<HTMLElement>(`[data-mark="${CSS.escape(goTo.current)}"]`);
    if (there) goTo.current = null;
    there?.querySelector<HTMLElement>('[tabindex="0"], button')?.focus();
  });
  if (typing)
    return (
      <TextOnPage
        text={typing.thing.text}
        place={typing.thing}
        view={{ top: 0, height: page.height }}
        colour={typing.thing.colour}
        onDone={(thing) => {
          setTyping(null);
          if (thing?.text !== typing.thing.text) change(typing, thing);
          else goTo.current = typing.id;
        }}
      />
    );
  return (
    <div ref={row} className={classes.placed}>
      {ink
        .marksOn(page.id)
        .filter(isPlaced)
        .map((mark) => (
          <div key={mark.id} data-mark={mark.id} className={classes.placed}>
            {isWritten(mark) ? (
              <TextButton
                mark={mark}
                page={page}
                onOpen={() => setTyping(mark)}
                onChange={(thing) => change(mark, thing)}
              />
            ) : (
              <PictureFrame mark={mark} page={page} onChange={(thing) => change(mark, thing)} />
            )}
          </div>
        ))}
    </div>
  );
}

interface PictureProps {
  readonly mark: PlacedPicture;
  readonly page: Page;
  readonly onChange: (thing: PictureThing | null) => void;
}

const PictureFrame = ({ mark: { thing }, page, onChange }: PictureProps) => (
  <div className={classes.placed} onKeyDown={takeAway(() => onChange(null))}>
    <FrameOnPage
      label="Picture. Delete takes it away"
      rect={thing}
      shape={thing.width / thing.height}
      viewHeight={page.height}
      onChange={(rect) => onChange({ ...thing, ...rect })}
    />
  </div>
);

interface TextProps {
  readonly mark: WrittenText;
  readonly page: Page;
  readonly onOpen: () => void;
  readonly onChange: (thing: TextThing | null) => void;
}

function TextButton({ mark: { thing }, page, onOpen, onChange }: TextProps) {
  return (
    <button
      type="button"
      className={classes.text}
      aria-label={`Text: ${thing.text.slice(0, 60)}. Enter changes it, arrows move it, Delete takes it away`}
      style={{
        left: `${(thing.x / PAGE_WIDTH) * 100}%`,
        top: `${(thing.y / page.height) * 100}%`,
        width: `${(thing.width / PAGE_WIDTH) * 100}%`,
        height: `${(thing.height / page.height) * 100}%`,
      }}
      onClick={onOpen}
      onKeyDown={(event) => {
        const by = ARROWS[event.key];
        if (!by) return takeAway(() => onChange(null))(event);
        event.preventDefault();
        event.stopPropagation();
        onChange({ ...thing, x: thing.x + by[0], y: thing.y + by[1] });
      }}
    />
  );
}

const isPlaced = (mark: Mark): mark is PlacedMark => !isStroke(mark) && !('field' in mark.thing && mark.thing.field);

const takeAway =
  (remove: () => void) =>
  (event: { readonly key: string; preventDefault(): void }): void => {
    if (event.key !== 'Delete' && event.key !== 'Backspace') return;
    event.preventDefault();
    remove();
  };
