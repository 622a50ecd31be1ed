import type { Edit } from '@oakbell/core/edits';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { inTurn, lessonKey, type Lesson } from '../../shared/api/index.ts';
import { changeLesson } from '../../shared/changing/index.ts';
import type { Wanted } from '@oakbell/core/formats';

/** What is to become of a lesson as it stands when its turn comes; null when there is nothing to do. */
export type Change = (now: Lesson) => Wanted | null;
/** One edit as a change; null where there is none. */
export const doing = (edit: Edit | null): Wanted | null => edit && { do: [edit] };

/** Saves changes as they are made, one after another: a key that is pressed fast finds what the press before it left. */
export function useChange(lesson: Lesson) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (change: Change) =>
      inTurn(lesson.id, async () => {
        const now = queries.getQueryData<Lesson>(lessonKey(lesson.id)) ?? lesson;
        const wanted = change(now);
        if (wanted) await changeLesson(queries, now, wanted);
      }),
    onError: () => queries.invalidateQueries({ queryKey: lessonKey(lesson.id) }),
  });
}
