import type { Revised } from '@oakbell/core/edits';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { lessonKey, saveEdits, type Lesson } from '../../shared/api/index.ts';

/** Saves a change as it is made. Null means that there was nothing to do. */
export function useChange(lesson: Lesson) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (revised: Revised | null) => {
      if (revised) await saveEdits(queries, lesson, revised.edits, revised.history);
    },
    onError: () => queries.invalidateQueries({ queryKey: lessonKey(lesson.id) }),
  });
}
