import { useCallback, useEffect, useState } from 'react';
import { ownName } from '../../../shared/api/index.ts';

/** Text that is typed and not handed in yet: kept in this browser for whoever types it, until it is. */
export function useDraft(assignmentId: string, before: string) {
  const [name] = useState(() => ownName(`draft.${assignmentId}`));
  const [text, setText] = useState(() => localStorage.getItem(name) ?? before);
  const [isKept, setKept] = useState(true);
  useEffect(() => {
    try {
      if (text === before) localStorage.removeItem(name);
      else localStorage.setItem(name, text);
      setKept(true);
    } catch {
      setKept(false);
    }
  }, [name, text, before]);
  const forget = useCallback(() => localStorage.removeItem(name), [name]);
  return { text, setText, forget, isKept };
}
