import { Button, Text, Title } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call, client } from '../../shared/api/index.ts';
import { ProblemNote, whenText } from '../../shared/ui/index.ts';

/** What was copied to a class before: each can be taken back while nothing was handed in for it. */
export function PastCopies({ classId }: { readonly classId: string }) {
  const queries = useQueryClient();
  const queryKey = ['class-page', classId];
  const past = useQuery({
    queryKey: [...queryKey, 'copies'],
    queryFn: () => call(client.GET('/api/classes/{id}/copies', { params: { path: { id: classId } } })),
  });
  const takeBack = useMutation({
    mutationFn: (copy: string) =>
      call(client.DELETE('/api/classes/{id}/copies/{copy}', { params: { path: { id: classId, copy } } })),
    onSettled: () => queries.invalidateQueries({ queryKey }),
  });
  if (!past.data?.length) return null;
  return (
    <section aria-label="Copied before">
      <Title order={2} mt="xl" mb="xs">
        Copied before
      </Title>
      <ProblemNote failure={takeBack.error} />
      <ul className="ob-rows ob-card">
        {past.data.map(({ id, fromName, at }) => (
          <li key={id} className="ob-row">
            <Text className="ob-row-main">
              From <bdi>{fromName}</bdi>, {whenText(at)}
            </Text>
            <Button
              variant="default"
              size="sm"
              loading={takeBack.isPending}
              aria-label={`Take back what came from ${fromName}`}
              onClick={() => takeBack.mutate(id)}
            >
              Take back
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
