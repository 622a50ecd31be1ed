import { Alert, Button, Group, Text, Title } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { Link, useParams } from 'react-router';
import { call, client } from '../../shared/api/index.ts';
import { PageTitle, ProblemNote, Show, Waiting, whenText } from '../../shared/ui/index.ts';
import { Columns } from './Columns.tsx';
import { Discard } from './Discard.tsx';
import { Plan, PlanNumbers } from './Plan.tsx';
import { isBusy, rosterOptions, several, type Roster } from './rosters.ts';

const WAITS = {
  reading: 'Reading the file and comparing it with the school',
  applying: 'Bringing everybody in',
  returning: 'Taking it back',
} as const;

/** One roster on its way: its columns, its plan, what came of it. */
export function RosterPage() {
  const { roster: id = '' } = useParams();
  const roster = useQuery(rosterOptions(id));
  return (
    <div className="ob-page">
      <PageTitle>{roster.data?.name ?? 'Roster'}</PageTitle>
      <Text mb={4}>
        <Link to="/rosters" className="ob-link">
          Rosters
        </Link>
      </Text>
      <Show of={roster} what="Fetching the roster">
        {(one) => <One roster={one} />}
      </Show>
    </div>
  );
}

function One({ roster }: { readonly roster: Roster }) {
  const { state, failure, name, createdAt, by, version, format } = roster;
  const kind = format === 'oneroster' ? `OneRoster ${version ?? ''}`.trim() : 'A list';
  return (
    <>
      <Title order={1}>
        <bdi>{name}</bdi>
      </Title>
      <Text c="dimmed" mb="md">
        {kind}, brought {whenText(createdAt)} by <bdi>{by}</bdi>
      </Text>
      {failure && (
        <Alert role="alert" color="yellow" mb="md" title={state === 'failed' ? 'This cannot be read' : 'Not done yet'}>
          <Text size="sm" c="inherit">
            {failure}
          </Text>
        </Alert>
      )}
      {isBusy(state) && <Waiting what={WAITS[state as keyof typeof WAITS]} />}
      {(state === 'asking' || (state === 'failed' && roster.sample)) && <Columns key={state} roster={roster} />}
      {state === 'planned' && roster.plan && <Plan key={roster.plan.digest} roster={roster} plan={roster.plan} />}
      {(state === 'applied' || state === 'returned') && <Done roster={roster} />}
      {state === 'failed' && !roster.sample && <Discard roster={roster}>Put it away</Discard>}
    </>
  );
}

function Done({ roster: { id, state, plan, appliedAt, backUntil } }: { readonly roster: Roster }) {
  const queries = useQueryClient();
  useEffect(() => {
    // Who is here and in which class was asked before this was done.
    for (const name of ['people', 'classes']) void queries.invalidateQueries({ queryKey: [name] });
  }, [queries, state]);
  const back = useMutation({
    mutationFn: () => call(client.POST('/api/rosters/{id}/take-back', { params: { path: { id } } })),
    onSettled: () => queries.invalidateQueries({ queryKey: ['rosters'] }),
  });
  return (
    <div className="ob-card" style={{ padding: 20 }}>
      <Title order={2} mb="xs">
        {state === 'applied' ? 'Done' : 'Taken back'}
      </Title>
      <Text c="dimmed" mb="sm">
        {state === 'applied'
          ? `${appliedAt ? whenText(appliedAt) : ''}.`
          : 'The school is as it was before. Whoever had signed in meanwhile is kept, and has left.'}
      </Text>
      {plan && state === 'applied' && <PlanNumbers counts={plan.counts} isDone />}
      {state === 'applied' && (
        <Group mt="md">
          <Button component={Link} to="/classes">
            Look at the classes
          </Button>
          {backUntil && (
            <Button variant="default" loading={back.isPending} onClick={() => back.mutate()}>
              Take it back
            </Button>
          )}
        </Group>
      )}
      {backUntil && (
        <Text size="sm" c="dimmed" mt="xs">
          It can be taken back until {whenText(backUntil)}.
        </Text>
      )}
      {plan && plan.counts.newLearners > 0 && state === 'applied' && (
        <Text size="sm" mt="md">
          {several(plan.counts.newLearners, 'learner')} can sign in now. Print their slips from each class.
        </Text>
      )}
      <ProblemNote failure={back.error} />
    </div>
  );
}
