import { Button, Stack, Text, Title } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { Fragment } from 'react';
import { Link, useParams } from 'react-router';
import { useEdition } from '../../kits/player/index.ts';
import { BesidePage, PagePicture } from '../../kits/stage/index.ts';
import {
  call,
  client,
  corePage,
  isGone,
  learnMedia,
  mediaAddress,
  pictureAt,
  type Api,
} from '../../shared/api/index.ts';
import { PageTitle, Show, Waiting } from '../../shared/ui/index.ts';
import { EditionView } from './EditionView.tsx';
import { NotYours } from './NotOpen.tsx';
import { Replies } from './Replies.tsx';
import classes from './Watch.module.css';
import { whoseAnswer } from './whoseAnswer.ts';

/** Sharp where a page is as wide as the widest screen it is read on. */
const WIDE_PX = 1600;

/** One answer that a teacher has shown to the class: the work itself, and nothing that was said of it. */
export function ClassAnswerPage() {
  const { assignment = '', answer: id = '' } = useParams();
  const key = ['answers', assignment, id];
  const answer = useQuery({
    queryKey: key,
    queryFn: () => call(client.GET('/api/answers/{id}', { params: { path: { id } } })).then(learnMedia),
  });
  const back = (
    <Button component={Link} to={`/desk/${assignment}`} variant="default" style={{ alignSelf: 'flex-start' }}>
      Back to the assignment
    </Button>
  );
  if (isGone(answer.error))
    return (
      <div className={classes.page}>
        <NotYours title="This answer is not shown now" action={back}>
          Your teacher has taken it away, or something else was handed in since.
        </NotYours>
      </div>
    );
  return (
    <div className={classes.page}>
      <Show of={answer} what="Opening the answer">
        {(data) => (
          <Stack gap="md">
            <PageTitle>{`${whoseAnswer(data)} · ${data.title}`}</PageTitle>
            <Title order={1} className={classes.title}>
              <bdi>{whoseAnswer(data)}</bdi>
            </Title>
            <Text>
              An answer to <bdi>{data.title}</bdi>
            </Text>
            {data.kind === 'spoken' && !data.leftOut ? <Spoken id={data.editionId} /> : <Written answer={data} />}
            {data.leftOut && <Text c="dimmed">A part is left out, as whoever made it wishes.</Text>}
            <Replies answerId={id} replies={data.replies} queryKey={key} />
            {back}
          </Stack>
        )}
      </Show>
    </div>
  );
}

function Spoken({ id }: { readonly id: string | null }) {
  const edition = useEdition(id);
  if (id === null) return <Waiting what="The answer is being made ready" />;
  return (
    <Show of={edition} what="Fetching the answer">
      {(made) => <EditionView edition={made} linked={false} key={made.id} />}
    </Show>
  );
}

function Written({ answer: { kind, text, pages, sound, leftOut } }: { readonly answer: Api['ClassAnswerDto'] }) {
  if (kind === 'text') return <Text className={classes.answerText}>{text}</Text>;
  if (pages.length === 0 && !leftOut) return <Waiting what="Its pages are being drawn" />;
  return (
    <>
      {sound && (
        <audio
          src={mediaAddress(sound) ?? ''}
          controls
          preload="metadata"
          aria-label="What was said"
          className={classes.said}
        />
      )}
      {pages.map((page, i) => (
        <Fragment key={page.id}>
          <div role="img" className={classes.answerPage} aria-label={`Page ${i + 1} of ${pages.length}`}>
            <PagePicture page={corePage(page)} small={null} pictureAddress={pictureAt} widthPx={WIDE_PX} />
          </div>
          <BesidePage page={page} number={i + 1} />
        </Fragment>
      ))}
    </>
  );
}
