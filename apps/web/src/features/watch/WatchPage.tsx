import { Button, Stack, Text, Title } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { Suspense } from 'react';
import { Link, useParams } from 'react-router';
import { call, client, isGone } from '../../shared/api/index.ts';
import { dueText, later, PageTitle, Show, Waiting, whenText, Words } from '../../shared/ui/index.ts';
import { Files } from './Files.tsx';
import { Lessons } from './Lessons.tsx';
import { NotYours } from './NotOpen.tsx';
import classes from './Watch.module.css';

/** What is handed in comes after the lesson, and loads beside it; where the class sees answers, they come too. */
const HandIn = later(async () => (await import('./HandIn.tsx')).HandIn);
const ClassAnswers = later(async () => (await import('./ClassAnswers.tsx')).ClassAnswers);

const KeepHere = later(async () => (await import('./keeping/KeepHere.tsx')).KeepHere);

/** One thing on a learner's desk: the lesson first, then what to do. */
export function WatchPage() {
  const { assignment: id = '' } = useParams();
  const item = useQuery({
    queryKey: ['desk', id],
    queryFn: () => call(client.GET('/api/desk/{id}', { params: { path: { id } } })),
  });
  if (isGone(item.error))
    return (
      <div className={classes.page}>
        <NotYours
          title="This is not on your desk"
          action={
            <Button component={Link} to="/desk">
              To your desk
            </Button>
          }
        >
          Your teacher has taken it back, or it was for another class. What you have done with it is kept.
        </NotYours>
      </div>
    );
  return (
    <div className={classes.page}>
      <Show of={item} what="Opening the lesson">
        {(data) => (
          <>
            <PageTitle>{data.title}</PageTitle>
            <Title order={1} className={classes.title}>
              {data.title}
            </Title>
            {data.reminder && (
              <div className={classes.reminder}>
                <Text size="sm" c="dimmed">
                  Your teacher, {whenText(data.reminder.at)}
                </Text>
                {data.reminder.text}
              </div>
            )}
            <Lessons item={data} onTold={() => void item.refetch()} />
            <Stack className={classes.below} gap="md">
              <Text>
                <bdi>{data.className}</bdi> · <bdi>{data.teacherName}</bdi> · {dueText(data.dueAt, new Date())}
                {data.extraTime && ' (with your extra time)'}
                {data.points === null ? '' : ` · up to ${data.points} points`}
              </Text>
              {data.offline && (
                <Suspense>
                  <KeepHere id={id} />
                </Suspense>
              )}
              {data.instructions !== '' && (
                <section aria-label="What to do">
                  <Title order={2}>What to do</Title>
                  <Words html={data.instructions} />
                </section>
              )}
              {data.attachments.length > 0 && <Files item={data} />}
              {data.handIn && (
                <Suspense fallback={<Waiting what="Looking what you handed in" />}>
                  <HandIn item={data} />
                </Suspense>
              )}
              {data.handIn && data.answersSeen === 'class' && (
                <Suspense>
                  <ClassAnswers assignmentId={id} />
                </Suspense>
              )}
            </Stack>
          </>
        )}
      </Show>
    </div>
  );
}
