import { Button, Group, Stack, Text, Title } from '@mantine/core';
import { isWaiting, nextWaiting } from '@oakbell/core/marking';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { HeardEdition } from '../../kits/player/index.ts';
import { BesidePage, PagePicture } from '../../kits/stage/index.ts';
import { call, client, corePage, learnMedia, pictureAt } from '../../shared/api/index.ts';
import {
  clockText,
  Empty,
  KeyHelp,
  PageTitle,
  ProblemNote,
  Show,
  useKeys,
  type KeyLine,
} from '../../shared/ui/index.ts';
import { isFaulty, MarkFields } from './MarkSheet.tsx';
import { RubricPart } from './RubricPart.tsx';
import { secondKey, useBoth, type Both, type SecondRow } from './secondKey.ts';
import { AS_SECOND, useMarks } from './useMarks.ts';
import classes from './Marking.module.css';

const KEYS: readonly KeyLine[] = [
  ['G', 'To the rubric; there a figure chooses the level'],
  ['C', 'To the comment; Escape leaves it'],
  ['Ctrl+Enter', 'Done, and on to the next one'],
  ['N', 'The next one that is left'],
];
const NOTHING = { points: null, comment: '', reason: '', rubric: null };

/** A hand-in as a second marker sees it: what was handed in, and nothing of what was given for it. */
export function SecondMarkPage() {
  const { assignment = '', submission = '' } = useParams();
  const both = useBoth(assignment);
  return (
    <div className={classes.compared}>
      <Link to={`/marking/${assignment}/second`}>Two markers</Link>
      <Show of={both} what="Opening the hand-in">
        {(data) => {
          const row = data.rows.find((one) => one.submissionId === submission);
          if (!row || !data.mine || !isWaiting(row))
            return (
              <Empty title="There is nothing to mark unseen here">
                It is done, was handed back, or you are not the second marker. Both marks stand under Two markers.
              </Empty>
            );
          return <Unseen key={`${row.submissionId} ${row.times}`} both={data} row={row} />;
        }}
      </Show>
    </div>
  );
}

function Unseen({ both, row }: { readonly both: Both; readonly row: SecondRow }) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const heading = useRef<HTMLHeadingElement>(null);
  const comment = useRef<HTMLTextAreaElement>(null);
  useEffect(() => heading.current?.focus(), []);
  const { assignmentId: id } = both;
  const { submissionId, times, revision } = row;
  const given = { submissionId, times, revision, ...(row.second ?? NOTHING) };
  const marks = useMarks(given, both.points, () => undefined, AS_SECOND);
  const { draft } = marks;
  const next = nextWaiting(both.rows, submissionId);
  const goOn = () => void navigate(next ? `/marking/${id}/second/${next.submissionId}` : `/marking/${id}/second`);
  const done = useMutation({
    mutationFn: () =>
      marks.finish({
        settled: () => Promise.resolve(),
        send: (body, header) =>
          call(
            client.PUT('/api/marking/hand-ins/{id}/second', {
              params: { path: { id: submissionId }, header },
              body: { ...body, done: true },
            }),
          ),
      }),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: secondKey(id) });
      goOn();
    },
  });
  const nothing =
    draft.points.trim() === '' && draft.comment.trim() === '' && (draft.rubric?.choices ?? []).length === 0;
  const finish = () => {
    if (!nothing && !isFaulty(both, draft) && !done.isPending) done.mutate();
  };
  useKeys({ c: () => comment.current?.focus(), n: () => (next ? goOn() : false), 'Ctrl+Enter': finish });
  return (
    <>
      <PageTitle>{`Second marks · ${both.title}`}</PageTitle>
      <Group justify="space-between">
        <Title order={1} className={classes.heading} ref={heading} tabIndex={-1}>
          <bdi>{row.learnerName}</bdi>
        </Title>
        <KeyHelp lines={KEYS} />
      </Group>
      <Text c="dimmed">
        {both.title} · you mark it as the second, unseen · {both.rows.filter(isWaiting).length} left
      </Text>
      <div className={classes.unseen}>
        <HandedIn id={submissionId} times={times} />
        <Stack gap="xs" component="section" aria-label="Your marks">
          <RubricPart desk={both} draft={draft} onDraft={marks.write} />
          <MarkFields desk={both} draft={draft} commentRef={comment} onDraft={marks.write} />
          <Text size="sm" role="status">
            {marks.state === 'away'
              ? 'The school server cannot be reached. What you type is kept here and saved later.'
              : marks.savedAt && marks.state === 'saved'
                ? `Saved ${clockText(marks.savedAt)}`
                : ''}
          </Text>
          <ProblemNote failure={marks.failure ?? done.error} />
          {marks.others && (
            <Group gap="xs" role="group" aria-label="Marked in two windows">
              <Text size="sm">
                The other window has {marks.others.points === null ? 'no points' : `${marks.others.points} points`}
                {marks.others.comment === '' ? '.' : ` and: “${marks.others.comment}”`}
              </Text>
              <Button size="xs" onClick={() => marks.settle('theirs')}>
                Take what is there
              </Button>
              <Button size="xs" variant="default" onClick={() => marks.settle('mine')}>
                Put this in its place
              </Button>
            </Group>
          )}
          <Text size="sm">Once it is done you see what was given first, and yours stays as it is.</Text>
          <Group gap={6}>
            <Button onClick={finish} loading={done.isPending} disabled={nothing} aria-keyshortcuts="Control+Enter">
              Done
            </Button>
            {next && (
              <Button variant="default" onClick={goOn}>
                Next
              </Button>
            )}
          </Group>
        </Stack>
      </div>
    </>
  );
}

/** What was handed in, page by page, and what was spoken. */
function HandedIn({ id, times }: { readonly id: string; readonly times: number }) {
  const version = useQuery({
    queryKey: ['versions', id, times],
    queryFn: () =>
      call(
        client.GET('/api/marking/hand-ins/{id}/versions/{number}', { params: { path: { id, number: times } } }),
      ).then(learnMedia),
  });
  return (
    <Show of={version} what="Opening what was handed in">
      {({ pages, editionId }) => (
        <div>
          {editionId && <HeardEdition id={editionId} keys={false} />}
          {pages.map((page, i) => (
            <figure key={page.id} className={classes.lookedPage}>
              <span role="img" aria-label={`Page ${i + 1}`}>
                <PagePicture page={corePage(page)} small={null} pictureAddress={pictureAt} widthPx={1000} />
              </span>
              <figcaption>
                Page {i + 1} of {pages.length}
              </figcaption>
              <BesidePage page={page} number={i + 1} />
            </figure>
          ))}
          {pages.length === 0 && <Text>Its pages are still being drawn. They come by themselves.</Text>}
        </div>
      )}
    </Show>
  );
}
