import { Group } from '@mantine/core';
import {
  IconArrowBackUp,
  IconArrowForwardUp,
  IconEraser,
  IconLetterT,
  IconMarquee2,
  IconPhoto,
  IconScissors,
  IconTextPlus,
} from '@tabler/icons-react';
import { present } from '@oakbell/core/present';
import { useRef } from 'react';
import { PenButtons, ShapeMenu, type Tool, type Tray } from '../../kits/ink/index.ts';
import { IconAction } from '../../shared/ui/index.ts';
import type { OpenSheet } from './openSheet.ts';
import classes from './Sheet.module.css';

interface Props {
  readonly open: OpenSheet;
  readonly tray: Tray;
  readonly tool: Tool;
  readonly onTool: (tool: Tool) => void;
  readonly onType: () => void;
  readonly onPictures: (files: readonly File[]) => void;
  readonly bringing: boolean;
  readonly onUndo: (how: 'undo' | 'redo') => void;
}

/** What lies under a sheet: pens, shapes, text, pictures, what takes away, undo. */
export function SheetTray({ open, tray, tool, onTool, onType, onPictures, bringing, onUndo }: Props) {
  const file = useRef<HTMLInputElement>(null);
  const inHand = 'pen' in tool ? tool.pen : present(tray.pens[0]);
  return (
    <Group gap={0} role="toolbar" aria-label="Pens and tools" justify="center">
      <PenButtons pens={tray.pens.slice(0, 4)} highlighter={tray.highlighter} tool={tool} onTool={onTool} />
      <ShapeMenu tool={tool} pen={inHand} onTool={onTool} />
      <span className={classes.gap} />
      <IconAction
        hall
        label="Type, and place what is there"
        keyText="T"
        pressed={tool.kind === 'text'}
        onClick={() => onTool({ kind: 'text', pen: inHand })}
      >
        <IconLetterT aria-hidden />
      </IconAction>
      <IconAction hall label="A new text on this page" keyText="N" onClick={onType}>
        <IconTextPlus aria-hidden />
      </IconAction>
      <IconAction hall label="Picture" disabled={bringing} onClick={() => file.current?.click()}>
        <IconPhoto aria-hidden />
      </IconAction>
      <input
        ref={file}
        type="file"
        accept="image/png,image/jpeg,image/webp"
        multiple
        hidden
        aria-label="Picture to place"
        onChange={(event) => {
          onPictures([...(event.currentTarget.files ?? [])]);
          event.currentTarget.value = '';
        }}
      />
      <span className={classes.gap} />
      <IconAction
        hall
        label="Select and move"
        keyText="M"
        pressed={tool.kind === 'select'}
        onClick={() => onTool({ kind: 'select' })}
      >
        <IconMarquee2 aria-hidden />
      </IconAction>
      <IconAction
        hall
        label="Eraser: whole strokes"
        keyText="X"
        pressed={tool.kind === 'eraser'}
        onClick={() => onTool({ kind: 'eraser' })}
      >
        <IconEraser aria-hidden />
      </IconAction>
      <IconAction
        hall
        label="Eraser: only what it touches"
        keyText="Z"
        pressed={tool.kind === 'rubber'}
        onClick={() => onTool({ kind: 'rubber' })}
      >
        <IconScissors aria-hidden />
      </IconAction>
      <IconAction hall label="Undo" keyText="Ctrl+Z" disabled={!open.ink.canUndo} onClick={() => onUndo('undo')}>
        <IconArrowBackUp aria-hidden />
      </IconAction>
      <IconAction hall label="Redo" keyText="Ctrl+Shift+Z" disabled={!open.ink.canRedo} onClick={() => onUndo('redo')}>
        <IconArrowForwardUp aria-hidden />
      </IconAction>
    </Group>
  );
}
