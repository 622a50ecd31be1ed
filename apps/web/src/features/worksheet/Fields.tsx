import { present } from '@oakbell/core/present';
import { FIRST_PENS, isWritten, type WrittenText } from '@oakbell/core/log';
import { PAGE_WIDTH, type FieldThing, type Page } from '@oakbell/core/pages';
import { PAGE_FONT } from '@oakbell/core/scene';
import { useEffect, useRef, useState } from 'react';
import { LETTERS, typedText } from '../../kits/ink/index.ts';
import type { OpenSheet } from './openSheet.ts';
import classes from './Sheet.module.css';

/** What is typed is kept so long after the last key, in ms. */
const IDLE_MS = 500;
/** From the frame of a field to what is typed into it, in page units. */
const INSET = 10;
const COLOUR = present(FIRST_PENS[0]).colour;

interface Props {
  readonly open: OpenSheet;
  readonly page: Page;
  readonly mayWrite: boolean;
  /** Pressing a field types into it; with any other tool it is drawn over. */
  readonly inHand: boolean;
}

/** The fields of a page, to be typed into: one after another by Tab. */
export function Fields({ open, page, mayWrite, inHand }: Props) {
  const fields = (page.things ?? []).filter((thing): thing is FieldThing => thing.kind === 'field');
  const texts = open.ink.marksOn(page.id).filter(isWritten);
  return fields.map((field, i) => (
    <Field
      key={`${page.id} ${field.id}`}
      field={field}
      name={field.label === '' ? `Field ${i + 1}` : field.label}
      pageHeight={page.height}
      mayWrite={mayWrite}
      inHand={inHand}
      mark={texts.find(({ thing }) => thing.field === field.id) ?? null}
      onText={(text, mark) => {
        const { x, y, width, id } = field;
        const place = { x: x + INSET, y: y + INSET, width: width - 2 * INSET, colour: COLOUR };
        const thing = text.trim() === '' ? null : { ...typedText(text, place), width: place.width, field: id };
        if (mark) open.ink.change(mark, thing, open.now);
        else if (thing) open.ink.addText(page.id, thing, open.now);
        open.changed();
      }}
    />
  ));
}

interface FieldProps {
  readonly field: FieldThing;
  readonly name: string;
  readonly pageHeight: number;
  readonly mayWrite: boolean;
  readonly inHand: boolean;
  readonly mark: WrittenText | null;
  readonly onText: (text: string, mark: WrittenText | null) => void;
}

function Field({ field, name, pageHeight, mayWrite, inHand, mark, onText }: FieldProps) {
  const there = mark?.thing.text ?? '';
  const [text, setText] = useState(there);
  const waiting = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  // What was taken back, or done again, is shown at once.
  useEffect(() => setText(there), [there]);
  const keep = (value: string) => {
    clearTimeout(waiting.current);
    waiting.current = undefined;
    if (value !== there) onText(value, mark);
  };
  const latest = useRef(() => keep(text));
  useEffect(() => {
    latest.current = () => keep(text);
  });
  useEffect(() => () => void (waiting.current !== undefined && latest.current()), []);
  return (
    <textarea
      aria-label={name}
      className={classes.field}
      value={text}
      maxLength={2000}
      readOnly={!mayWrite}
      onChange={(event) => {
        setText(event.currentTarget.value);
        clearTimeout(waiting.current);
        waiting.current = setTimeout(() => latest.current(), IDLE_MS);
      }}
      onBlur={() => keep(text)}
      style={{
        pointerEvents: inHand ? undefined : 'none',
        left: `${(field.x / PAGE_WIDTH) * 100}%`,
        top: `${(field.y / pageHeight) * 100}%`,
        width: `${(field.width / PAGE_WIDTH) * 100}%`,
        height: `${(field.height / pageHeight) * 100}%`,
        padding: `calc(${(INSET / PAGE_WIDTH) * 100}cqw)`,
        fontFamily: `"${PAGE_FONT}", sans-serif`,
        fontSize: `calc(${(LETTERS / PAGE_WIDTH) * 100}cqw)`,
      }}
    />
  );
}
