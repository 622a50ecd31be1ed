import { Text, Title } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { call, client, type Api } from '../../shared/api/index.ts';
import { Show, whenText } from '../../shared/ui/index.ts';
import { whoseAnswer } from './whoseAnswer.ts';

/** What an answer is, after whose it is. */
const KINDS: Readonly<Record<Api['ClassAnswerRowDto']['kind'], string>> = {
  ...{ file: 'On paper', text: 'In words', spoken: 'Spoken', worksheet: 'On the worksheet' },
};

/** The answers of the class that a teacher has shown to it. */
export function ClassAnswers({ assignmentId: id }: { readonly assignmentId: string }) {
  const answers = useQuery({
    queryKey: ['answers', id],
    queryFn: () => call(client.GET('/api/assignments/{id}/answers', { params: { path: { id } } })),
  });
  return (
    <section aria-labelledby="class-answers">
      <Title order={2} id="class-answers" mb="xs">
        Answers of the class
      </Title>
      <Show of={answers} what="Looking for answers">
        {(rows) =>
          rows.length === 0 ? (
            <Text c="dimmed">None yet. Your teacher chooses which ones the class sees.</Text>
          ) : (
            <ul className="ob-rows ob-card">
              {rows.map((row) => (
                <li key={row.id} className="ob-row">
                  <Link className="ob-link ob-finger" to={`/desk/${id}/answers/${row.id}`}>
                    <bdi>{whoseAnswer(row)}</bdi>
                  </Link>
                  <Text size="sm" c="dimmed">
                    {KINDS[row.kind]} · {whenText(row.approvedAt)}
                  </Text>
                </li>
              ))}
            </ul>
          )
        }
      </Show>
    </section>
  );
}
