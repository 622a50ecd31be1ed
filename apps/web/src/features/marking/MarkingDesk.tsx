import { Button, Text } from '@mantine/core';
import { isWaiting, nextWaiting } from '@oakbell/core/marking';
import { emptying } from '@oakbell/core/edits';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { CaptionDesk } from '../../kits/captions/index.ts';
import { HeardEdition, HeardLesson } from '../../kits/player/index.ts';
import { Room, roomPages, useStayInRoom, type RoomActs } from '../../kits/recorder/index.ts';
import { BesidePage } from '../../kits/stage/index.ts';
import {
  call,
  client,
  clipOf,
  lessonKey,
  pictureOf,
  Problem,
  useKeptSwitch,
  useLesson,
  type Lesson,
} from '../../shared/api/index.ts';
import { changeLesson } from '../../shared/changing/index.ts';
import { Empty, Fetching, PageTitle, Show, useKeys, Waiting } from '../../shared/ui/index.ts';
import { deskKey, type Desk, type Row } from './deskKey.ts';
import { HandedBack } from './HandedBack.tsx';
import { isFaulty, MarkSheet, SHEET_KEYS } from './MarkSheet.tsx';
import { beginPace, onePaced } from './pace.ts';
import { Queue } from './Queue.tsx';
import { RemovedHandIn } from './RemoveHandIn.tsx';
import { RubricChoice } from './RubricChoice.tsx';
import { TakeBack, type LastDone } from './TakeBack.tsx';
import { useFinishing, type Going } from './useFinishing.ts';
import { useGoing } from './useGoing.ts';
import { NotBack } from './NotBack.tsx';
import { useMarkInk } from './useMarkInk.ts';
import { useMarks } from './useMarks.ts';
import { useQuarterTurn } from './useQuarterTurn.ts';
import { useNear, usePreloaded } from './usePreloaded.ts';
import { useSilenceOut } from './useSilenceOut.ts';
import { useOrder } from './useOrder.ts';
import classes from './Marking.module.css';

/** The queue on the left, the hand-in with pen and voice in the middle, rubric and marks on the right. */
export function MarkingDesk() {
  const { assignment: id = '' } = useParams();
  const desk = useQuery({
    queryKey: deskKey(id),
    queryFn: () => call(client.GET('/api/marking/{id}', { params: { path: { id } } })),
  });
  return (
    <Show of={desk} what="Opening the marking desk">
      {(data) => <DeskWith desk={data} />}
    </Show>
  );
}

function DeskWith({ desk }: { readonly desk: Desk }) {
  const { submission } = useParams();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const ordered = useOrder(desk);
  const { all } = ordered;
  const [last, setLast] = useState<LastDone | null>(null);
  const forget = useCallback(() => setLast(null), []);
  const id = desk.assignmentId;
  useEffect(() => beginPace(id), [id]);
  const open =
    all.find((row) => row.submissionId === submission) ?? all.find((row) => isWaiting(row)) ?? all[0] ?? null;
  const refresh = () => {
    void queries.invalidateQueries({ queryKey: deskKey(id) });
    void queries.invalidateQueries({ queryKey: ['marking'], exact: true });
    void queries.invalidateQueries({ queryKey: ['today'] });
  };
  const onBack = (row: Row, { how, undo }: Going) => {
    onePaced(id);
    refresh();
    setLast({ name: row.learnerName, how, undo: () => undo().finally(refresh) });
  };
  const { going, failed, follow, forget: isSeen } = useGoing(onBack);
  // What is on its way back waits no more.
  const staying = all.filter((row) => row === open || !going.has(row.submissionId));
  const next = open && nextWaiting(staying, open.submissionId);
  usePreloaded(next);
  const near = useNear();
  const goTo = (row: Pick<Row, 'submissionId'> | null | undefined) =>
    row ? void navigate(`/marking/${id}/${row.submissionId}`) : (false as const);
  useKeys({
    n: () => goTo(next),
    v: () => goTo(all[all.findIndex((row) => row === open) - 1]),
  });
  const onGoing = (row: Row, one: Going) => {
    follow(row, one);
    if (next) goTo(next);
  };
  return (
    <div className={classes.desk}>
      <PageTitle>{`Marking · ${desk.title}`}</PageTitle>
      <Queue
        desk={desk}
        ordered={ordered}
        open={open}
        going={going}
        onNear={near}
        last={
          <>
            {failed.map((one) => (
              <NotBack key={one.row.submissionId} failed={one} assignmentId={id} onSeen={isSeen} />
            ))}
            {last && <TakeBack last={last} onGone={forget} />}
          </>
        }
      />
      {open?.sealed ? (
        <Sealed desk={desk} row={open} />
      ) : open?.state === 'removed' ? (
        <div className="ob-page">
          <RemovedHandIn desk={desk} row={open} />
        </div>
      ) : open ? (
        <Opened
          key={`${open.submissionId} ${open.times}`}
          desk={desk}
          row={open}
          isLast={next === null}
          onGoing={(one) => onGoing(open, one)}
        />
      ) : (
        <div className="ob-page">
          <Empty title="Nobody has handed in yet">
            {desk.worksheet
              ? 'The first worksheet opens here as soon as it is handed in. You can look on while they write.'
              : 'The first hand-in opens here as soon as it arrives.'}
          </Empty>
          <div className={classes.ahead}>
            <RubricChoice desk={desk} />
          </div>
        </div>
      )}
    </div>
  );
}

/** A second marker sees nothing of what was given first: they go to where they mark it unseen. */
const Sealed = ({ desk, row }: { readonly desk: Desk; readonly row: Row }) => (
  <div className="ob-page">
    <Empty title="You mark this one unseen">
      What was given first is shown once your own marks are done.{' '}
      <Link to={`/marking/${desk.assignmentId}/second/${row.submissionId}`}>Mark it as the second</Link>
    </Empty>
  </div>
);

interface OpenedProps {
  readonly desk: Desk;
  readonly row: Row;
  /** No other one waits. */
  readonly isLast: boolean;
  readonly onGoing: (going: Going) => void;
}

function Opened({ desk, row, isLast, onGoing }: OpenedProps) {
  const queries = useQueryClient();
  const lesson = useLesson(row.feedbackLessonId ?? '');
  const [running, setRunning] = useState(false);
  /** Something was begun to be recorded here. */
  const [begun, setBegun] = useState(false);
  const [room, setRoom] = useState<RoomActs | null>(null);
  /** A spoken answer is heard first. */
  const [listening, setListening] = useState(true);
  const [captioning, setCaptioning] = useState(false);
  const [inRoom, setInRoom] = useStayInRoom(lesson.data && lesson.data.edits.segments.length > 0);
  const refresh = () => queries.invalidateQueries({ queryKey: deskKey(desk.assignmentId) });
  const marks = useMarks(row, desk.points, () => void refresh());
  const ink = useMarkInk(row);
  const spoken = (lesson.data?.edits.segments.length ?? 0) > 0;
  const silence = useSilenceOut();
  const [rests, setRests] = useKeptSwitch('oakbell.rests-at-pages');
  const quarter = useQuarterTurn(row.submissionId, row.feedbackLessonId ?? '', ink.save);
  /** What was recorded is part of the feedback before it goes: nobody hands back a voice that was lost on the way. */
  const settled = async () => {
    const unsaved = await ink.save();
    // What was written goes with it, or nothing goes.
    if (unsaved) throw unsaved;
    if (!begun) return;
    const { data } = await lesson.refetch();
    if (data && data.edits.segments.length > 0) return silence.leaveOut(data);
    throw new Problem(
      0,
      'not-recorded',
      'What you said is not part of the feedback yet, so nothing was handed back. Look at the recording first.',
    );
  };
  const finish = useFinishing({
    row,
    marks,
    running,
    settled,
    onGoing,
    // Whoever goes nowhere sees what becomes of it here; what has to be mended or asked about first is, before they go.
    stays: isLast || isFaulty(desk, marks.draft) || marks.others !== null || (row.needsCaptions && (spoken || begun)),
  });
  /** Takes what was spoken out of the feedback; it stays in its history. */
  const takeOut = async (now: Lesson) => {
    const edits = emptying(now.edits);
    if (edits.length > 0) await changeLesson(queries, now, { do: edits });
    await queries.invalidateQueries({ queryKey: lessonKey(now.id) });
    // Nothing that was said is waited for any more.
    setBegun(false);
    setInRoom(true);
  };
  if (!lesson.data || !ink.before)
    return row.firstPicture !== null && !lesson.error && !ink.fetched.error ? (
      <FirstPage row={row} />
    ) : (
      <Fetching of={[lesson, ink.fetched]} what="Opening the hand-in" />
    );
  if (row.state === 'handed-back')
    return <HandedBack row={row} lesson={lesson.data} desk={desk} onCorrected={() => void refresh()} />;
  const hears = row.kind === 'spoken' && listening;
  const isDrawn = lesson.data.pages.length > 0;
  return (
    <div className={classes.work}>
      {!isDrawn ? (
        <NotDrawn lesson={lesson.data} name={row.learnerName} />
      ) : captioning ? (
        <CaptionDesk
          lesson={lesson.data}
          foot={
            <Button variant="default" onClick={() => setCaptioning(false)}>
              Back to the hand-in
            </Button>
          }
        />
      ) : !inRoom ? (
        <div className={classes.heard}>
          <HeardLesson lesson={lesson.data} />
        </div>
      ) : hears ? (
        <div className={classes.heard}>
          {row.answerEditionId ? (
            <HeardEdition id={row.answerEditionId} />
          ) : (
            <Waiting what="The spoken answer is being made ready" />
          )}
        </div>
      ) : (
        <div className={classes.room}>
          <Room
            lessonId={lesson.data.id}
            title={row.learnerName}
            pages={roomPages(lesson.data)}
            pictureAddress={pictureOf(lesson.data.id)}
            clipAddress={clipOf(lesson.data.id)}
            earlierInk={() => []}
            before={ink.before}
            moreKeys={SHEET_KEYS}
            onQuarterTurn={quarter.turn}
            pausesAtPages={rests}
            onActs={setRoom}
            onFinished={() => undefined}
            onRunning={(on) => {
              setRunning(on);
              if (on) setBegun(true);
            }}
            onKeep={() => void lesson.refetch().then(() => setInRoom(false))}
            onRecordAgain={async () => {
              const { data } = await lesson.refetch();
              if (data) await takeOut(data);
            }}
          />
        </div>
      )}
      {/* It stays where it is whatever is done beside it: nobody's typing is moved. */}
      <div className={classes.sheetPlace}>
        {isDrawn && !inRoom && (
          <Button variant="default" onClick={() => void takeOut(lesson.data)}>
            Speak again instead
          </Button>
        )}
        <div className={classes.offered}>
          {lesson.data.pages.map((page, i) => page.whole && <BesidePage key={page.id} page={page} number={i + 1} />)}
        </div>
        {isDrawn && inRoom && row.kind === 'spoken' && <Answer desk={desk} isHeard={hears} onHear={setListening} />}
        <MarkSheet
          marks={marks}
          ink={ink}
          desk={desk}
          row={row}
          spoken={spoken}
          running={running}
          finish={finish}
          room={room}
          onCaptions={() =>
            void lesson.refetch().then(() => {
              setInRoom(false);
              setCaptioning(true);
            })
          }
          silence={silence}
          {...(lesson.data.pages.length > 1 ? { rest: { rests, setRests } } : {})}
          trouble={quarter.failure}
        />
      </div>
    </div>
  );
}

/** Its first page is there before all that is needed to write on it. */
const FirstPage = ({ row }: { readonly row: Row }) => (
  <div className={classes.work} role="status" aria-label="Opening the hand-in">
    <div className={classes.firstPage}>
      <img data-first-page src={pictureOf(row.feedbackLessonId ?? '')(row.firstPicture ?? '')} alt="" />
    </div>
    <div className={classes.sheetPlace} />
  </div>
);

/** A hand-in whose pages are not there: still being drawn, or they could not be. */
function NotDrawn({ lesson, name }: { readonly lesson: Lesson; readonly name: string }) {
  return (
    <div className={classes.plain}>
      {lesson.importing?.state === 'failed' ? (
        <Text role="alert">
          {lesson.importing.failureText} <bdi>{name}</bdi> can try again, or hand in another file.
        </Text>
      ) : (
        <Waiting what="Drawing the pages of the hand-in" />
      )}
    </div>
  );
}

/** What was answered aloud is heard first, and as often as one likes. */
function Answer({
  desk,
  isHeard,
  onHear,
}: {
  readonly desk: Desk;
  readonly isHeard: boolean;
  readonly onHear: (on: boolean) => void;
}) {
  if (!isHeard)
    return (
      <Button variant="default" onClick={() => onHear(true)}>
        Hear the answer again
      </Button>
    );
  return (
    <>
      <Text>
        {desk.makers === null
          ? 'A spoken answer. Listen first; then speak on it, or write below.'
          : 'A small lesson. Watch it first; then speak on it, or write below.'}
      </Text>
      <Button onClick={() => onHear(false)}>Speak on it</Button>
    </>
  );
}
