import { Group, Text } from '@mantine/core';
import { FIRST_PENS, isStroke } from '@oakbell/core/log';
import { PAGE_WIDTH, picturesOf, type Page } from '@oakbell/core/pages';
import { present } from '@oakbell/core/present';
import { plainScene } from '@oakbell/core/scene';
import {
  IconArrowBackUp,
  IconArrowForwardUp,
  IconChevronLeft,
  IconChevronRight,
  IconEraser,
} from '@tabler/icons-react';
import { useEffect, useRef, useState, type PointerEvent } from 'react';
import { IconAction } from '../../shared/ui/index.ts';
import { CURSORS, Nib, type PenPoint, type Repaint, type Tool } from '../ink/index.ts';
import { Stage, usePictures, type StageHandle } from '../stage/index.ts';
import { NoteInk } from './noteInk.ts';
import classes from './InkNote.module.css';

const PENS = FIRST_PENS.slice(0, 3);

interface Props {
  readonly pages: readonly Page[];
  readonly pictureAddress: (digest: string) => string;
  /** Told what stands on the pages, as lines of a log, whenever it changes; nothing where nothing does. */
  readonly onInk: (log: string) => void;
}

/** Pages to write on by pen, finger or mouse, one at a time. */
export function InkNote({ pages, pictureAddress, onInk }: Props) {
  const [note] = useState(() => new NoteInk());
  const [at, setAt] = useState(0);
  const [tool, setTool] = useState<Tool>(() => ({ kind: 'pen', pen: present(PENS[1]) }));
  const [, setVersion] = useState(0);
  const { ink, hand } = note;
  const page = present(pages[at]);
  const stage = useRef<StageHandle>(null);
  const pictures = usePictures(picturesOf(page), pictureAddress);
  const moving = () => ink.drawingOn(page.id).map((stroke) => ({ stroke, untilMs: Infinity }));
  const settled = ink.marksOn(page.id);
  useEffect(() => {
    const strokes = settled.filter(isStroke).map((stroke) => ({ stroke, untilMs: Infinity }));
    stage.current?.show({ ...plainScene(page), strokes });
    stage.current?.live([], null);
  });
  const repaint = (what: Repaint) => {
    if (what === 'live') stage.current?.live(moving(), null);
    if (what !== 'page') return;
    onInk(note.log);
    setVersion((version) => version + 1);
  };
  const undo = (how: 'undo' | 'redo') => {
    const where = ink[how](note.now);
    const changed = pages.findIndex(({ id }) => id === where);
    if (changed >= 0) setAt(changed);
    repaint('page');
  };
  const pointOf = (event: globalThis.PointerEvent): PenPoint => ({
    ...present(stage.current).placeOf(event),
    pressure: event.pointerType === 'pen' ? event.pressure : 0.5,
    at: note.timeOf(event.timeStamp),
  });
  const onDown = (event: PointerEvent) => {
    if (event.button > 0) return;
    if (event.nativeEvent.isTrusted) event.currentTarget.setPointerCapture(event.pointerId);
    repaint(hand.down({ page: page.id, tool, edge: null, paused: false }, pointOf(event.nativeEvent), event.shiftKey));
  };
  const onMove = (event: PointerEvent) => {
    const merged = event.nativeEvent.getCoalescedEvents?.() ?? [];
    repaint(hand.move(page.id, (merged.length > 0 ? merged : [event.nativeEvent]).map(pointOf), event.shiftKey));
  };
  const onUp = () => repaint(hand.up(page.id, note.now));
  return (
    <section aria-label="Write on a page" className={classes.note}>
      <div className={classes.stage} style={{ aspectRatio: `${PAGE_WIDTH} / ${page.height}` }}>
        <Stage
          ref={stage}
          pictures={pictures}
          pageHeight={page.height}
          label={`Page ${at + 1} of ${pages.length}, to write on`}
          cursor={CURSORS[tool.kind]}
          onPointerDown={onDown}
          onPointerMove={onMove}
          onPointerUp={onUp}
          onPointerCancel={onUp}
        />
      </div>
      {pages.length > 1 && (
        <Group gap={0} justify="center">
          <IconAction hall label="Page before" disabled={at === 0} onClick={() => setAt(at - 1)}>
            <IconChevronLeft aria-hidden />
          </IconAction>
          <Text size="sm" px={4}>
            Page {at + 1} of {pages.length}
          </Text>
          <IconAction hall label="Next page" disabled={at === pages.length - 1} onClick={() => setAt(at + 1)}>
            <IconChevronRight aria-hidden />
          </IconAction>
        </Group>
      )}
      <Group gap={0} role="toolbar" aria-label="Pens" justify="center">
        {PENS.map((pen) => (
          <IconAction
            hall
            key={pen.name}
            label={`${pen.name} pen`}
            pressed={tool.kind === 'pen' && tool.pen === pen}
            onClick={() => setTool({ kind: 'pen', pen })}
          >
            <Nib pen={pen} />
          </IconAction>
        ))}
        <IconAction
          hall
          label="Eraser: whole strokes"
          pressed={tool.kind === 'eraser'}
          onClick={() => setTool({ kind: 'eraser' })}
        >
          <IconEraser aria-hidden />
        </IconAction>
        <IconAction hall label="Undo" disabled={!ink.canUndo} onClick={() => undo('undo')}>
          <IconArrowBackUp aria-hidden />
        </IconAction>
        <IconAction hall label="Redo" disabled={!ink.canRedo} onClick={() => undo('redo')}>
          <IconArrowForwardUp aria-hidden />
        </IconAction>
      </Group>
    </section>
  );
}
