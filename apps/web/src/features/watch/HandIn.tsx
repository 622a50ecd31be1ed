import { Button, FileButton, Group, Progress, Stack, Text, Textarea, Title } from '@mantine/core';
import { fromMillis, timeText } from '@oakbell/core/clock';
import { pictureKey } from '@oakbell/core/media';
import { IconMicrophone } from '@tabler/icons-react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { TryAgain } from '../../kits/jobs/index.ts';
import { HeardEdition } from '../../kits/player/index.ts';
import { call, client, learnMedia, mediaAddress, once, Problem, sendFiles, type Api } from '../../shared/api/index.ts';
import { ProblemNote, Waiting, whenText } from '../../shared/ui/index.ts';
import classes from './Watch.module.css';

const keyOf = (id: string) => ['hand-in', id] as const;

/** Hands in a PDF, pictures or typed text; what is handed in can be replaced until it is marked. */
export function HandIn({ item }: { readonly item: Api['DeskItemDto'] }) {
  const id = item.assignmentId;
  const mine = useQuery({
    queryKey: keyOf(id),
    queryFn: () =>
      call(client.GET('/api/assignments/{id}/hand-in', { params: { path: { id } } }))
        .then(learnMedia)
        .catch((failure: unknown) => {
          if (failure instanceof Problem && failure.status === 404) return null;
          throw failure;
        }),
  });
  const [replacing, setReplacing] = useState(false);
  if (mine.error) return <ProblemNote failure={mine.error} onRetry={() => void mine.refetch()} />;
  if (mine.data === undefined) return <Waiting what="Looking for your hand-in" />;
  return (
    <section aria-label="Hand in" className="ob-card" style={{ padding: 16 }}>
      <Title order={2} mb="xs">
        {mine.data && !replacing ? 'Handed in' : 'Hand in'}
      </Title>
      {mine.data && !replacing ? (
        <Handed id={id} handed={mine.data} onReplace={() => setReplacing(true)} />
      ) : (
        <Giving item={item} before={mine.data} onDone={() => setReplacing(false)} />
      )}
    </section>
  );
}

function Handed({
  id,
  handed,
  onReplace,
}: {
  readonly id: string;
  readonly handed: Api['HandInDto'];
  readonly onReplace: () => void;
}) {
  const making = handed.importing && handed.importing.state !== 'done' && handed.importing.state !== 'failed';
  return (
    <Stack gap="xs">
      <Text role="status">
        {handed.kind === 'file'
          ? handed.fileNames.join(', ')
          : handed.kind === 'text'
            ? 'Your text'
            : 'Your spoken answer'}{' '}
        · {whenText(handed.handedInAt)}
        {handed.late && ' · late'}
        {handed.times > 1 && ` · handed in ${handed.times} times`}
      </Text>
      {handed.importing?.state === 'failed' && (
        <Group gap="xs" role="alert">
          <Text>{handed.importing.failureText}</Text>
          <TryAgain jobId={handed.importing.id} />
        </Group>
      )}
      {handed.kind === 'spoken' &&
        (handed.answerEditionId ? (
          <div className={classes.answer}>
            <HeardEdition id={handed.answerEditionId} keys={false} />
          </div>
        ) : (
          <Waiting what="Your answer is being made ready" />
        ))}
      {handed.kind !== 'spoken' && (
        <Group gap="xs">
          {handed.pages.map((page, i) => (
            <img
              key={page.id}
              className={classes.handedPage}
              src={(page.smallPicture && mediaAddress(pictureKey(page.smallPicture))) ?? ''}
              alt={`Page ${i + 1} of what you handed in`}
            />
          ))}
          {making && <Text size="sm">Drawing the pages: {Math.round((handed.importing?.progress ?? 0) * 100)} %</Text>}
        </Group>
      )}
      {handed.state === 'handed-back' ? (
        <Button component={Link} to={`/feedback/${id}`} style={{ alignSelf: 'flex-start' }}>
          Hear the feedback
        </Button>
      ) : handed.mayReplace ? (
        <Button variant="default" onClick={onReplace} style={{ alignSelf: 'flex-start' }}>
          Hand in something else instead
        </Button>
      ) : (
        <Text c="dimmed">Your teacher is marking it, so it can no longer be replaced.</Text>
      )}
    </Stack>
  );
}

function Giving({
  item,
  before,
  onDone,
}: {
  readonly item: Api['DeskItemDto'];
  readonly before: Api['HandInDto'] | null;
  readonly onDone: () => void;
}) {
  const { assignmentId: id, answerLimitMs } = item;
  const queries = useQueryClient();
  const [text, setText] = useState(before?.text ?? '');
  const [share, setShare] = useState<number | null>(null);
  const [failure, setFailure] = useState<unknown>(null);
  const send = async (work: () => Promise<Api['HandInDto']>) => {
    setFailure(null);
    setShare(0);
    try {
      queries.setQueryData(keyOf(id), await work());
      void queries.invalidateQueries({ queryKey: ['desk'] });
      onDone();
    } catch (problem) {
      setFailure(problem);
    } finally {
      setShare(null);
    }
  };
  const sendText = () =>
    send(() =>
      once((header) =>
        call(client.PUT('/api/assignments/{id}/hand-in/text', { params: { path: { id }, header }, body: { text } })),
      ),
    );
  const sendChosen = (files: File[]) =>
    files.length > 0 &&
    void send(() =>
      once((header) =>
        sendFiles<Api['HandInDto']>('PUT', `/api/assignments/${id}/hand-in/files`, files, {
          onProgress: setShare,
          header,
        }),
      ),
    );
  return (
    <Stack gap="sm">
      {before && <Text c="dimmed">What you handed in stays until the new one has arrived.</Text>}
      {answerLimitMs !== null && (
        <Group>
          <Button component={Link} to={`/answer/${id}`} leftSection={<IconMicrophone size={20} aria-hidden />}>
            Record your answer
          </Button>
          <Text size="sm" c="dimmed">
            Up to {timeText(fromMillis(answerLimitMs))}. You can record it again until you hand it in.
          </Text>
        </Group>
      )}
      <Group>
        <FileButton onChange={sendChosen} multiple inputProps={{ 'aria-label': 'Files to hand in' }}>
          {(props) => (
            <Button {...props} disabled={share !== null} variant={answerLimitMs === null ? 'filled' : 'default'}>
              Choose a PDF or photos
            </Button>
          )}
        </FileButton>
        {before && (
          <Button variant="subtle" color="oak" onClick={onDone}>
            Keep what is there
          </Button>
        )}
      </Group>
      {share !== null && <Progress value={share * 100} aria-label="Sent" />}
      <Textarea
        label="Or type it"
        autosize
        minRows={4}
        maxRows={16}
        maxLength={40_000}
        value={text}
        onChange={(event) => setText(event.currentTarget.value)}
      />
      <Button
        variant="light"
        disabled={text.trim() === ''}
        loading={share !== null}
        onClick={() => void sendText()}
        style={{ alignSelf: 'flex-start' }}
      >
        Hand in the text
      </Button>
      <ProblemNote failure={failure} />
    </Stack>
  );
}
