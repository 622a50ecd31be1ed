import { Button, Stack, Text, Title } from '@mantine/core';
import { emptying, programmeOf } from '@oakbell/core/edits';
import { fromMillis, timeText } from '@oakbell/core/clock';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { HeardLesson } from '../../kits/player/index.ts';
import { leftTakes, recoverTake, Room, useStayInRoom } from '../../kits/recorder/index.ts';
import {
  call,
  client,
  corePage,
  lessonKey,
  personHere,
  pictureOf,
  changeLesson,
  once,
  useLesson,
  type Lesson,
} from '../../shared/api/index.ts';
import { Fetching, ProblemNote, Show, Waiting } from '../../shared/ui/index.ts';
import classes from './Answer.module.css';

/** A learner's spoken answer: the recording room with fewer things in it, and then one button to hand it in. */
export function AnswerPage() {
  const { assignment: id = '' } = useParams();
  const item = useQuery({
    queryKey: ['desk', id],
    queryFn: () => call(client.GET('/api/desk/{id}', { params: { path: { id } } })),
  });
  const begun = useQuery({
    queryKey: ['answer', id],
    queryFn: () => call(client.PUT('/api/assignments/{id}/answer', { params: { path: { id } } })),
    retry: false,
  });
  return (
    <Show of={item} what="Opening the assignment">
      {(task) => (
        <Show of={begun} what="Opening the room">
          {({ lessonId }) => (
            <Answer assignment={id} lessonId={lessonId} title={task.title} limitMs={task.answerLimitMs ?? 60_000} />
          )}
        </Show>
      )}
    </Show>
  );
}

interface Props {
  readonly assignment: string;
  readonly lessonId: string;
  readonly title: string;
  readonly limitMs: number;
}

function Answer({ assignment, lessonId, title, limitMs }: Props) {
  const opened = useLesson(lessonId);
  const lesson = opened.data;
  const recovering = useLeftAnswer(lessonId);
  const known = recovering || !lesson ? undefined : lesson.edits.segments.length > 0;
  const [inRoom, setInRoom] = useStayInRoom(known);
  const queries = useQueryClient();
  const navigate = useNavigate();
  const handIn = useMutation({
    mutationFn: () =>
      once((header) =>
        call(client.PUT('/api/assignments/{id}/hand-in/spoken', { params: { path: { id: assignment }, header } })),
      ),
    onSuccess: async (handed) => {
      queries.setQueryData(['hand-in', assignment], handed);
      await queries.invalidateQueries({ queryKey: ['desk'] });
      await navigate(`/desk/${assignment}`);
    },
  });
  if (recovering) return <Waiting what="Bringing back what you said before" />;
  if (!lesson) return <Fetching of={[opened]} what="Opening the room" />;
  const again = async () => {
    await queries.refetchQueries({ queryKey: lessonKey(lessonId) });
    const now = queries.getQueryData<Lesson>(lessonKey(lessonId)) ?? lesson;
    if (now.edits.segments.length > 0) await changeLesson(queries, now, { do: emptying(now.edits) });
    setInRoom(true);
  };
  const { length } = programmeOf(lesson.edits);
  if (!inRoom) {
    return (
      <div className={classes.hall}>
        <div className={classes.heard}>
          <HeardLesson lesson={lesson} />
        </div>
        <Stack className={classes.beside}>
          <Title order={1}>Your answer is {timeText(length)} long</Title>
          <Text>Listen to it once. Your teacher hears it when you hand it in, and not before.</Text>
          <Button onClick={() => handIn.mutate()} loading={handIn.isPending}>
            Hand it in
          </Button>
          <Button variant="default" onClick={() => void again()}>
            Record it again
          </Button>
          <ProblemNote failure={handIn.error} />
          <Link to={`/desk/${assignment}`}>Back to the assignment</Link>
        </Stack>
      </div>
    );
  }
  return (
    <div className={classes.room}>
      <h1 className="ob-hidden">{`Your answer: ${title}`}</h1>
      <Room
        lessonId={lessonId}
        title={title}
        purpose="answer"
        limitMs={limitMs}
        note={`You have ${timeText(fromMillis(limitMs))}. Nobody hears it before you hand it in.`}
        pages={lesson.pages.map((page, i) => ({
          page: corePage(page),
          small: page.smallPicture && pictureOf(lessonId)(page.smallPicture),
          name: `Page ${i + 1}`,
          cues: '',
        }))}
        pictureAddress={pictureOf(lessonId)}
        earlierInk={() => []}
        onFinished={() => undefined}
        onKeep={() => handIn.mutate()}
        onRecordAgain={again}
        beside={<ProblemNote failure={handIn.error} />}
      />
    </div>
  );
}

/** What was said before a crash is brought to the server first; true while that goes on. */
function useLeftAnswer(lessonId: string): boolean {
  const queries = useQueryClient();
  const [going, setGoing] = useState(true);
  useEffect(() => {
    const bring = async () => {
      for (const left of await leftTakes(personHere())) if (left.facts.lessonId === lessonId) await recoverTake(left);
      await queries.invalidateQueries({ queryKey: lessonKey(lessonId) });
    };
    void bring()
      .catch(() => undefined)
      .finally(() => setGoing(false));
  }, [lessonId, queries]);
  return going;
}
