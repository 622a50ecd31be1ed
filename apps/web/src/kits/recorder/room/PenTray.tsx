import { Button, ColorInput, Group, Menu, NumberInput, Popover, Stack, Text, TextInput } from '@mantine/core';
import {
  IconArrowBackUp,
  IconArrowForwardUp,
  IconArrowNarrowRight,
  IconCircle,
  IconClock,
  IconEraser,
  IconHighlight,
  IconLetterT,
  IconLine,
  IconMarquee2,
  IconPencil,
  IconPointer,
  IconRuler2,
  IconScissors,
  IconSquare,
  IconTrash,
} from '@tabler/icons-react';
import { FIRST_FADING, FIRST_HIGHLIGHTER, FIRST_PENS, type TrayPen } from '@oakbell/core/log';
import type { ReactNode } from 'react';
import { IconAction } from '../../../shared/ui/index.ts';
import { SHAPES, type Tool, type Tray } from '../../ink/index.ts';
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
  /** Fewer things, for a learner's answer. */
  readonly small: boolean;
}
const SHAPE_ICONS: Readonly<Record<string, ReactNode>> = {
  line: <IconLine size={20} aria-hidden />,
  arrow: <IconArrowNarrowRight size={20} aria-hidden />,
  box: <IconSquare size={20} aria-hidden />,
  ellipse: <IconCircle size={20} aria-hidden />,
};

/** What lies under the stage: pens, shapes, text, pointer, eraser, undo. */
export function PenTray(props: Props) {
  const { recorder, tray, tool, onTool, small } = props;
  const inHand = 'pen' in tool ? tool.pen : tray.pens[0]!;
  const isPen = (pen: TrayPen) => tool.kind === 'pen' && tool.pen === pen;
  const shown = small ? tray.pens.slice(0, 3) : tray.pens;
  return (
    <Group gap={0} wrap="nowrap" role="toolbar" aria-label="Pens" className={classes.tray}>
      {shown.map((pen, i) => (
        <IconAction
          hall
          key={i}
          label={`${pen.name} pen`}
          keyText={`${i + 1}`}
          pressed={isPen(pen)}
          onClick={() => onTool({ kind: 'pen', pen })}
        >
          <Nib pen={pen} />
        </IconAction>
      ))}
      <IconAction
        hall
        label="Highlighter"
        keyText="H"
        pressed={isPen(tray.highlighter)}
        onClick={() => onTool({ kind: 'pen', pen: tray.highlighter })}
      >
        <Nib pen={tray.highlighter} icon={<IconHighlight aria-hidden />} />
      </IconAction>
      {!small && (
        <IconAction
          hall
          label="Fading ink"
          keyText="F"
          pressed={isPen(tray.fading)}
          onClick={() => onTool({ kind: 'pen', pen: tray.fading })}
        >
          <Nib pen={tray.fading} icon={<IconClock aria-hidden />} />
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
      <InkActs recorder={recorder} onClear={props.onClear} onUndo={props.onUndo} />
    </Group>
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

function Nib({ pen, icon = <IconPencil aria-hidden /> }: { readonly pen: TrayPen; readonly icon?: ReactNode }) {
  return (
    <span className={classes.nib}>
      {icon}
      <span
        className={classes.nibInk}
        style={{ background: pen.colour, height: Math.max(3, Math.min(9, pen.width * 0.7)) }}
      />
    </span>
  );
}

function ShapeMenu({
  tool,
  pen,
  onTool,
}: {
  readonly tool: Tool;
  readonly pen: TrayPen;
  readonly onTool: (tool: Tool) => void;
}) {
  const shape = tool.kind === 'shape' ? tool.shape : 'line';
  return (
    <Menu position="top" withinPortal>
      <Menu.Target>
        <IconAction hall label="Shapes" pressed={tool.kind === 'shape'}>
          {SHAPE_ICONS[shape]}
        </IconAction>
      </Menu.Target>
      <Menu.Dropdown>
        {SHAPES.map(({ shape: one, name }) => (
          <Menu.Item
            key={one}
            leftSection={SHAPE_ICONS[one]}
            onClick={() => onTool({ kind: 'shape', shape: one, pen })}
          >
            {name}
          </Menu.Item>
        ))}
        <Menu.Label>Hold Shift for even sides and 15° steps</Menu.Label>
      </Menu.Dropdown>
    </Menu>
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
