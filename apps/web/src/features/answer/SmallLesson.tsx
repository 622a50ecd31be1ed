import { Button, Group, Stack, Text, Title } from '@mantine/core';
import { fromMillis, micros, timeText } from '@oakbell/core/clock';
import { emptying, programmeOf } from '@oakbell/core/edits';
import { SQUARED } from '@oakbell/core/pages';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { leftBy, Room, roomPages } from '../../kits/recorder/index.ts';
import {
  call,
  client,
  lessonKey,
  pictureOf,
  useLesson,
  useTakes,
  type Api,
  type Lesson,
  type TakeMaterial,
} from '../../shared/api/index.ts';
import { changeLesson } from '../../shared/changing/index.ts';
import { Fetching, PageTitle, ProblemNote, Waiting } from '../../shared/ui/index.ts';
import classes from './Answer.module.css';
import { MakerPages } from './MakerPages.tsx';
import { Recorded } from './Recorded.tsx';
import { Together } from './Together.tsx';
import { useHandIn } from './useHandIn.ts';
import { useLeftAnswer } from './useLeftAnswer.ts';

interface Props {
  readonly assignment: string;
  readonly title: string;
  readonly limitMs: number;
  /** How many may make it together. */
  readonly makers: number;
  readonly answer: Api['AnswerDto'];
}

/** Less is no time to say anything in, in ms. */
const LEAST_LEFT_MS = 2000;

/** A small lesson of a learner's own, or of two: its pages, what was recorded, and one button to hand it in. */
export function SmallLesson({ assignment, title, limitMs, makers, answer }: Props) {
  const { lessonId } = answer;
  const opened = useLesson(lessonId);
  const takes = useTakes(lessonId, 0);
  const recovering = useLeftAnswer(lessonId);
  const [inRoom, setInRoom] = useState(false);
  const handIn = useHandIn(assignment);
  if (recovering) return <Waiting what="Bringing back what you recorded before" />;
  const lesson = opened.data;
  if (!lesson || !takes.data) return <Fetching of={[opened, takes]} what="Opening your small lesson" />;
  const length = programmeOf(lesson.edits).length;
  const leftMs = Math.max(0, limitMs - length / 1000);
  if (inRoom)
    return (
      <MakersRoom lesson={lesson} takes={takes.data} title={title} leftMs={leftMs} onLeave={() => setInRoom(false)} />
    );
  const isRecorded = length > 0;
  const record = (
    <Button
      variant={isRecorded ? 'default' : 'filled'}
      disabled={lesson.pages.length === 0 || leftMs < LEAST_LEFT_MS}
      onClick={() => setInRoom(true)}
    >
      {isRecorded ? 'Record more' : 'Record'}
    </Button>
  );
  return (
    <div className="ob-page">
      <PageTitle>{`Your small lesson · ${title}`}</PageTitle>
      <Stack gap="lg">
        <div>
          <Link to={`/desk/${assignment}`}>Back to the assignment</Link>
          <Title order={1}>Your small lesson: {title}</Title>
          <Text c="dimmed">
            Choose pages, record, listen, hand it in. It can be {timeText(fromMillis(limitMs))} long. Nobody{' '}
            {answer.with === null ? 'but you' : 'but you two'} sees it before it is handed in.
          </Text>
        </div>
        {makers > 1 && <Together assignment={assignment} answer={answer} />}
        <div className={classes.making}>
          <MakerPages lesson={lesson} />
          <section aria-labelledby="recorded">
            <Title order={2} id="recorded" mb="xs">
              {isRecorded ? `What is recorded: ${timeText(length)}` : 'Nothing is recorded yet'}
            </Title>
            <Group mb="sm">
              {isRecorded && (
                <Button onClick={() => handIn.mutate()} loading={handIn.isPending}>
                  Hand it in
                </Button>
              )}
              {record}
              <Text size="sm" c="dimmed" role="status">
                {leftMs < LEAST_LEFT_MS
                  ? 'The time is used up. Take a recording out to record another one.'
                  : isRecorded
                    ? `There is room for ${timeText(micros(leftMs * 1000))} more.`
                    : ''}
              </Text>
            </Group>
            <ProblemNote failure={handIn.error} />
            {isRecorded && <Recorded lesson={lesson} takes={takes.data} />}
          </section>
        </div>
      </Stack>
    </div>
  );
}

interface RoomProps {
  readonly lesson: Lesson;
  readonly takes: readonly TakeMaterial[];
  readonly title: string;
  readonly leftMs: number;
  readonly onLeave: () => void;
}

function MakersRoom({ lesson, takes, title, leftMs, onLeave }: RoomProps) {
  const queries = useQueryClient();
  // What is left when recording begins is the limit: what comes in meanwhile does not move it.
  const [limitMs] = useState(leftMs);
  const [running, setRunning] = useState(false);
  const { id } = lesson;
  const refresh = () =>
    Promise.all([
      queries.invalidateQueries({ queryKey: lessonKey(id) }),
      queries.invalidateQueries({ queryKey: ['takes', id] }),
    ]);
  const takeOut = async (takeId: string) => {
    await queries.refetchQueries({ queryKey: lessonKey(id) });
    const now = queries.getQueryData<Lesson>(lessonKey(id)) ?? lesson;
    const edits = emptying(now.edits, takeId);
    if (edits.length > 0) await changeLesson(queries, now, { do: edits });
    await refresh();
  };
  const addBoard = async (after: string) => {
    const body = { backdrop: { ...SQUARED }, after };
    const made = await call(client.POST('/api/lessons/{id}/boards', { params: { path: { id } }, body }));
    await queries.refetchQueries({ queryKey: lessonKey(id) });
    return made.id;
  };
  return (
    <div className={classes.room}>
      <h1 className="ob-hidden">{`Your small lesson: ${title}`}</h1>
      <Room
        lessonId={id}
        title={title}
        purpose="small-lesson"
        limitMs={limitMs}
        note={`You have ${timeText(fromMillis(limitMs))}. Nobody hears it before it is handed in.`}
        pages={roomPages(lesson)}
        pictureAddress={pictureOf(id)}
        earlierInk={(page) => leftBy(lesson, takes).finalMarks(page)}
        earlierHeight={(page) => leftBy(lesson, takes).heightAt(page, micros(0))}
        onFinished={refresh}
        onKeep={onLeave}
        onRecordAgain={takeOut}
        onAddBoard={addBoard}
        onRunning={setRunning}
        beside={
          running ? null : (
            <Button variant="subtle" color="var(--ob-hall-text)" onClick={onLeave}>
              Back to your pages
            </Button>
          )
        }
      />
    </div>
  );
}
