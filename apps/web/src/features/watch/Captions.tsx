import { cueAt, type Cue } from '@oakbell/core/captions';
import type { Micros } from '@oakbell/core/clock';
import { useState } from 'react';
import { browserShelf, ownName, useSession } from '../../shared/api/index.ts';
import classes from './Watch.module.css';

/** Whether what is said stands under the pages: as somebody chose it here, or as they need it. */
export function useCaptionsOn(): readonly [boolean, () => void] {
  const me = useSession();
  const [name] = useState(() => ownName('captions'));
  const [chosen, setChosen] = useState(() => browserShelf.read(name));
  const isOn = chosen === null ? (me?.captions ?? false) : chosen === 'yes';
  const toggle = () => {
    const next = isOn ? 'no' : 'yes';
    browserShelf.write(name, next);
    setChosen(next);
  };
  return [isOn, toggle];
}

/** What is said now. It has its place below the page, so that nothing written there lies under it. */
export const Captions = ({ cues, time }: { readonly cues: readonly Cue[]; readonly time: Micros }) => (
  <p className={classes.captions} role="group" aria-label="Captions">
    {cueAt(cues, time)?.text}
  </p>
);
