import { IconRotateClockwise, IconZoomIn, IconZoomOut } from '@tabler/icons-react';
import { IconAction } from '../../../shared/ui/index.ts';
import classes from './Room.module.css';

interface Props {
  readonly canNearer: boolean;
  readonly canFurther: boolean;
  readonly onNearer: (by: 1 | -1) => void;
  /** Left out where this page stays as it is. */
  readonly onQuarterTurn: (() => void) | null;
}

/** How a page that is marked is looked at. */
export function LookActs({ canNearer, canFurther, onNearer, onQuarterTurn }: Props) {
  return (
    <div className={classes.boardScroll} role="group" aria-label="Look at the page">
      <IconAction hall label="Nearer" keyText="+" disabled={!canNearer} onClick={() => onNearer(1)}>
        <IconZoomIn aria-hidden />
      </IconAction>
      <IconAction hall label="Further" keyText="-" disabled={!canFurther} onClick={() => onNearer(-1)}>
        <IconZoomOut aria-hidden />
      </IconAction>
      <IconAction
        hall
        label="A quarter turn to the right"
        keyText="Q"
        disabled={onQuarterTurn === null}
        onClick={() => onQuarterTurn?.()}
      >
        <IconRotateClockwise aria-hidden />
      </IconAction>
    </div>
  );
}
