import { Button, Group, Stack, Text, Title } from '@mantine/core';
import { isWatched } from '@oakbell/core/assigning';
import { pictureKey } from '@oakbell/core/media';
import { useQuery } from '@tanstack/react-query';
import { Fragment, Suspense, useRef, useState } from 'react';
import { Link } from 'react-router';
import { TryAgain } from '../../kits/jobs/index.ts';
import { HeardEdition } from '../../kits/player/index.ts';
import { BesidePage, PagePicture } from '../../kits/stage/index.ts';
import {
  call,
  client,
  corePage,
  learnMedia,
  mediaAddress,
  pictureAt,
  Problem,
  type Api,
} from '../../shared/api/index.ts';
import { Fetching, later, Waiting, whenText } from '../../shared/ui/index.ts';
import { Giving } from './giving/Giving.tsx';
import { Receipts } from './giving/Receipts.tsx';
import { handInKey } from './handInKey.ts';
import { HAND_IN } from './NextStep.tsx';
import classes from './Watch.module.css';

/** Asked for where answers are seen by the class, and nowhere else. */
const MayBeShown = later(async () => (await import('./giving/MayBeShown.tsx')).MayBeShown);

/** Hands in a PDF, pictures or typed text; what is handed in can be replaced until it is marked. */
export function HandIn({ item }: { readonly item: Api['DeskItemDto'] }) {
  const id = item.assignmentId;
  const mine = useQuery({
    queryKey: handInKey(id),
    queryFn: () =>
      call(client.GET('/api/assignments/{id}/hand-in', { params: { path: { id } } }))
        .then(learnMedia)
        .catch((failure: unknown) => {
          if (failure instanceof Problem && failure.status === 404) return null;
          throw failure;
        }),
  });
  const [wants, setReplacing] = useState(false);
  const heading = useRef<HTMLHeadingElement>(null);
  if (mine.data === undefined) return <Fetching of={[mine]} what="Looking for your hand-in" />;
  const reason = mine.data?.removedReason ?? null;
  const replacing = wants || (reason !== null && mine.data?.kind !== 'worksheet');
  return (
    <section id={HAND_IN} tabIndex={-1} aria-label="Hand in" className="ob-card" style={{ padding: 16 }}>
      <Title order={2} mb="xs" ref={heading} tabIndex={-1}>
        {mine.data && reason === null && !replacing ? 'Handed in' : 'Hand in'}
      </Title>
      {reason !== null && (
        <Text mb="xs" role="alert">
          Your teacher removed what you handed in, and asks you to hand in again: “{reason}”
        </Text>
      )}
      {item.excused && !mine.data && <Text mb="xs">You are excused: nothing has to be handed in.</Text>}
      {!mine.data && !item.workOpen ? (
        <WatchFirst item={item} />
      ) : mine.data && !replacing ? (
        <Handed item={item} handed={mine.data} onReplace={() => setReplacing(true)} />
      ) : (
        <Giving
          item={item}
          before={mine.data}
          onDone={() => {
            setReplacing(false);
            // The button that was pressed is gone: what came of it is read next.
            heading.current?.focus();
          }}
        />
      )}
    </section>
  );
}

/** What is still to be watched before anything can be handed in. */
function WatchFirst({ item: { lessons, watchedPercent } }: { readonly item: Api['DeskItemDto'] }) {
  const left = lessons.filter(
    (one) => !isWatched([one], watchedPercent) && (one.standing === 'open' || one.standing === 'to-come'),
  );
  return (
    <>
      <Text>
        This opens once you have watched {watchedPercent < 100 ? `${watchedPercent} % of ` : ''}
        {lessons.length > 1 ? 'each lesson' : 'the lesson'}.
      </Text>
      <Text c="dimmed" aria-live="polite">
        So far{' '}
        {left
          .map(({ title, share }) => `${Math.floor(share * 100)} %${lessons.length > 1 ? ` of ${title}` : ''}`)
          .join(', ')}
        .
      </Text>
    </>
  );
}

function Handed({
  item,
  handed,
  onReplace,
}: {
  readonly item: Api['DeskItemDto'];
  readonly handed: Api['HandInDto'];
  readonly onReplace: () => void;
}) {
  const id = item.assignmentId;
  const making = handed.importing && handed.importing.state !== 'done' && handed.importing.state !== 'failed';
  return (
    <Stack gap="xs">
      <Text role="status">
        {handed.kind === 'file'
          ? handed.fileNames.join(', ')
          : handed.kind === 'text'
            ? 'Your text'
            : handed.kind === 'worksheet'
              ? 'Your worksheet'
              : item.makers === null
                ? 'Your spoken answer'
                : `Your small lesson${item.makers > 1 ? `, by ${handed.makers}` : ''}`}{' '}
        · {whenText(handed.handedInAt)}
        {handed.late && ' · late'}
        {handed.times > 1 && ` · handed in ${handed.times} times`}
        {handed.shown && ' · your class can see it'}
      </Text>
      <Receipts title={item.title} handed={handed} />
      {handed.agreed && (
        <Suspense fallback={null}>
          <MayBeShown assignmentId={id} agreed={handed.agreed} />
        </Suspense>
      )}
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
          {handed.pages.map((page, i) =>
            page.clip ? (
              <BesidePage key={page.id} page={page} number={i + 1} />
            ) : (
              <Fragment key={page.id}>
                <span role="img" className={classes.handedPage} aria-label={`Page ${i + 1} of what you handed in`}>
                  <PagePicture
                    page={corePage(page)}
                    small={page.smallPicture && mediaAddress(pictureKey(page.smallPicture))}
                    pictureAddress={pictureAt}
                    widthPx={300}
                  />
                </span>
                {page.whole && <BesidePage page={page} number={i + 1} />}
              </Fragment>
            ),
          )}
          {making && <Text size="sm">Drawing the pages: {Math.round((handed.importing?.progress ?? 0) * 100)} %</Text>}
        </Group>
      )}
      {handed.state === 'handed-back' ? (
        <Button component={Link} to={`/feedback/${id}`} style={{ alignSelf: 'flex-start' }}>
          Hear the feedback
        </Button>
      ) : handed.mayReplace && handed.kind === 'worksheet' ? (
        <Button component={Link} to={`/worksheet/${id}`} variant="default" style={{ alignSelf: 'flex-start' }}>
          Write on it again
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
