import { Stack, Text, Title } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import { useParams } from 'react-router';
import { useEdition } from '../../kits/player/index.ts';
import { RubricLines } from '../../kits/rubric/index.ts';
import { call, client, learnMedia, type Api } from '../../shared/api/index.ts';
import { PageTitle, Show, Waiting, whenText } from '../../shared/ui/index.ts';
import { EditionView } from './EditionView.tsx';
import { AnswerBack } from './feedback/AnswerBack.tsx';
import { SpokenRubric } from './feedback/SpokenRubric.tsx';
import { WrittenPages } from './feedback/WrittenPages.tsx';
import classes from './Watch.module.css';

type Feedback = Api['FeedbackDto'];

/** What came back: the teacher's voice and pen on the learner's own work, rubric, points and words. */
export function FeedbackPage() {
  const { assignment: id = '' } = useParams();
  const feedback = useQuery({
    queryKey: ['feedback', id],
    queryFn: () =>
      call(client.GET('/api/assignments/{id}/feedback', { params: { path: { id } } })).then((data) => {
        if (data.written) learnMedia(data.written);
        return data;
      }),
  });
  return (
    <div className={classes.page}>
      <Show of={feedback} what="Opening the feedback">
        {(data) => <Given assignmentId={id} feedback={data} />}
      </Show>
    </div>
  );
}

function Given({ assignmentId, feedback }: { readonly assignmentId: string; readonly feedback: Feedback }) {
  const { title, spoken, editionId, written, points, outOf, comment, handedBackAt, correctedAt } = feedback;
  const edition = useEdition(editionId);
  useOpened(assignmentId, correctedAt ?? handedBackAt);
  const rubric = rubricOf(feedback);
  const words = (
    <Stack className={classes.below}>
      {points !== null && (
        <Text size="lg" fw={700}>
          {points} of {outOf} points
        </Text>
      )}
      {comment !== '' && <Text style={{ whiteSpace: 'pre-wrap' }}>{comment}</Text>}
      {handedBackAt && (
        <Text c="dimmed">
          Handed back {whenText(handedBackAt)}
          {correctedAt && `. Your teacher corrected the marks ${whenText(correctedAt)}.`}
        </Text>
      )}
      <a className={classes.paper} href={`/api/assignments/${assignmentId}/feedback/paper`} download>
        Keep it as a PDF
      </a>
    </Stack>
  );
  const isHeard = spoken && edition.data !== undefined;
  return (
    <>
      <PageTitle>{`Feedback · ${title}`}</PageTitle>
      <Title order={1} className={classes.title}>
        Feedback: {title}
      </Title>
      {spoken &&
        (editionId === null ? (
          <Waiting what="The feedback is being made ready" />
        ) : (
          <Show of={edition} what="Fetching the feedback">
            {(made) => (
              <EditionView
                edition={made}
                linked={false}
                key={made.id}
                below={(player) => (
                  <>
                    {words}
                    {rubric && <SpokenRubric edition={made} player={player} {...rubric} />}
                    <AnswerBack assignmentId={assignmentId} player={player} />
                  </>
                )}
              />
            )}
          </Show>
        ))}
      {written && <WrittenPages written={written} />}
      {!isHeard && words}
      {!isHeard && rubric && <RubricLines {...rubric} />}
      {!spoken && <AnswerBack assignmentId={assignmentId} player={null} />}
    </>
  );
}

/** Tells that what came back is before its learner: once as it is now. What cannot be told now is told the next time. */
function useOpened(assignmentId: string, asOf: string | null): void {
  useEffect(() => {
    if (asOf === null) return;
    const params = { path: { id: assignmentId } };
    call(client.POST('/api/assignments/{id}/feedback/opened', { params })).catch(() => undefined);
  }, [assignmentId, asOf]);
}

/** The rubric as it was filled; null where none was. */
function rubricOf({ rubric, rubricVersion, points, outOf, reason }: Feedback) {
  if (!rubric || !rubricVersion || rubric.choices.length === 0) return null;
  return { criteria: rubricVersion.criteria, choices: rubric.choices, points, outOf, reason };
}
