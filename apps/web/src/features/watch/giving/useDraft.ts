import { useCallback, useEffect, useState } from 'react';
import { browserShelf, ownName } from '../../../shared/api/index.ts';

/** Text that is typed and not handed in yet: kept in this browser for whoever types it, until it is. */
export function useDraft(assignmentId: string, before: string) {
  const [name] = useState(() => ownName(`draft.${assignmentId}`));
  const [text, setText] = useState(() => browserShelf.read(name) ?? before);
  const [isKept, setKept] = useState(true);
  useEffect(() => {
    if (text === before) browserShelf.remove(name);
    setKept(text === before || browserShelf.write(name, text));
  }, [name, text, before]);
  const forget = useCallback(() => browserShelf.remove(name), [name]);
  return { text, setText, forget, isKept };
}
