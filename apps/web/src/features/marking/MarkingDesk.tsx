import { Button, Text, Title } from '@mantine/core';
import { useState } from 'react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Link, useNavigate, useParams } from 'react-router';
import { HeardEdition, HeardLesson } from '../../kits/player/index.ts';
import { Room, roomPages, useStayInRoom } from '../../kits/recorder/index.ts';
import { call, client, lessonKey, pictureOf, useLesson, type Api, type Lesson } from '../../shared/api/index.ts';
import { changeLesson } from '../../shared/changing/index.ts';
import { emptying } from '@oakbell/core/edits';
import { Empty, Fetching, PageTitle, Show, Waiting } from '../../shared/ui/index.ts';
import { deskKey } from './deskKey.ts';
import { HandedBack } from './HandedBack.tsx';
import { MarkSheet } from './MarkSheet.tsx';
import { useMarks } from './useMarks.ts';
import classes from './Marking.module.css';

/** The queue on the left, the hand-in with pen and voice in the middle, the marks on the right. */
export function MarkingDesk() {
  const { assignment: id = '', submission } = useParams();
  const desk = useQuery({
    queryKey: deskKey(id),
    queryFn: () => call(client.GET('/api/marking/{id}', { params: { path: { id } } })),
  });
  return (
    <Show of={desk} what="Opening the marking desk">
      {(data) => {
        const open =
          data.queue.find((row) => row.submissionId === submission) ??
          data.queue.find((row) => row.state === 'handed-in') ??
          data.queue[0];
        return (
          <div className={classes.desk}>
            <PageTitle>{`Marking · ${data.title}`}</PageTitle>
            <nav className={classes.queue} aria-label="Hand-ins">
              <Link to="/marking">All piles</Link>
              <Title order={1} className={classes.heading}>
                {data.title}
              </Title>
              <Text size="sm" c="dimmed">
                {data.className} · {data.queue.length} of {data.learners} handed in
              </Text>
              {data.worksheet && <Link to={`/marking/${id}/worksheets`}>Look on at the worksheets</Link>}
              <ol>
                {data.queue.map((row) => (
                  <QueueRow
                    key={row.submissionId}
                    row={row}
                    current={row === open}
                    to={`/marking/${id}/${row.submissionId}`}
                  />
                ))}
              </ol>
            </nav>
            {open ? (
              <Opened key={`${open.submissionId} ${open.times}`} desk={data} row={open} />
            ) : (
              <div className="ob-page">
                <Empty title="Nobody has handed in yet">
                  {data.worksheet
                    ? 'The first worksheet opens here as soon as it is handed in. You can look on while they write.'
                    : 'The first hand-in opens here as soon as it arrives.'}
                </Empty>
              </div>
            )}
          </div>
        );
      }}
    </Show>
  );
}

function QueueRow({
  row,
  current,
  to,
}: {
  readonly row: Api['QueueRowDto'];
  readonly current: boolean;
  readonly to: string;
}) {
  const state =
    row.state === 'handed-in'
      ? 'waiting'
      : row.heardAt
        ? `heard ${Math.round((row.heardShare ?? 0) * 100)} %`
        : 'handed back';
  return (
    <li>
      <Link to={to} className={classes.queueRow} aria-current={current ? 'page' : undefined}>
        <bdi>{row.learnerName}</bdi>
        <Text size="sm" component="span" c="dimmed">
          {state}
          {row.late ? ' · late' : ''}
          {row.points === null ? '' : ` · ${row.points} points`}
          {row.replies === 0 ? '' : ` · ${row.replies === 1 ? 'a reply waits' : `${row.replies} replies wait`}`}
        </Text>
      </Link>
    </li>
  );
}

function Opened({ desk, row }: { readonly desk: Api['MarkingDeskDto']; readonly row: Api['QueueRowDto'] }) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const lesson = useLesson(row.feedbackLessonId ?? '');
  const [running, setRunning] = useState(false);
  /** A spoken answer is heard first. */
  const [listening, setListening] = useState(true);
  const [inRoom, setInRoom] = useStayInRoom(lesson.data && lesson.data.edits.segments.length > 0);
  const refresh = () => queries.invalidateQueries({ queryKey: deskKey(desk.assignmentId) });
  const marks = useMarks(row, desk.points, () => void refresh());
  const afterHandBack = (next: string | null) => {
    void refresh();
    void queries.invalidateQueries({ queryKey: ['today'] });
    navigate(`/marking/${desk.assignmentId}${next ? `/${next}` : ''}`);
  };
  const sheet = (
    <MarkSheet
      marks={marks}
      desk={desk}
      row={row}
      spoken={(lesson.data?.edits.segments.length ?? 0) > 0}
      running={running}
      onHandedBack={afterHandBack}
    />
  );
  if (!lesson.data) return <Fetching of={[lesson]} what="Opening the hand-in" />;
  if (lesson.data.pages.length === 0) {
    const failed = lesson.data.importing?.state === 'failed';
    return (
      <div className={classes.plain}>
        {failed ? (
          <Text role="alert">
            {lesson.data.importing?.failureText} <bdi>{row.learnerName}</bdi> can try again, or hand in another file.
          </Text>
        ) : (
          <Waiting what="Drawing the pages of the hand-in" />
        )}
        {sheet}
      </div>
    );
  }
  if (row.state === 'handed-back')
    return <HandedBack row={row} lesson={lesson.data} desk={desk} onCorrected={() => void refresh()} />;
  if (!inRoom) {
    return (
      <div className={classes.hall}>
        <HeardLesson lesson={lesson.data} />
        <div className={classes.beside}>
          {sheet}
          <Button variant="subtle" color="var(--ob-hall-text)" onClick={() => void takeOut(lesson.data)}>
            Speak again instead
          </Button>
        </div>
      </div>
    );
  }
  if (row.kind === 'spoken' && listening) {
    return (
      <div className={classes.hall}>
        {row.answerEditionId ? (
          <HeardEdition id={row.answerEditionId} />
        ) : (
          <Waiting what="The spoken answer is being made ready" />
        )}
        <div className={classes.beside}>
          <Text>
            {desk.makers === null
              ? 'A spoken answer. Listen first; then speak on it, or write below.'
              : 'A small lesson. Watch it first; then speak on it, or write below.'}
          </Text>
          <Button onClick={() => setListening(false)}>Speak on it</Button>
          {sheet}
        </div>
      </div>
    );
  }
  return (
    <div className={classes.room}>
      <Room
        lessonId={lesson.data.id}
        title={row.learnerName}
        pages={roomPages(lesson.data)}
        pictureAddress={pictureOf(lesson.data.id)}
        earlierInk={() => []}
        onFinished={() => undefined}
        onRunning={setRunning}
        onKeep={() => {
          // At once where what was spoken is known already: nothing is typed into a sheet that is about to move.
          if (lesson.data.edits.segments.length > 0) setInRoom(false);
          else void lesson.refetch().then(() => setInRoom(false));
        }}
        onRecordAgain={async () => {
          const { data } = await lesson.refetch();
          if (data) await takeOut(data);
        }}
        beside={
          <>
            {row.kind === 'spoken' && (
              <Button variant="default" onClick={() => setListening(true)}>
                Hear the answer again
              </Button>
            )}
            {sheet}
          </>
        }
      />
    </div>
  );

  /** Takes what was spoken out of the feedback; it stays in its history. */
  async function takeOut(now: Lesson): Promise<void> {
    const edits = emptying(now.edits);
    if (edits.length > 0) await changeLesson(queries, now, { do: edits });
    await queries.invalidateQueries({ queryKey: lessonKey(now.id) });
    setInRoom(true);
  }
}
