import { present } from '@oakbell/core/present';
import { PAGE_WIDTH, type TextThing } from '@oakbell/core/pages';
import { PAGE_FONT, textHeight, textLines } from '@oakbell/core/scene';
import { useEffect, useRef, useState } from 'react';
import classes from './Ink.module.css';

/** The letters of typed text, in page units. */
export const SIZE = 38;

interface Props {
  /** What stands there already, to be changed. */
  readonly text?: string;
  /** Page units. */
  readonly place: { readonly x: number; readonly y: number };
  readonly view: { readonly top: number; readonly height: number };
  readonly colour: string;
  /** With the text, or null when nothing was typed. */
  readonly onDone: (thing: Omit<TextThing, 'id'> | null) => void;
}

/** A place to type on the page; Escape or a click elsewhere is done. */
export function TextOnPage({ text: before = '', place, view, colour, onDone }: Props) {
  const [text, setText] = useState(before);
  const field = useRef<HTMLTextAreaElement>(null);
  useEffect(() => field.current?.focus(), []);
  const width = Math.max(200, PAGE_WIDTH - place.x - 24);
  const done = () => onDone(text.trim() === '' ? null : typedText(text, { ...place, width, colour }));
  return (
    <textarea
      ref={field}
      className={classes.typed}
      aria-label="Text on the page"
      value={text}
      maxLength={4000}
      onChange={(event) => setText(event.currentTarget.value)}
      onBlur={done}
      onKeyDown={(event) => event.key === 'Escape' && event.currentTarget.blur()}
      style={{
        left: `${(place.x / PAGE_WIDTH) * 100}%`,
        top: `${((place.y - view.top) / view.height) * 100}%`,
        width: `${(width / PAGE_WIDTH) * 100}%`,
        color: colour,
        fontFamily: `"${PAGE_FONT}", sans-serif`,
        fontSize: `calc(${(SIZE / PAGE_WIDTH) * 100}cqw)`,
      }}
    />
  );
}

/** Typed text as it lies on the page: no wider than its lines, and as high as they are. */
export function typedText(
  text: string,
  { x, y, width, colour }: { readonly x: number; readonly y: number; readonly width: number; readonly colour: string },
): Omit<TextThing, 'id'> {
  const surface = present(document.createElement('canvas').getContext('2d'));
  const lines = textLines(surface, { text, size: SIZE, width });
  const widest = Math.ceil(Math.max(...lines.map((line) => surface.measureText(line).width))) + 2;
  return { kind: 'text', x, y, width: widest, height: textHeight(SIZE, lines.length), text, size: SIZE, colour };
}
