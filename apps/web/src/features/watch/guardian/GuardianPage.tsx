import { Stack, Text, Title } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { openedEdition, type Edition } from '../../../kits/player/index.ts';
import { call, client, MEDIA_FRESH_MS, Problem, type Api } from '../../../shared/api/index.ts';
import { Door, PageTitle, setSchoolZone, Show, Waiting, whenText } from '../../../shared/ui/index.ts';
import { EditionView } from '../EditionView.tsx';
import classes from '../Watch.module.css';

interface Seen {
  readonly view: Api['GuardianViewDto'];
  readonly edition: Edition | null;
}

/** One piece of one child, for a guardian who has a link and nothing else. */
export function GuardianPage() {
  const { link = '', signature = '' } = useParams();
  const seen = useQuery({
    queryKey: ['guardian', link, signature],
    staleTime: MEDIA_FRESH_MS,
    retry: false,
    queryFn: async (): Promise<Seen> => {
      const path = { link, signature };
      const view = await call(client.POST('/api/guardian/{link}/{signature}', { params: { path } }));
      setSchoolZone(view.timeZone);
      const { editionId: id, lessonId, media } = view;
      if (id === null || lessonId === null || media === null) return { view, edition: null };
      return { view, edition: await openedEdition({ id, lessonId, media }) };
    },
  });
  const failure = seen.error instanceof Problem ? seen.error : null;
  if (failure && ['link-over', 'not-found'].includes(failure.code))
    return (
      <Door title="This link has ended">
        <Title order={1}>This link has ended</Title>
        <Text>It opens nothing any more. Ask the school if you would like another one.</Text>
      </Door>
    );
  return (
    <main className={classes.page}>
      <Show of={seen} what="Opening it">
        {(data) => <Filled {...data} />}
      </Show>
    </main>
  );
}

function Filled({ view, edition }: Seen) {
  const { kind, childName, title, until, points, outOf, comment, handedBackAt, spoken } = view;
  const name = kind === 'lesson' ? title : `Feedback: ${title}`;
  return (
    <>
      <PageTitle>{name}</PageTitle>
      <Text>
        For the guardians of <bdi>{childName}</bdi>, until {whenText(until)}
      </Text>
      <Title order={1} className={classes.title}>
        {name}
      </Title>
      {edition ? (
        <EditionView edition={edition} counted={false} linked={false} />
      ) : (
        spoken && <Waiting what="It is being made ready. Load the page again in a moment" />
      )}
      {kind === 'feedback' && (
        <Stack className={classes.below}>
          {points !== null && (
            <Text size="lg" fw={700}>
              {points} of {outOf} points
            </Text>
          )}
          {comment !== '' && <Text style={{ whiteSpace: 'pre-wrap' }}>{comment}</Text>}
          {handedBackAt && <Text c="dimmed">Handed back {whenText(handedBackAt)}</Text>}
        </Stack>
      )}
    </>
  );
}
