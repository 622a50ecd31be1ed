import type { Framing } from '@oakbell/core/log';
import { IconPictureInPictureOn, IconPresentation, IconUser } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import { IconAction } from '../../../shared/ui/index.ts';
import classes from './Camera.module.css';

const CHOICES: readonly { readonly framing: Framing; readonly label: string; readonly icon: ReactNode }[] = [
  { framing: 'page', label: 'Page alone', icon: <IconPresentation /> },
  { framing: 'inset', label: 'Page with inset', icon: <IconPictureInPictureOn /> },
  { framing: 'presenter', label: 'Presenter alone', icon: <IconUser /> },
];

/** How page and presenter share the picture: one press, or one key. */
export function Framings({ now, onFraming }: { readonly now: Framing; readonly onFraming: (one: Framing) => void }) {
  return (
    <div className={classes.framings} role="group" aria-label="Framing">
      {CHOICES.map(({ framing, label, icon }, i) => (
        <IconAction
          key={framing}
          hall
          label={label}
          keyText={String(7 + i)}
          pressed={framing === now}
          onClick={() => onFraming(framing)}
        >
          {icon}
        </IconAction>
      ))}
    </div>
  );
}
