import { fromSeconds, timeText } from '@oakbell/core/clock';
import { KEPT } from '@oakbell/core/keeping';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { browserShelf, keepsHere, ownName, WATCHED_HERE, WRITTEN_HERE } from '../shared/api/index.ts';
import { notice } from '../shared/ui/index.ts';

/** Tells the server what this learner watched and wrote here while it could not be told, and the learner what is refused. */
export function KeptTold() {
  const queries = useQueryClient();
  useEffect(() => {
    // Nothing is loaded for what is not there.
    const tell = async () => {
      if (!browserShelf.names().some((name) => name.startsWith(ownName(WATCHED_HERE)))) return;
      const { tellKept } = await import('../features/watch/desk.ts');
      for (const { title, seconds, why } of await tellKept())
        notice({
          title: 'Not counted as watched',
          message: `${timeText(fromSeconds(seconds))} min of “${title}”: ${why}`,
          autoClose: false,
        });
    };
    // What cannot be told now stays kept, and is told the next time.
    const sendSheets = async () => {
      if (browserShelf.read(ownName(WRITTEN_HERE)) === null) return;
      const { sendKeptParts } = await import('../features/worksheet/desk.ts');
      for (const message of await sendKeptParts())
        notice({ title: 'Not saved on your worksheet', message, autoClose: false });
    };
    const freshen = async () => {
      if (!keepsHere()) return;
      const { freshenKept } = await import('../features/watch/desk.ts');
      for (const title of await freshenKept())
        notice({ message: `“${title}” is kept here no longer: your teacher took it back.`, autoClose: false });
      await queries.invalidateQueries({ queryKey: [KEPT] });
    };
    const again = () => {
      void freshen().catch(() => undefined);
      void tell().catch(() => undefined);
      void sendSheets().catch(() => undefined);
    };
    again();
    window.addEventListener('online', again);
    return () => window.removeEventListener('online', again);
  }, [queries]);
  return null;
}
