import { Group } from '@mantine/core';
import { IconArrowBackUp, IconArrowForwardUp, IconEraser, IconPencil, IconPointer } from '@tabler/icons-react';
import { IconAction } from '../../shared/ui/index.ts';
import { PENS, type Tool } from './pens.ts';
import type { TakeRecorder } from './takeRecorder.ts';
import { useRecorderView } from './useRecorder.ts';
import classes from './Room.module.css';

interface Props {
  readonly recorder: TakeRecorder;
  readonly tool: Tool;
  readonly onTool: (tool: Tool) => void;
}

/** What lies under the stage: pens, pointer, eraser, undo. */
export function PenTray({ recorder, tool, onTool }: Props) {
  useRecorderView(recorder);
  const act = (how: 'undo' | 'redo') => {
    recorder.ink[how](recorder.now);
    recorder.inkChanged();
  };
  return (
    <Group gap={2} wrap="nowrap" role="toolbar" aria-label="Pens">
      {PENS.map((pen) => (
        <IconAction
          hall
          key={pen.key}
          label={pen.name}
          keyText={pen.key}
          pressed={tool.kind === 'pen' && tool.pen === pen}
          onClick={() => onTool({ kind: 'pen', pen })}
        >
          <span className={classes.nib}>
            <IconPencil aria-hidden />
            <span className={classes.nibInk} style={{ background: pen.colour }} />
          </span>
        </IconAction>
      ))}
      <IconAction
        hall
        label="Pointer"
        keyText="P"
        pressed={tool.kind === 'pointer'}
        onClick={() => onTool({ kind: 'pointer' })}
      >
        <IconPointer aria-hidden />
      </IconAction>
      <IconAction
        hall
        label="Eraser"
        keyText="X"
        pressed={tool.kind === 'eraser'}
        onClick={() => onTool({ kind: 'eraser' })}
      >
        <IconEraser aria-hidden />
      </IconAction>
      <span className={classes.trayGap} />
      <IconAction hall label="Undo" keyText="Ctrl+Z" disabled={!recorder.ink.canUndo} onClick={() => act('undo')}>
        <IconArrowBackUp aria-hidden />
      </IconAction>
      <IconAction hall label="Redo" keyText="Ctrl+Shift+Z" disabled={!recorder.ink.canRedo} onClick={() => act('redo')}>
        <IconArrowForwardUp aria-hidden />
      </IconAction>
    </Group>
  );
}
