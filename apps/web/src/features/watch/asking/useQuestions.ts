import { useQuery } from '@tanstack/react-query';
import { call, client } from '../../../shared/api/index.ts';

/** Which lesson, of which piece of work. */
export interface AskedOf {
  readonly assignmentId: string;
  readonly lessonId: string;
}
export const questionsKey = ({ assignmentId, lessonId }: AskedOf) => ['questions', assignmentId, lessonId] as const;
export const pathOf = ({ assignmentId, lessonId }: AskedOf) => ({ id: assignmentId, lesson: lessonId });

/** One's own questions and signs, and what was answered before the class. Asked for once somebody looks. */
export function useQuestions(of: AskedOf, wanted: boolean) {
  return useQuery({
    queryKey: questionsKey(of),
    enabled: wanted,
    queryFn: () =>
      call(client.GET('/api/assignments/{id}/lessons/{lesson}/questions', { params: { path: pathOf(of) } })),
  });
}
