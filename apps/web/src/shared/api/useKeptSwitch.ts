import { useState } from 'react';
import { browserShelf } from './shelf.ts';

/** A switch that this browser keeps as it was left; off before anybody has pressed it. */
export function useKeptSwitch(name: string): readonly [on: boolean, set: (on: boolean) => void] {
  const [on, setOn] = useState(() => browserShelf.read(name) === 'yes');
  const set = (next: boolean) => {
    browserShelf.write(name, next ? 'yes' : 'no');
    setOn(next);
  };
  return [on, set];
}
