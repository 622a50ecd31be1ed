import { Button, Stack, Text } from '@mantine/core';
import { momentOfLink } from '@oakbell/core/opening';
import { Link, useParams, useSearchParams } from 'react-router';
import { useSession } from '../../shared/api/index.ts';
import { LinkedLesson } from './LinkedLesson.tsx';
import classes from './Watch.module.css';

/** A lesson by its link, from the moment that the link names. */
export function LinkPage() {
  const { lesson: id = '' } = useParams();
  const [search] = useSearchParams();
  const person = useSession();
  return (
    <div className={classes.page}>
      <LinkedLesson
        id={id}
        at={momentOfLink(search)}
        counted={person?.role === 'learner'}
        below={({ teacherName, assignmentId }) => (
          <Stack className={classes.below} gap="md" align="flex-start">
            <Text>
              By <bdi>{teacherName}</bdi>
            </Text>
            {assignmentId !== null && (
              <Button component={Link} variant="default" to={`/desk/${assignmentId}`}>
                What to do with it
              </Button>
            )}
          </Stack>
        )}
      />
    </div>
  );
}
