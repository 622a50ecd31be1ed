import { Button, Stack } from '@mantine/core';
import { micros } from '@oakbell/core/clock';
import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { call, client, useLesson, type Lesson } from '../../shared/api/index.ts';
import { HeardEdition } from '../../kits/player/index.ts';
import { Empty, PageTitle, Show } from '../../shared/ui/index.ts';
import { AssignSheet } from './sheet/AssignSheet.tsx';
import { GivenList } from './GivenList.tsx';
import classes from './Assign.module.css';
import { Openness } from './Openness.tsx';
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
      {lesson.edits.segments.length === 0 && lesson.may !== 'use' ? (
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
          {(made) => {
            const ready = made.find((one) => one.state === 'ready');
            return (
              <Stack gap="lg">
                {lesson.may === 'use' ? (
                  <OfColleague lesson={lesson} ready={ready?.id ?? null} />
                ) : (
                  <Publish lesson={lesson} editions={made} />
                )}
                {lesson.may !== 'use' && ready && <Openness lesson={lesson} length={micros(ready.length)} />}
                {(ready || (made.length > 0 && lesson.may !== 'use')) && (
                  <AssignSheet lesson={lesson} ready={ready !== undefined} />
                )}
                <GivenList lesson={lesson} />
              </Stack>
            );
          }}
        </Show>
      )}
    </div>
  );
}

/** A colleague's lesson as learners would see it. */
function OfColleague({ lesson, ready }: { readonly lesson: Lesson; readonly ready: string | null }) {
  if (ready === null || lesson.opening.to === 'me')
    return (
      <Empty title="It cannot be given to a class yet">
        It can be watched and assigned once its maker has published it.
      </Empty>
    );
  return (
    <section className={classes.heard} aria-label="The lesson">
      <HeardEdition id={ready} />
    </section>
  );
}
