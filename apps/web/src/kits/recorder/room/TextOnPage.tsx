import { present } from '@oakbell/core/present';
import { PAGE_WIDTH, type TextThing } from '@oakbell/core/pages';
import { PAGE_FONT, textHeight, textLines } from '@oakbell/core/scene';
import { useEffect, useRef, useState } from 'react';
import classes from './Room.module.css';

/** The letters of typed text, in page units. */
const SIZE = 38;

interface Props {
  /** Page units. */
  readonly place: { readonly x: number; readonly y: number };
  readonly view: { readonly top: number; readonly height: number };
  readonly colour: string;
  /** With the text, or null when nothing was typed. */
  readonly onDone: (thing: Omit<TextThing, 'id'> | null) => void;
}

/** A place to type on the page; Escape or a click elsewhere is done. */
export function TextOnPage({ place, view, colour, onDone }: Props) {
  const [text, setText] = useState('');
  const field = useRef<HTMLTextAreaElement>(null);
  useEffect(() => field.current?.focus(), []);
  const width = Math.max(200, PAGE_WIDTH - place.x - 24);
  const done = () => {
    if (text.trim() === '') return onDone(null);
    const surface = present(document.createElement('canvas').getContext('2d'));
    const lines = textLines(surface, { text, size: SIZE, width });
    const widest = Math.ceil(Math.max(...lines.map((line) => surface.measureText(line).width))) + 2;
    onDone({
      kind: 'text',
      x: place.x,
      y: place.y,
      width: widest,
      height: textHeight(SIZE, lines.length),
      text,
      size: SIZE,
      colour,
    });
  };
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
