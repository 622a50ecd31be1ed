import { Button, Stack } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { call, client, useLesson } from '../../shared/api/index.ts';
import { Empty, PageTitle, Show } from '../../shared/ui/index.ts';
import { AssignSheet } from './AssignSheet.tsx';
import { GivenList } from './GivenList.tsx';
import { Publish } from './Publish.tsx';

/** Publishing, and one sheet that reads as a sentence: who, what to do, by when, worth what. */
export function AssignStep() {
  const { lesson: id = '' } = useParams();
  const { data: lesson } = useLesson(id);
  const editions = useQuery({
    queryKey: ['editions', id],
    queryFn: () => call(client.GET('/api/lessons/{id}/editions', { params: { path: { id } } })),
  });
  if (!lesson) return null;
  return (
    <div className="ob-page">
      <PageTitle>{`Assign · ${lesson.title}`}</PageTitle>
      {lesson.edits.segments.length === 0 ? (
        <Empty
          title="There is nothing to publish yet"
          action={
            <Button component={Link} to={`/lessons/${id}/record`}>
              Record
            </Button>
          }
        >
          Record the lesson first. Then publish it and give it to a class.
        </Empty>
      ) : (
        <Show of={editions} what="Looking at the editions">
          {(made) => (
            <Stack gap="lg">
              <Publish lesson={lesson} editions={made} />
              {made.length > 0 && <AssignSheet lesson={lesson} ready={made.some((one) => one.state === 'ready')} />}
              <GivenList lesson={lesson} />
            </Stack>
          )}
        </Show>
      )}
    </div>
  );
}
