import { Stack, Text, Title } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { useEdition } from '../../kits/player/index.ts';
import { call, client } from '../../shared/api/index.ts';
import { PageTitle, Show, Waiting, whenText } from '../../shared/ui/index.ts';
import { EditionView } from './EditionView.tsx';
import classes from './Watch.module.css';

/** What came back: the teacher's voice and pen on the learner's own work, points and words. */
export function FeedbackPage() {
  const { assignment: id = '' } = useParams();
  const feedback = useQuery({
    queryKey: ['feedback', id],
    queryFn: () => call(client.GET('/api/assignments/{id}/feedback', { params: { path: { id } } })),
  });
  const edition = useEdition(feedback.data?.editionId ?? null);
  return (
    <div className={classes.page}>
      <Show of={feedback} what="Opening the feedback">
        {(data) => (
          <>
            <PageTitle>{`Feedback · ${data.title}`}</PageTitle>
            <Title order={1} className={classes.title}>
              Feedback: {data.title}
            </Title>
            {data.spoken &&
              (data.editionId === null ? (
                <Waiting what="The feedback is being made ready" />
              ) : (
                <Show of={edition} what="Fetching the feedback">
                  {(made) => <EditionView edition={made} linked={false} key={made.id} />}
                </Show>
              ))}
            <Stack className={classes.below}>
              {data.points !== null && (
                <Text size="lg" fw={700}>
                  {data.points} of {data.outOf} points
                </Text>
              )}
              {data.comment !== '' && <Text style={{ whiteSpace: 'pre-wrap' }}>{data.comment}</Text>}
              {data.handedBackAt && (
                <Text c="dimmed">
                  Handed back {whenText(data.handedBackAt)}
                  {data.correctedAt && `. Your teacher corrected points or comment ${whenText(data.correctedAt)}.`}
                </Text>
              )}
            </Stack>
          </>
        )}
      </Show>
    </div>
  );
}
