import { Button } from '@mantine/core';
import { ZERO } from '@oakbell/core/clock';
import { bringBack, cutFrom, emptying, sourceOf, type Edit } from '@oakbell/core/edits';
import { readBackdrop, SQUARED } from '@oakbell/core/pages';
import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { playableLesson, turnsOf } from '../../kits/player/index.ts';
import { leftBy, Room, roomPages } from '../../kits/recorder/index.ts';
import {
  call,
  client,
  clipOf,
  corePage,
  lessonKey,
  pictureOf,
  useLesson,
  useTakes,
  type Lesson,
  type TakeMaterial,
} from '../../shared/api/index.ts';
import { changeLesson } from '../../shared/changing/index.ts';
import { notice, Empty, Fetching, offerUndo } from '../../shared/ui/index.ts';
import classes from './Record.module.css';
import { ToClassPage } from './ToClassPage.tsx';

/** The recording room of a lesson. */
export function RecordStep() {
  const { lesson: id = '' } = useParams();
  const known = useLesson(id);
  const takes = useTakes(id, 0);
  const lesson = known.data;
  if (!lesson || !takes.data) return <Fetching of={[known, takes]} what="Opening the recording room" />;
  if (lesson.pages.length === 0) {
    return (
      <div className="ob-page">
        <Empty
          title="There is nothing to talk over yet"
          action={
            <Button component={Link} to={`/lessons/${id}/pages`}>
              Add pages
            </Button>
          }
        >
          Add slides, or a board to write on; then record.
        </Empty>
      </div>
    );
  }
  return <LessonRoom lesson={lesson} takes={takes.data} />;
}

function LessonRoom({ lesson, takes }: { readonly lesson: Lesson; readonly takes: readonly TakeMaterial[] }) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const [round, setRound] = useState(0);
  const running = useRef(false);
  const setRunning = useCallback((on: boolean) => void (running.current = on), []);
  /** Opens the room anew, with what the lesson is now; whoever records in it meanwhile is not interrupted. */
  const renew = () => {
    if (!running.current) setRound((one) => one + 1);
  };
  const pages = useMemo(() => roomPages(lesson), [lesson]);
  const refresh = () =>
    Promise.all([
      queries.invalidateQueries({ queryKey: lessonKey(lesson.id) }),
      queries.invalidateQueries({ queryKey: ['takes', lesson.id] }),
    ]);
  const changeEdits = async (change: (now: Lesson) => readonly Edit[]) => {
    await queries.refetchQueries({ queryKey: lessonKey(lesson.id) });
    const now = queries.getQueryData<Lesson>(lessonKey(lesson.id)) ?? lesson;
    const edits = change(now);
    if (edits.length > 0) await changeLesson(queries, now, { do: edits });
    await refresh();
  };
  const takeOut = (takeId: string) => changeEdits(({ edits }) => emptying(edits, takeId));
  const startOver = async (takeId: string) => {
    await queries.refetchQueries({ queryKey: lessonKey(lesson.id) });
    const before = queries.getQueryData<Lesson>(lessonKey(lesson.id))?.edits.segments ?? [];
    await takeOut(takeId);
    offerUndo('The take was put aside.', async () => {
      await changeEdits((now) =>
        before
          .filter((segment) => sourceOf(segment) === takeId)
          .map((segment, i): Edit => ({ op: 'insert', index: now.edits.segments.length + i, segment })),
      );
      renew();
    });
  };
  const fromPage = async (page: string) => {
    const { edits } = lesson;
    const { source, programme } = playableLesson({
      edits,
      takes,
      pages: lesson.pages.map((one) => ({ page: corePage(one), small: null })),
    });
    const turn = turnsOf(programme, source.takes).find((one) => one.page === page);
    if (!turn) return notice({ message: 'This page is not in the recording yet. Go to it and record.' });
    await changeEdits((now) => listOf(cutFrom(now.edits, turn.at, () => crypto.randomUUID())));
    renew();
    offerUndo('The recording ends before this page now. Record it again from here.', async () => {
      await changeEdits((now) => listOf(bringBack(now.edits, edits)));
      renew();
    });
  };
  const addBoard = async (after: string) => {
    const { backdrop } = lesson.pages.find((page) => page.id === after) ?? {};
    const like = readBackdrop(backdrop);
    const made = await call(
      client.POST('/api/lessons/{id}/boards', {
        params: { path: { id: lesson.id } },
        body: { backdrop: { ...(like && like.kind !== 'picture' ? like : SQUARED) }, after },
      }),
    );
    await queries.refetchQueries({ queryKey: lessonKey(lesson.id) });
    return made.id;
  };
  const addWindow = async (after: string) => {
    const made = await call(
      client.POST('/api/lessons/{id}/windows', { params: { path: { id: lesson.id } }, body: { after } }),
    );
    await queries.refetchQueries({ queryKey: lessonKey(lesson.id) });
    return made.id;
  };
  return (
    <div className={classes.hall}>
      <Room
        key={round}
        lessonId={lesson.id}
        title={lesson.title}
        note={lesson.edits.segments.length > 0 ? 'What you record now comes after what is there.' : ''}
        pages={pages}
        firstPage={search.get('page')}
        pictureAddress={pictureOf(lesson.id)}
        earlierInk={(page) => leftBy(lesson, takes).finalMarks(page)}
        earlierHeight={(page) => leftBy(lesson, takes).heightAt(page, ZERO)}
        targetMs={lesson.targetMs}
        onFinished={refresh}
        onRunning={setRunning}
        onKeep={() => navigate(`/lessons/${lesson.id}/polish`)}
        onRecordAgain={takeOut}
        onStartOver={startOver}
        {...(lesson.edits.segments.length > 0 ? { onFromPage: (page: string) => void fromPage(page) } : {})}
        afterwards={{ action: <ToClassPage lessonId={lesson.id} />, isNext: search.has('for') }}
        clipAddress={clipOf(lesson.id)}
        onAddBoard={addBoard}
        onAddWindow={addWindow}
      />
    </div>
  );
}

const listOf = (edit: Edit | null): readonly Edit[] => (edit ? [edit] : []);
