import { Button } from '@mantine/core';
import { NO_HISTORY, revise } from '@oakbell/core/edits';
import { readLog, TakeIndex, type TakeEvent } from '@oakbell/core/log';
import { useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { Room, type RoomPage } from '../../kits/recorder/index.ts';
import {
  call,
  client,
  corePage,
  lessonKey,
  pictureOf,
  saveEdits,
  useLesson,
  useTakes,
  type Lesson,
  type TakeMaterial,
} from '../../shared/api/index.ts';
import { Empty, Waiting } from '../../shared/ui/index.ts';
import classes from './Record.module.css';

/** The recording room of a lesson. */
export function RecordStep() {
  const { lesson: id = '' } = useParams();
  const { data: lesson } = useLesson(id);
  const takes = useTakes(id, 0);
  if (!lesson || !takes.data) return <Waiting what="Opening the recording room" />;
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
  const pages = useMemo(() => roomPages(lesson), [lesson]);
  const refresh = () =>
    Promise.all([
      queries.invalidateQueries({ queryKey: lessonKey(lesson.id) }),
      queries.invalidateQueries({ queryKey: ['takes', lesson.id] }),
    ]);
  const recordAgain = async (takeId: string) => {
    await queries.refetchQueries({ queryKey: lessonKey(lesson.id) });
    const now = queries.getQueryData<Lesson>(lessonKey(lesson.id)) ?? lesson;
    const index = now.edits.segments.findIndex((segment) => segment.takeId === takeId);
    const segment = now.edits.segments[index];
    const revised = segment && revise(now.edits, now.history ?? NO_HISTORY, { op: 'remove', index, segment });
    if (revised) await saveEdits(queries, now, revised.edits, revised.history);
    await refresh();
  };
  const addBoard = async (after: string) => {
    const made = await call(
      client.POST('/api/lessons/{id}/boards', {
        params: { path: { id: lesson.id } },
        body: { backdrop: 'squared', after },
      }),
    );
    await queries.refetchQueries({ queryKey: lessonKey(lesson.id) });
    return made.id;
  };
  return (
    <div className={classes.hall}>
      <Room
        lessonId={lesson.id}
        title={lesson.title}
        note={lesson.edits.segments.length > 0 ? 'What you record now comes after what is there.' : ''}
        pages={pages}
        pictureAddress={pictureOf(lesson.id)}
        earlierInk={(page) => inkLeftOn(page, lesson, takes)}
        onFinished={() => void refresh()}
        onKeep={() => navigate(`/lessons/${lesson.id}/polish`)}
        onRecordAgain={recordAgain}
        onAddBoard={addBoard}
      />
    </div>
  );
}

const roomPages = (lesson: Lesson): readonly RoomPage[] =>
  lesson.pages.map((page, i) => ({
    page: corePage(page),
    small: page.smallPicture && pictureOf(lesson.id)(page.smallPicture),
    name: `Page ${i + 1}`,
    cues: page.cues,
  }));

/** The strokes that the takes of the lesson, in their order, left on a page. */
function inkLeftOn(page: string, lesson: Lesson, takes: readonly TakeMaterial[]) {
  const ids = [...new Set(lesson.edits.segments.map((segment) => segment.takeId))];
  const logs = ids.map((id) => eventsOf(takes.find((take) => take.id === id)?.log ?? ''));
  return new TakeIndex([], logs).finalStrokes(page);
}

function eventsOf(log: string): readonly TakeEvent[] {
  const read = readLog(log);
  return read.ok ? read.events : [];
}
