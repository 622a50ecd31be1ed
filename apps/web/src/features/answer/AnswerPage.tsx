import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { call, client } from '../../shared/api/index.ts';
import { Show } from '../../shared/ui/index.ts';
import { answerKey } from './answerKey.ts';
import { SmallLesson } from './SmallLesson.tsx';
import { SpokenAnswer } from './SpokenAnswer.tsx';

/** What a learner records for an assignment: a spoken answer, or a small lesson, alone or with a classmate. */
export function AnswerPage() {
  const { assignment: id = '' } = useParams();
  const item = useQuery({
    queryKey: ['desk', id],
    queryFn: () => call(client.GET('/api/desk/{id}', { params: { path: { id } } })),
  });
  const begun = useQuery({
    queryKey: answerKey(id),
    queryFn: () => call(client.PUT('/api/assignments/{id}/answer', { params: { path: { id } } })),
    retry: false,
  });
  return (
    <Show of={item} what="Opening the assignment">
      {({ title, answerLimitMs, makers }) => (
        <Show of={begun} what="Opening the room">
          {(answer) => {
            const asked = { assignment: id, title, limitMs: answerLimitMs ?? 60_000 };
            return makers === null ? (
              <SpokenAnswer {...asked} lessonId={answer.lessonId} />
            ) : (
              <SmallLesson {...asked} key={answer.lessonId} makers={makers} answer={answer} />
            );
          }}
        </Show>
      )}
    </Show>
  );
}
