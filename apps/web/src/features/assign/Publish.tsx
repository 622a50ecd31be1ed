import { Button, Group, Loader, Text, Title } from '@mantine/core';
import { micros, timeText } from '@oakbell/core/clock';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call, client, once, type Api, type Lesson } from '../../shared/api/index.ts';
import { TryAgain } from '../../kits/jobs/index.ts';
import { ProblemNote, whenText } from '../../shared/ui/index.ts';

/** The newest edition: made, and made anew. */
export function Publish({
  lesson,
  editions,
}: {
  readonly lesson: Lesson;
  readonly editions: readonly Api['EditionDto'][];
}) {
  const queries = useQueryClient();
  const newest = editions[0];
  const publish = useMutation({
    mutationFn: () =>
      once((header) =>
        call(client.POST('/api/lessons/{id}/editions', { params: { path: { id: lesson.id }, header } })),
      ),
    onSettled: () => queries.invalidateQueries({ queryKey: ['editions', lesson.id] }),
  });
  return (
    <section className="ob-card" style={{ padding: 16 }} aria-label="Publishing">
      <Group justify="space-between" wrap="nowrap" align="flex-start">
        <div>
          <Title order={2}>{newest ? `Edition ${newest.number}` : 'Not published yet'}</Title>
          {newest ? (
            <EditionState edition={newest} />
          ) : (
            <Text c="dimmed">Publishing freezes the lesson as it is now, for learners to watch. It takes seconds.</Text>
          )}
        </div>
        <Group gap="xs" wrap="nowrap">
          <Button
            onClick={() => publish.mutate()}
            loading={publish.isPending || newest?.state === 'making'}
            variant={newest ? 'default' : 'filled'}
          >
            {newest ? 'Publish again' : 'Publish'}
          </Button>
        </Group>
      </Group>
      <ProblemNote failure={publish.error} />
    </section>
  );
}

function EditionState({ edition }: { readonly edition: Api['EditionDto'] }) {
  const job = useQuery({
    queryKey: ['job', edition.jobId, edition.state],
    queryFn: () => call(client.GET('/api/jobs/{id}', { params: { path: { id: edition.jobId } } })),
    enabled: edition.state !== 'ready',
  });
  if (edition.state === 'ready') {
    return (
      <Text c="dimmed" role="status">
        Ready to watch since {whenText(edition.createdAt)} · {timeText(micros(edition.length))}
        {edition.lufs !== null && ` · voice at ${edition.lufs.toFixed(1).replace('-', '−')} LUFS`}
      </Text>
    );
  }
  if (edition.state === 'failed')
    return (
      <Group gap="xs" role="alert">
        <Text>{job.data?.failureText ?? 'The sound could not be made.'}</Text>
        <TryAgain jobId={edition.jobId} />
      </Group>
    );
  return (
    <Group gap="xs" role="status">
      <Loader size="xs" color="oak" />
      <Text c="dimmed">Making the sound: {Math.round((job.data?.progress ?? 0) * 100)} %</Text>
    </Group>
  );
}
