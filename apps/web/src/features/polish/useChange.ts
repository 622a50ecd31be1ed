import type { Revised } from '@oakbell/core/edits';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { lessonKey, saveEdits, type Lesson } from '../../shared/api/index.ts';

/** What is to become of a lesson as it stands when its turn comes; null when there is nothing to do. */
export type Change = (now: Lesson) => Revised | null;

/** The newest save of each lesson: the next one waits for it, however it ends. */
const turns = new Map<string, Promise<unknown>>();

function inTurn<T>(lessonId: string, work: () => Promise<T>): Promise<T> {
  const mine = (turns.get(lessonId) ?? Promise.resolve()).catch(() => undefined).then(work);
  turns.set(lessonId, mine);
  return mine;
}

/** Saves changes as they are made, one after another: a key that is pressed fast finds what the press before it left. */
export function useChange(lesson: Lesson) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (change: Change) =>
      inTurn(lesson.id, async () => {
        const now = queries.getQueryData<Lesson>(lessonKey(lesson.id)) ?? lesson;
        const revised = change(now);
        if (revised) await saveEdits(queries, now, revised.edits, revised.history);
      }),
    onError: () => queries.invalidateQueries({ queryKey: lessonKey(lesson.id) }),
  });
}
