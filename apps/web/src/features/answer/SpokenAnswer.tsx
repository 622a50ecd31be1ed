import { Button, Stack, Text, Title } from '@mantine/core';
import { fromMillis, timeText } from '@oakbell/core/clock';
import { emptying, programmeOf } from '@oakbell/core/edits';
import { useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import { HeardLesson } from '../../kits/player/index.ts';
import { Room, roomPages, useStayInRoom } from '../../kits/recorder/index.ts';
import { lessonKey, pictureOf, useLesson, type Lesson } from '../../shared/api/index.ts';
import { changeLesson } from '../../shared/changing/index.ts';
import { Fetching, ProblemNote, Waiting } from '../../shared/ui/index.ts';
import classes from './Answer.module.css';
import { useHandIn } from './useHandIn.ts';
import { useLeftAnswer } from './useLeftAnswer.ts';

interface Props {
  readonly assignment: string;
  readonly lessonId: string;
  readonly title: string;
  readonly limitMs: number;
}

/** A spoken answer: the recording room with fewer things in it, and then one button to hand it in. */
export function SpokenAnswer({ assignment, lessonId, title, limitMs }: Props) {
  const opened = useLesson(lessonId);
  const lesson = opened.data;
  const recovering = useLeftAnswer(lessonId);
  const known = recovering || !lesson ? undefined : lesson.edits.segments.length > 0;
  const [inRoom, setInRoom] = useStayInRoom(known);
  const queries = useQueryClient();
  const handIn = useHandIn(assignment);
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
        pages={roomPages(lesson)}
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
