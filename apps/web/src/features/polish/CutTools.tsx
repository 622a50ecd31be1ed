import { Group, Text } from '@mantine/core';
import { micros, timeText, type TimeRange } from '@oakbell/core/clock';
import {
  IconArrowBarToLeft,
  IconArrowBarToRight,
  IconArrowLeft,
  IconArrowRight,
  IconCut,
  IconMagnet,
  IconSeparatorVertical,
} from '@tabler/icons-react';
import { IconAction } from '../../shared/ui/index.ts';

export interface CutActs {
  readonly markStart: () => void;
  readonly markEnd: () => void;
  readonly cut: () => void;
  readonly split: () => void;
  readonly move: (by: -1 | 1) => void;
}
interface Props extends CutActs {
  readonly marked: TimeRange | null;
  /** How many parts there are: one cannot be moved. */
  readonly parts: number;
  readonly busy: boolean;
  /** Cuts move to the quietest place nearby. */
  readonly snaps: boolean;
  readonly onSnaps: (snaps: boolean) => void;
}

/** Marking a stretch and cutting it out, splitting, moving a part. */
export function CutTools({ marked, parts, busy, snaps, onSnaps, markStart, markEnd, cut, split, move }: Props) {
  return (
    <Group gap={4} wrap="nowrap" role="toolbar" aria-label="Cutting">
      <IconAction hall label="Mark from here" keyText="I" onClick={markStart}>
        <IconArrowBarToRight aria-hidden />
      </IconAction>
      <IconAction hall label="Mark up to here" keyText="O" onClick={markEnd}>
        <IconArrowBarToLeft aria-hidden />
      </IconAction>
      <IconAction hall label="Cut what is marked" keyText="Delete" disabled={!marked || busy} onClick={cut}>
        <IconCut aria-hidden />
      </IconAction>
      <IconAction hall label="Split here" keyText="S" disabled={busy} onClick={split}>
        <IconSeparatorVertical aria-hidden />
      </IconAction>
      <IconAction
        hall
        label={snaps ? 'Cuts move to the nearest quiet' : 'Cuts stay exactly where they are'}
        pressed={snaps}
        onClick={() => onSnaps(!snaps)}
      >
        <IconMagnet aria-hidden />
      </IconAction>
      {parts > 1 && (
        <>
          <IconAction hall label="Move this part earlier" disabled={busy} onClick={() => move(-1)}>
            <IconArrowLeft aria-hidden />
          </IconAction>
          <IconAction hall label="Move this part later" disabled={busy} onClick={() => move(1)}>
            <IconArrowRight aria-hidden />
          </IconAction>
        </>
      )}
      <Text size="sm" role="status" px={8}>
        {marked ? `${lengthText(marked)} marked` : ''}
      </Text>
    </Group>
  );
}

const lengthText = ({ start, end }: TimeRange): string => timeText(micros(end - start), { tenths: true });
