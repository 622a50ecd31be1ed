import { useQuery, type QueryClient } from '@tanstack/react-query';
import { applyEdit, type Edit, type EditList } from '@oakbell/core/edits';
import type { PastChange, Wanted } from '@oakbell/core/formats';
import { call, client, lessonKey, type Api, type History, type Lesson } from '../api/index.ts';

/**
 * Changes a lesson from the revision that is at hand. Only the change travels: the list is made here by the same
 * function that the server makes it with. @throws Problem `lesson-changed`
 */
export async function changeLesson(queries: QueryClient, lesson: Lesson, wanted: Wanted): Promise<Lesson> {
  const body = { revision: lesson.revision, ...wanted } as unknown as Api['ChangeDto'];
  const made = await call(client.POST('/api/lessons/{id}/changes', { params: { path: { id: lesson.id } }, body }));
  const done = 'do' in wanted ? wanted.do : (made.applied as unknown as readonly Edit[]);
  const edits = done.reduce((list, edit) => applied(list, edit), lesson.edits);
  // What else is known of the lesson may be newer by now: only what was changed is laid on it.
  const now = queries.getQueryData<Lesson>(lessonKey(lesson.id)) ?? lesson;
  const { revision, updatedAt } = made;
  const changed: Lesson = { ...now, edits, revision, updatedAt, history: made.history as unknown as History };
  queries.setQueryData(lessonKey(lesson.id), changed);
  return changed;
}

function applied(list: EditList, edit: Edit): EditList {
  const done = applyEdit(list, edit);
  if (!done.ok) throw new RangeError(`a change of the server does not apply here: ${done.reason}`);
  return done.edits;
}

/** The newest changes that can be taken back, newest first: asked for when somebody looks. */
export function usePastChanges({ id, revision }: Lesson, wanted: boolean) {
  return useQuery({
    queryKey: ['changes', id, revision],
    enabled: wanted,
    queryFn: async () =>
      (await call(client.GET('/api/lessons/{id}/changes', { params: { path: { id } } }))) as unknown as PastChange[],
  });
}
