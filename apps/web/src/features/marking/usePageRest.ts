import { useState } from 'react';
import { browserShelf } from '../../shared/api/index.ts';

const KEPT = 'oakbell.rests-at-pages';

/** Whether recording pauses when another page is turned to, so that it is read before anything is said. */
export function usePageRest() {
  const [rests, setRests] = useState(() => browserShelf.read(KEPT) === 'yes');
  const set = (on: boolean) => {
    browserShelf.write(KEPT, on ? 'yes' : 'no');
    setRests(on);
  };
  return { rests, setRests: set };
}
