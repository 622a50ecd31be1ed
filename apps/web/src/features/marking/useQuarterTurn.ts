import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call, client, inTurn, learn, lessonKey, type Lesson } from '../../shared/api/index.ts';

/**
 * Turns pages of a hand-in by quarters to the right, one press after the other. What was just written is saved first:
 * the school refuses to turn what something stands on.
 */
export function useQuarterTurn(submissionId: string, lessonId: string, save: () => Promise<unknown>) {
  const queries = useQueryClient();
  const [failure, setFailure] = useState<unknown>(null);
  const turn = (page: string): void => {
    setFailure(null);
    const turned = inTurn(`turn ${submissionId}`, async () => {
      const unsaved = await save();
      if (unsaved) throw unsaved;
      const there = queries.getQueryData<Lesson>(lessonKey(lessonId))?.pages.find(({ id }) => id === page);
      if (!there?.picture) return;
      const path = { id: submissionId, page };
      const body = { picture: there.picture };
      const now = await call(client.POST('/api/marking/hand-ins/{id}/pages/{page}/turn', { params: { path }, body }));
      learn<Lesson>(
        queries,
        lessonKey(lessonId),
        (lesson) =>
          lesson && { ...lesson, pages: lesson.pages.map((one) => (one.id === page ? { ...one, ...now } : one)) },
      );
    });
    turned.catch(setFailure);
  };
  return { turn, failure };
}
