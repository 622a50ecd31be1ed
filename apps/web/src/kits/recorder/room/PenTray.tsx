import { Button, ColorInput, Group, NumberInput, Popover, Stack, Text, TextInput } from '@mantine/core';
import {
  IconArrowBackUp,
  IconArrowForwardUp,
  IconEraser,
  IconLetterT,
  IconMarquee2,
  IconPointer,
  IconRuler2,
  IconScissors,
  IconTrash,
} from '@tabler/icons-react';
import { FIRST_FADING, FIRST_HIGHLIGHTER, FIRST_PENS, type TrayPen } from '@oakbell/core/log';
import { STAMPS, stampStrokes, type Stamp } from '@oakbell/core/marking';
import { IconAction } from '../../../shared/ui/index.ts';
import { Nib, PenButtons, ShapeMenu, type Tool, type Tray } from '../../ink/index.ts';
import { type TakeRecorder, useInkVersion, useRecorderView } from '../capture/index.ts';
import classes from './Room.module.css';

interface Props {
  readonly recorder: TakeRecorder;
  readonly tray: Tray;
  readonly onTray: (tray: Tray) => void;
  readonly tool: Tool;
  readonly onTool: (tool: Tool) => void;
  readonly straightEdge: boolean;
  readonly onStraightEdge: () => void;
  readonly onClear: () => void;
  readonly onUndo: (how: 'undo' | 'redo') => void;
  /** Puts a mark down whole; none where nothing is marked. */
  readonly onStamp?: (stamp: Stamp) => void;
  /** Fewer things, for a learner's answer. */
  readonly small: boolean;
}
/** What lies under the stage: pens, shapes, text, pointer, eraser, undo. */
export function PenTray(props: Props) {
  const { recorder, tray, tool, onTool, small } = props;
  const inHand = 'pen' in tool ? tool.pen : tray.pens[0]!;
  const isPen = (pen: TrayPen) => tool.kind === 'pen' && tool.pen === pen;
  const shown = small ? tray.pens.slice(0, 3) : tray.pens;
  return (
    <Group gap={0} wrap="nowrap" role="toolbar" aria-label="Pens" className={classes.tray}>
      <PenButtons pens={shown} highlighter={tray.highlighter} tool={tool} onTool={onTool} />
      {!small && (
        <IconAction
          hall
          label="Fading ink"
          keyText="F"
          pressed={isPen(tray.fading)}
          onClick={() => onTool({ kind: 'pen', pen: tray.fading })}
        >
          <Nib pen={tray.fading} />
        </IconAction>
      )}
      {!small && <PenEditor {...props} />}
      <span className={classes.trayGap} />
      {!small && <ShapeMenu tool={tool} pen={inHand} onTool={onTool} />}
      {!small && (
        <IconAction hall label="Straight edge" keyText="L" pressed={props.straightEdge} onClick={props.onStraightEdge}>
          <IconRuler2 aria-hidden />
        </IconAction>
      )}
      <IconAction
        hall
        label="Text"
        keyText="T"
        pressed={tool.kind === 'text'}
        onClick={() => onTool({ kind: 'text', pen: inHand })}
      >
        <IconLetterT aria-hidden />
      </IconAction>
      {!small && (
        <IconAction
          hall
          label="Select and move"
          keyText="M"
          pressed={tool.kind === 'select'}
          onClick={() => onTool({ kind: 'select' })}
        >
          <IconMarquee2 aria-hidden />
        </IconAction>
      )}
      <IconAction
        hall
        label="Pointer"
        keyText="P"
        pressed={tool.kind === 'pointer'}
        onClick={() => onTool({ kind: 'pointer' })}
      >
        <IconPointer aria-hidden />
      </IconAction>
      <span className={classes.trayGap} />
      <IconAction
        hall
        label="Eraser: whole strokes"
        keyText="X"
        pressed={tool.kind === 'eraser'}
        onClick={() => onTool({ kind: 'eraser' })}
      >
        <IconEraser aria-hidden />
      </IconAction>
      {!small && (
        <IconAction
          hall
          label="Eraser: only what it touches"
          keyText="Z"
          pressed={tool.kind === 'rubber'}
          onClick={() => onTool({ kind: 'rubber' })}
        >
          <IconScissors aria-hidden />
        </IconAction>
      )}
      {props.onStamp && <Stamps onStamp={props.onStamp} />}
      <InkActs recorder={recorder} onClear={props.onClear} onUndo={props.onUndo} />
    </Group>
  );
}

const STAMP_WORDS: Readonly<Record<Stamp, readonly [label: string, key: string]>> = {
  tick: ['Tick', 'K'],
  cross: ['Cross', 'J'],
  query: ['Question mark', 'U'],
  wave: ['Wavy line', 'W'],
};

/** Marks that are put down whole, where the pen was last: each button shows what it leaves. */
function Stamps({ onStamp }: { readonly onStamp: (stamp: Stamp) => void }) {
  return (
    <>
      <span className={classes.trayGap} />
      {STAMPS.map((stamp) => (
        <IconAction
          key={stamp}
          hall
          label={STAMP_WORDS[stamp][0]}
          keyText={STAMP_WORDS[stamp][1]}
          onClick={() => onStamp(stamp)}
        >
          <svg viewBox={stamp === 'wave' ? '-115 -60 230 120' : '-48 -48 96 96'} width={22} height={22} aria-hidden>
            {stampStrokes(stamp, { x: 0, y: 0 }).map((stroke, i) => (
              <polyline
                key={i}
                points={stroke.map(({ x, y }) => `${x},${y}`).join(' ')}
                fill="none"
                stroke="currentColor"
                strokeWidth={stamp === 'wave' ? 16 : 9}
                strokeLinecap="round"
                strokeLinejoin="round"
              />
            ))}
          </svg>
        </IconAction>
      ))}
    </>
  );
}

/** The only part of the tray that changes with every stroke. */
function InkActs({ recorder, onClear, onUndo }: Pick<Props, 'recorder' | 'onClear' | 'onUndo'>) {
  useInkVersion(recorder);
  useRecorderView(recorder);
  return (
    <>
      <IconAction hall label="Clear the page" disabled={!recorder.canWrite} onClick={onClear}>
        <IconTrash aria-hidden />
      </IconAction>
      <IconAction hall label="Undo" keyText="Ctrl+Z" disabled={!recorder.ink.canUndo} onClick={() => onUndo('undo')}>
        <IconArrowBackUp aria-hidden />
      </IconAction>
      <IconAction
        hall
        label="Redo"
        keyText="Ctrl+Shift+Z"
        disabled={!recorder.ink.canRedo}
        onClick={() => onUndo('redo')}
      >
        <IconArrowForwardUp aria-hidden />
      </IconAction>
    </>
  );
}

/** Changes the pen in hand: name, colour, width. */
function PenEditor({ tray, onTray, tool, onTool }: Props) {
  const pen = 'pen' in tool ? tool.pen : null;
  const change = (part: Partial<TrayPen>) => {
    if (!pen) return;
    const next = { ...pen, ...part };
    const swap = (one: TrayPen) => (one === pen ? next : one);
    onTray({ pens: tray.pens.map(swap), highlighter: swap(tray.highlighter), fading: swap(tray.fading) });
    onTool({ ...tool, pen: next } as Tool);
  };
  const first = () => {
    onTray({ pens: FIRST_PENS, highlighter: FIRST_HIGHLIGHTER, fading: FIRST_FADING });
    onTool({ kind: 'pen', pen: FIRST_PENS[0]! });
  };
  return (
    <Popover position="top" withinPortal trapFocus disabled={!pen}>
      <Popover.Target>
        <Button
          variant="subtle"
          color="var(--ob-hall-text)"
          size="compact-sm"
          px={6}
          disabled={!pen}
          className={classes.changePen}
        >
          Change
        </Button>
      </Popover.Target>
      <Popover.Dropdown>
        {pen && (
          <Stack gap="xs" w={240}>
            <Text fw={600}>The pen in hand</Text>
            <TextInput
              label="Name"
              maxLength={30}
              value={pen.name}
              onChange={(event) => event.currentTarget.value.trim() && change({ name: event.currentTarget.value })}
            />
            <ColorInput
              label="Colour"
              format="hex"
              withEyeDropper={false}
              swatches={FIRST_PENS.map((one) => one.colour)}
              value={pen.colour}
              onChange={(colour) => /^#[0-9a-f]{6}$/i.test(colour) && change({ colour })}
            />
            <NumberInput
              label="Width"
              min={1}
              max={60}
              value={pen.width}
              onChange={(width) => typeof width === 'number' && width >= 1 && width <= 60 && change({ width })}
            />
            <Button variant="subtle" size="compact-sm" onClick={first}>
              All pens as at first
            </Button>
          </Stack>
        )}
      </Popover.Dropdown>
    </Popover>
  );
}
