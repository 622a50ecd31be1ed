import { present } from '@oakbell/core/present';
import { Button, Progress, Text } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { call, client, lessonKey, type Lesson } from '../../shared/api/index.ts';
import classes from './Pages.module.css';

/** Where an import stands: a figure, a way to stop it, and what went wrong with it. */
export function Importing({ lesson }: { readonly lesson: Lesson }) {
  const queries = useQueryClient();
  const job = lesson.importing;
  const act = useMutation({
    mutationFn: (what: 'cancel' | 'retry') =>
      call(client.POST(`/api/jobs/{id}/${what}`, { params: { path: { id: present(job).id } } })),
    onSettled: () => queries.invalidateQueries({ queryKey: lessonKey(lesson.id) }),
  });
  if (!job || job.state === 'done' || job.state === 'cancelled') return null;
  if (job.state === 'failed') {
    return (
      <div role="alert" className={classes.importing}>
        <Text size="sm">{job.failureText}</Text>
        <Button size="compact-sm" variant="default" onClick={() => act.mutate('retry')}>
          Try again
        </Button>
      </div>
    );
  }
  return (
    <div role="status" className={classes.importing}>
      <Text size="sm">Drawing pages: {Math.round(job.progress * 100)} %</Text>
      <Progress value={job.progress * 100} aria-label="Pages drawn" my={4} />
      <Button size="compact-sm" variant="default" onClick={() => act.mutate('cancel')}>
        Stop
      </Button>
    </div>
  );
}
