import { isTake } from '@oakbell/core/edits';
import { silenceOut, type KnownSilence } from '@oakbell/core/marking';
import { micros } from '@oakbell/core/clock';
import { useQueryClient } from '@tanstack/react-query';
import { call, client, useKeptSwitch, type Api, type Lesson } from '../../shared/api/index.ts';
import { changeLesson } from '../../shared/changing/index.ts';

const KEPT = 'oakbell.silence-stays';

/**
 * Whether silence in which the teacher only reads is left out of feedback, and how that is done. It is one change of the
 * lesson, and can be taken back there.
 */
export function useSilenceOut() {
  const queries = useQueryClient();
  const [stays, setStays] = useKeptSwitch(KEPT);
  const isOut = !stays;
  const setIsOut = (on: boolean) => setStays(!on);
  /** Leaves it out of what was recorded, where it is to be. What cannot be looked through stays as it is. */
  const leaveOut = async (lesson: Lesson): Promise<void> => {
    if (!isOut) return;
    const ids = [...new Set(lesson.edits.segments.filter(isTake).map(({ takeId }) => takeId))];
    const known = new Map<string, KnownSilence>();
    for (const id of ids) {
      const found = await call(client.GET('/api/takes/{id}/analysis', { params: { path: { id } } })).catch(() => null);
      if (found) known.set(id, { quiet: ranges(found.quiet), silentWriting: ranges(found.silentWriting) });
    }
    const edit = silenceOut(
      lesson.edits,
      (id) => known.get(id),
      () => crypto.randomUUID(),
    );
    if (edit) await changeLesson(queries, lesson, { do: [edit] });
  };
  return { isOut, setIsOut, leaveOut };
}

const ranges = (found: Api['AnalysisDto']['quiet']) =>
  found.map(({ start, end }) => ({ start: micros(start), end: micros(end) }));
