import { Button } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { call, client } from '../../shared/api/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';

/** For a piece of work that failed: has it done again. What comes of it is told by the server's events. */
export function TryAgain({ jobId }: { readonly jobId: string }) {
  const queries = useQueryClient();
  const again = useMutation({
    mutationFn: () => call(client.POST('/api/jobs/{id}/retry', { params: { path: { id: jobId } } })),
    onSettled: () => queries.invalidateQueries(),
  });
  return (
    <>
      <Button size="compact-sm" variant="default" loading={again.isPending} onClick={() => again.mutate()}>
        Try again
      </Button>
      <ProblemNote failure={again.error} />
    </>
  );
}
