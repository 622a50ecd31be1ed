import { Group } from '@mantine/core';
import { micros, timeText, type Micros } from '@oakbell/core/clock';
import { IconArrowAutofitWidth, IconMinus, IconPlus, IconRouteAltRight } from '@tabler/icons-react';
import { IconAction, useKeys } from '../../shared/ui/index.ts';
import type { Zoom } from './useZoom.ts';
import classes from './Timeline.module.css';

/** Closer, wider, all of it; and, where not all is in view, which part is. */
export function ZoomBar({ zoom, whole }: { readonly zoom: Zoom; readonly whole: Micros }) {
  const { shown, isWhole, follows } = zoom;
  useKeys({ '+': zoom.closer, '=': zoom.closer, '-': zoom.wider, '0': zoom.all });
  return (
    <Group gap={2} wrap="nowrap" role="toolbar" aria-label="How close">
      <IconAction hall label="Wider" keyText="−" disabled={isWhole} onClick={zoom.wider}>
        <IconMinus aria-hidden size={16} />
      </IconAction>
      <IconAction hall label="Closer" keyText="+" onClick={zoom.closer}>
        <IconPlus aria-hidden size={16} />
      </IconAction>
      <IconAction hall label="All of it" keyText="0" disabled={isWhole} onClick={zoom.all}>
        <IconArrowAutofitWidth aria-hidden size={16} />
      </IconAction>
      {!isWhole && (
        <>
          <IconAction
            hall

            label={follows ? 'The view follows the playhead' : 'The view stays where it is'}
            pressed={follows}
            onClick={() => zoom.setFollows(!follows)}
          >
            <IconRouteAltRight aria-hidden size={16} />
          </IconAction>
          <input
            type="range"
            className={classes.part}
            aria-label="Which part is in view"
            aria-valuetext={`from ${timeText(shown.from)}`}
            min={0}
            max={whole - shown.length}
            step={Math.max(1, Math.round(shown.length / 20))}
            value={shown.from}
            onChange={(event) => zoom.goTo(micros(Number(event.currentTarget.value)))}
          />
        </>
      )}
    </Group>
  );
}
