import { IconChevronDown, IconChevronUp } from '@tabler/icons-react';
import { IconAction } from '../../../shared/ui/index.ts';
import classes from './Room.module.css';

interface Props {
  /** Page units. */
  readonly top: number;
  readonly height: number;
  readonly viewHeight: number;
  readonly onScroll: (by: 1 | -1) => void;
}

/** Further down a board, and back: at its foot it grows. */
export function BoardScroll({ top, height, viewHeight, onScroll }: Props) {
  const grows = top >= height - viewHeight;
  return (
    <div className={classes.boardScroll}>
      <IconAction hall label="Up the board" keyText="Ctrl+↑" disabled={top <= 0} onClick={() => onScroll(-1)}>
        <IconChevronUp aria-hidden />
      </IconAction>
      <IconAction
        hall
        label={grows ? 'More room below' : 'Down the board'}
        keyText="Ctrl+↓"
        onClick={() => onScroll(1)}
      >
        <IconChevronDown aria-hidden />
      </IconAction>
    </div>
  );
}
