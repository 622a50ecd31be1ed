import { Button, Group, Table, Text, Title } from '@mantine/core';
import { agreementOf, agreementSentence, isWaiting, kappaWord, percent } from '@oakbell/core/marking';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { call, client } from '../../shared/api/index.ts';
import { PageTitle, ProblemNote, Show } from '../../shared/ui/index.ts';
import { criteriaFor } from './RubricPart.tsx';
import { secondKey, useBoth, type Both, type SecondRow } from './secondKey.ts';
import { Settle } from './Settle.tsx';
import classes from './Marking.module.css';

/** What two gave for the same hand-ins, unseen by each other: how far they agree, and where they do not. */
export function TwoMarkersPage() {
  const { assignment = '' } = useParams();
  const both = useBoth(assignment);
  return (
    <div className={classes.compared}>
      <PageTitle>Two markers</PageTitle>
      <Link to={`/marking/${assignment}`}>Back to the desk</Link>
      <Title order={1} className={classes.heading}>
        Two markers
      </Title>
      <Show of={both} what="Comparing the marks">
        {(data) => (
          <>
            <Text c="dimmed" mb="md">
              {data.title} · <bdi>{data.className}</bdi>
            </Text>
            <Part both={data} />
            <Agreement both={data} />
          </>
        )}
      </Show>
    </div>
  );
}

/** Who marks it as the second, and how one comes to be or gives it up. */
function Part({ both }: { readonly both: Both }) {
  const queries = useQueryClient();
  const { assignmentId: id, mine, second, rows } = both;
  const params = { path: { id } };
  const change = useMutation({
    mutationFn: (on: boolean) =>
      call(
        on ? client.PUT('/api/marking/{id}/second', { params }) : client.DELETE('/api/marking/{id}/second', { params }),
      ),
    onSettled: () => queries.invalidateQueries({ queryKey: ['marking'] }),
  });
  const left = rows.filter(isWaiting);
  const first = left[0];
  return (
    <section aria-label="The second marker">
      {second === null ? (
        <>
          <Text mb="xs">
            Another teacher of the class marks the same hand-ins without seeing what was given first. What both gave
            then stands here, side by side. Nobody marks this as the second yet.
          </Text>
          <Button loading={change.isPending} onClick={() => change.mutate(true)}>
            Mark it unseen, as the second
          </Button>
        </>
      ) : mine ? (
        <Group gap="sm">
          <Text>
            You mark this as the second.{' '}
            {left.length === 0 ? 'None is left.' : left.length === 1 ? 'One is left.' : `${left.length} are left.`}
          </Text>
          {first && (
            <Button component={Link} to={`/marking/${id}/second/${first.submissionId}`}>
              {rows.some((row) => row.second) ? 'Go on marking' : 'Begin to mark'}
            </Button>
          )}
          <Button variant="default" loading={change.isPending} onClick={() => change.mutate(false)}>
            Give it up
          </Button>
        </Group>
      ) : (
        <Text>
          <bdi>{second}</bdi> marks this as the second. What they gave stands here once both are done.
        </Text>
      )}
      <ProblemNote failure={change.error} />
    </section>
  );
}

type Pair = SecondRow & {
  readonly first: NonNullable<SecondRow['first']>;
  readonly second: NonNullable<SecondRow['second']>;
};
const isPair = (row: SecondRow): row is Pair => row.done && row.first !== null && row.second !== null;
const gapOf = ({ first, second }: Pair): number | null =>
  first.points === null || second.points === null ? null : Math.round((second.points - first.points) * 100) / 100;
const signed = (gap: number): string => (gap > 0 ? `+${gap}` : `${gap}`.replace('-', '−'));
const pointsText = (points: number | null): string => (points === null ? 'no points' : `${points}`);

function Agreement({ both }: { readonly both: Both }) {
  const pairs = both.rows.filter(isPair).sort((a, b) => Math.abs(gapOf(b) ?? 0) - Math.abs(gapOf(a) ?? 0));
  if (pairs.length === 0)
    return both.second === null ? null : (
      <Text mt="md" c="dimmed">
        Nothing is marked by both yet.
      </Text>
    );
  const given = pairs.map(({ first, second }) => ({
    first: { points: first.points, choices: first.rubric?.choices ?? [] },
    second: { points: second.points, choices: second.rubric?.choices ?? [] },
  }));
  const agreement = agreementOf(given, both.points, criteriaFor(both, { rubric: null }));
  const lines = agreement.lines.filter((line) => line.both > 0);
  return (
    <>
      <Title order={2} mt="lg">
        How far they agree
      </Title>
      <Text mb="sm">{agreementSentence(agreement)}</Text>
      {lines.length > 0 && (
        <Table mb="lg" style={{ maxWidth: 760 }}>
          <Table.Thead>
            <Table.Tr>
              <Table.Th scope="col">Line of the rubric</Table.Th>
              <Table.Th scope="col">Same level</Table.Th>
              <Table.Th scope="col">Against chance (weighted kappa)</Table.Th>
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {lines.map(({ criterion, name, both: of, same, kappa }) => (
              <Table.Tr key={criterion}>
                <Table.Th scope="row">{name}</Table.Th>
                <Table.Td>
                  {same} of {of} · {percent(same / of)}
                </Table.Td>
                <Table.Td>
                  {kappa === null ? '' : `${kappa.toFixed(2).replace('-', '−')} · `}
                  {kappaWord(kappa)}
                </Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      )}
      <Title order={2}>Side by side</Title>
      <Table.ScrollContainer minWidth={720} scrollAreaProps={{ tabIndex: 0, 'aria-label': 'Marks side by side' }}>
        <Table>
          <Table.Thead>
            <Table.Tr>
              <Table.Th scope="col">Whose work</Table.Th>
              <Table.Th scope="col">First</Table.Th>
              <Table.Th scope="col">Second</Table.Th>
              <Table.Th scope="col">Between</Table.Th>
              <Table.Th scope="col">What counts</Table.Th>
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {pairs.map((row) => {
              const gap = gapOf(row);
              return (
                <Table.Tr key={row.submissionId} style={{ verticalAlign: 'top' }}>
                  <Table.Th scope="row">
                    <Link to={`/marking/${both.assignmentId}/${row.submissionId}`}>
                      <bdi>{row.learnerName}</bdi>
                    </Link>
                  </Table.Th>
                  {[row.first, row.second].map((mark, i) => (
                    <Table.Td key={i === 0 ? 'first' : 'second'}>
                      {pointsText(mark.points)} · <bdi>{mark.by}</bdi>
                      <Differences both={both} row={row} which={i === 0 ? 'first' : 'second'} />
                      {mark.comment !== '' && <Text size="sm">{mark.comment}</Text>}
                    </Table.Td>
                  ))}
                  <Table.Td>{gap === null ? '' : gap === 0 ? 'the same' : signed(gap)}</Table.Td>
                  <Table.Td>
                    <Settle row={row} onSettled={secondKey(both.assignmentId)} />
                  </Table.Td>
                </Table.Tr>
              );
            })}
          </Table.Tbody>
        </Table>
      </Table.ScrollContainer>
    </>
  );
}

/** The lines in which the two chose other levels, as one of them chose. */
function Differences({
  both,
  row,
  which,
}: {
  readonly both: Both;
  readonly row: Pair;
  readonly which: 'first' | 'second';
}) {
  const criteria = criteriaFor(both, row[which]) ?? [];
  const levelOf = (side: 'first' | 'second', criterion: string) =>
    row[side].rubric?.choices.find((one) => one.criterion === criterion)?.level;
  const apart = criteria.filter(({ id }) => levelOf('first', id) !== levelOf('second', id));
  return apart.map(({ id, name, levels }) => (
    <Text key={id} size="sm">
      {name}: {levels.find((level) => level.id === levelOf(which, id))?.name ?? 'open'}
    </Text>
  ));
}
