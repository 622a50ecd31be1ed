import { fromSeconds, timeText } from '@oakbell/core/clock';
import { useEffect } from 'react';
import { browserShelf, ownName, WATCHED_HERE, WRITTEN_HERE } from '../shared/api/index.ts';
import { notice } from '../shared/ui/index.ts';

/** Tells the server what this learner watched and wrote here while it could not be told, and the learner what is refused. */
export function KeptTold() {
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
    const again = () => {
      void tell().catch(() => undefined);
      void sendSheets().catch(() => undefined);
    };
    again();
    window.addEventListener('online', again);
    return () => window.removeEventListener('online', again);
  }, []);
  return null;
}
