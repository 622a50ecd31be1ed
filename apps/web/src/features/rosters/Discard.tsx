import { Button } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { call, client, learn, type Api } from '../../shared/api/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';
import type { Roster } from './rosters.ts';

type Listed = readonly Api['RosterDto'][];

/** Puts a roster away that nothing came of. */
export function Discard({ roster: { id }, children }: { readonly roster: Roster; readonly children: string }) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const discard = useMutation({
    mutationFn: () => call(client.DELETE('/api/rosters/{id}', { params: { path: { id } } })),
    onSuccess: async () => {
      // It is gone from the list before anybody sees that again: going there is not waited for.
      learn<Listed>(queries, ['rosters'], (all) => all?.filter((one) => one.id !== id));
      await navigate('/rosters');
      await queries.invalidateQueries({ queryKey: ['rosters'], exact: true });
    },
  });
  return (
    <>
      <Button variant="default" loading={discard.isPending} onClick={() => discard.mutate()}>
        {children}
      </Button>
      <ProblemNote failure={discard.error} />
    </>
  );
}
